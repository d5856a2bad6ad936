// What is already programmed into hardware and software, taken over as assignments that are marked as entered.
import { addressKey, type Message } from '../midi';
import { type Assignment, type Behaviour, batch, type Edit, type Gesture, insert, type Parameter, type RigIndex } from '../rig';
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

/** Adds the lines as assignments with landings, both marked as entered at `at` (ISO 8601). */
export function programmedEdit(index: RigIndex, lines: readonly ProgrammedLine[], at: string, newId: NewId): Edit {
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const known = new Set(index.rig.landings.map((l) => `${addressKey(l.address)} ${l.parameterId}`));
  const edits = lines.flatMap((line): Edit[] => {
    const { parameter } = line;
    const assignment: Assignment = {
      id: newId(),
      order: order++,
      controlId: line.controlId,
      bank: line.bank,
      page: null,
      layerId: null,
      gesture: line.gesture,
      actions: [{ type: 'send', message: line.message, behaviour: line.behaviour, pinned: true, meant: [parameter.id] }],
      textShort: '',
      textLong: '',
      colour: '',
      minimum: false,
      entered: { at },
      saved: null,
      proved: null,
      why: 'taken over as it was programmed',
      replaced: '',
      note: '',
    };
    const key = `${addressKey(line.message)} ${parameter.id}`;
    if (known.has(key)) return [insert('assignments', assignment)];
    known.add(key);
    const target = index.targets.get(parameter.targetId);
    const mode = target?.reception.modes.includes('absolute') === false ? (target.reception.modes[0] ?? 'absolute') : 'absolute';
    const landing = { ...defaultLanding(newId(), landingOrder++, line.message, null, parameter, mode), entered: { at } };
    return [insert('assignments', assignment), insert('landings', landing)];
  });
  return batch(lines.length === 1 ? 'Take over 1 assignment' : `Take over ${lines.length} assignments`, edits);
}
