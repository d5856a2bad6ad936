// What is already programmed into hardware and software, taken over as assignments that are marked as entered.
import { addressKey, type Message } from '../midi';
import {
  type Assignment,
  type Behaviour,
  batch,
  type Edit,
  type Gesture,
  insert,
  type Landing,
  type Parameter,
  type RigIndex,
  tickNow,
} from '../rig';
import { defaultLanding } from './defaults';
import { type NewId, nextOrder } from './shared';

/** One line of a pasted list, already resolved to rows of the rig. */
export interface ProgrammedLine {
  readonly controlId: string;
  readonly bank: number | null;
  readonly gesture: Gesture;
  readonly message: Message;
  readonly behaviour: Behaviour;
  readonly parameter: Parameter;
}

/** Adds the lines as assignments with landings, both ticked as entered at `at` (ISO 8601); null where they are planned only. */
export function programmedEdit(index: RigIndex, lines: readonly ProgrammedLine[], at: string | null, newId: NewId): Edit {
  const ticked = <T extends Assignment | Landing>(row: T): T =>
    at === null ? row : { ...row, entered: tickNow(index, row, at) };
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const known = new Set(index.rig.landings.map((l) => `${addressKey(l.address)} ${l.parameterId}`));
  const made = new Map<string, Assignment>();
  const landings: Edit[] = [];
  for (const { controlId, bank, gesture, message, behaviour, parameter } of lines) {
    const place = `${controlId} ${bank} ${gesture.type}`;
    const before = made.get(place);
    const meant = [...(before?.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])) ?? []), parameter.id];
    made.set(place, {
      id: before?.id ?? newId(),
      order: before?.order ?? order++,
      controlId,
      bank,
      page: null,
      layerId: null,
      gesture,
      actions: [{ type: 'send', message, behaviour, pinned: true, meant }],
      wants: before?.wants ?? [],
      textShort: '',
      textLong: '',
      colour: '',
      minimum: false,
      entered: null,
      saved: null,
      proved: null,
      why: at === null ? '' : 'taken over as it was programmed',
      replaced: '',
      note: '',
    });
    const key = `${addressKey(message)} ${parameter.id}`;
    if (known.has(key)) continue;
    known.add(key);
    const target = index.targets.get(parameter.targetId);
    const mode = target?.reception.modes.includes('absolute') === false ? (target.reception.modes[0] ?? 'absolute') : 'absolute';
    landings.push(insert('landings', ticked(defaultLanding(newId(), landingOrder++, message, null, parameter, mode))));
  }
  const edits = [...[...made.values()].map((a) => insert('assignments', ticked(a))), ...landings];
  return batch(lines.length === 1 ? 'Take over 1 assignment' : `Take over ${lines.length} assignments`, edits);
}
