// What is already programmed into hardware and software, taken over as assignments that are marked as entered.

import { addressKey } from '../midi';
import {
  type Action,
  type Assignment,
  addressesOf,
  batch,
  type Edit,
  type Gesture,
  insert,
  type Landing,
  type Parameter,
  type RigIndex,
  tickNow,
} from '../rig';
import { addressAt, outletFor } from '../wires';
import { assignAction } from './actions';
import { defaultLanding } from './defaults';
import { type NewId, nextOrder } from './shared';

/** One line of a pasted list, already resolved to rows of the rig. */
export interface ProgrammedLine {
  readonly controlId: string;
  readonly bank: number | null;
  readonly gesture: Gesture;
  /** What it does; a message is for the parameter. */
  readonly action: Action;
  /** Null for a line that is for no parameter. */
  readonly parameter: Parameter | null;
}

/** Adds the lines as assignments with landings, both ticked as entered at `at` (ISO 8601); null where they are planned only. */
export function programmedEdit(index: RigIndex, lines: readonly ProgrammedLine[], at: string | null, newId: NewId): Edit {
  const ticked = <T extends Assignment | Landing>(row: T): T =>
    at === null ? row : { ...row, entered: tickNow(index, row, at) };
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const known = new Set(index.rig.landings.flatMap((l) => addressesOf(l).map((a) => `${addressKey(a)} ${l.parameterId}`)));
  const made = new Map<string, Assignment>();
  const landings: Edit[] = [];
  for (const { controlId, bank, gesture, action, parameter } of lines) {
    const place = `${controlId} ${bank} ${gesture.type}`;
    const before = made.get(place);
    const { row } = assignAction(index, { controlId, place: { bank, page: null, layerId: null }, gesture }, action, newId);
    const meant = [
      ...(before?.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])) ?? []),
      ...(parameter ? [parameter.id] : []),
    ];
    made.set(place, {
      ...(before ?? { ...row, order: order++ }),
      actions: [action.type === 'send' ? { ...action, pinned: true, meant } : action],
      why: at === null ? '' : 'taken over as it was programmed',
    });
    if (!parameter || action.type !== 'send') continue;
    const message = addressAt(index, outletFor(index, controlId, action), action.message, parameter.targetId);
    const key = `${addressKey(message)} ${parameter.id}`;
    if (known.has(key)) continue;
    known.add(key);
    const target = index.targets.get(parameter.targetId);
    const mode = target?.reception.modes.includes('absolute') === false ? (target.reception.modes[0] ?? 'absolute') : 'absolute';
    landings.push(insert('landings', ticked(defaultLanding(newId(), landingOrder++, message, null, parameter, mode, target))));
  }
  const edits = [...[...made.values()].map((a) => insert('assignments', ticked(a))), ...landings];
  return batch(lines.length === 1 ? 'Take over 1 assignment' : `Take over ${lines.length} assignments`, edits);
}
