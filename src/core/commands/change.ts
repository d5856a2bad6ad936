// Changing a function that is there. A control's function is one thing: its number moves the send and the landing together.
import { addressKey, type Message, withNumber } from '../midi';
import {
  type Action,
  type Assignment,
  addressesOf,
  type Behaviour,
  batch,
  countsNumbers,
  type Edit,
  hostLayerAt,
  insert,
  isRun,
  type Landing,
  messagesOf,
  type PlacedSend,
  type RigIndex,
  remove,
  type Send,
  sameJson,
  set,
} from '../rig';
import { addressAt, landingsHearing, outletFor, sendsHeard } from '../wires';
import { behind, removeWithDependents } from './cascade';
import { fitted, widened } from './kinds';
import { dropWants, type NewId, nextOrder, patch, staleAssignment, staleLanding, staleText, withAction } from './shared';
import { signalsFollowing } from './signals';

/** A send of an assignment, by the position of its action. */
export function sendAt(assignment: Assignment, actionIndex: number): Send | null {
  const action = assignment.actions[actionIndex];
  return action?.type === 'send' ? action : null;
}

/** The landings through which a send reaches what it is meant for: at each number that it can put out. */
export const landingsFor = (index: RigIndex, assignment: Assignment, send: Send): readonly Landing[] =>
  messagesOf(send, index.counters).flatMap((message) => landingsAt(index, assignment, send, message));

/** Those of them at one message, as what it arrives. */
function landingsAt(index: RigIndex, assignment: Assignment, send: Send, message: Message): readonly Landing[] {
  const layer = hostLayerAt(index, assignment.layerId);
  return landingsHearing(index, outletFor(index, assignment.controlId, send), message).filter(
    (l) => send.meant.includes(l.parameterId) && l.hostLayerId === layer,
  );
}

/** Other sends at the same address that are there for the same parameter. */
function sharers(index: RigIndex, assignment: Assignment, key: number, parameterId: string): readonly PlacedSend[] {
  return (sendsHeard(index).sendsAt.get(key) ?? []).filter(
    (p) => p.assignment.id !== assignment.id && p.send.meant.includes(parameterId),
  );
}

/** Gives a send another message (kind, channel or number); its landings follow, or are copied where others still need them. */
export function changeMessage(
  index: RigIndex,
  assignment: Assignment,
  actionIndex: number,
  to: Message,
  newId: NewId,
): Edit | null {
  const send = sendAt(assignment, actionIndex);
  if (!send) return null;
  const moved = fitted(widened({ ...send, message: to }, send.message.type));
  let order = nextOrder(index.rig.landings);
  // Of what counts numbers, each of them moves.
  const ways = countsNumbers(send) && countsNumbers(moved) ? messagesOf(send, index.counters) : [send.message];
  const landings = ways.flatMap((from) => {
    const into = 'number' in from && ways.length > 1 ? withNumber(to, from.number) : to;
    return landingsAt(index, assignment, send, from).flatMap((landing): Edit[] => {
      // What the target came with stays where it is, and a run of numbers.
      if (landing.given !== null || isRun(landing)) return [];
      const own = landing.address;
      const next = addressAt(index, outletFor(index, assignment.controlId, send), into, landing.targetId);
      const there = (index.landingsAt.get(addressKey(next)) ?? []).some(
        (l) => l.parameterId === landing.parameterId && l.hostLayerId === landing.hostLayerId,
      );
      if (sharers(index, assignment, addressKey(own), landing.parameterId).length > 0) {
        return there
          ? []
          : [insert('landings', { ...landing, id: newId(), order: order++, address: next, entered: null, proved: null })];
      }
      if (there && addressKey(next) !== addressKey(own)) return [remove('landings', landing)];
      // A translator may make the same of both.
      return sameJson(next, own) ? [] : [set('landings', landing, 'address', next), ...staleLanding(landing)];
    });
  });
  return batch('Change what is sent', [
    ...withAction(assignment, actionIndex, moved),
    ...landings,
    ...signalsFollowing(index, assignment, send.message, to),
  ]);
}

/** Gives a send another value behaviour. */
export function changeBehaviour(assignment: Assignment, actionIndex: number, behaviour: Behaviour): Edit | null {
  const send = sendAt(assignment, actionIndex);
  if (!send) return null;
  return batch('Change the values that are sent', [...withAction(assignment, actionIndex, { ...send, behaviour })]);
}

/** What stands at a control: entered and saved with its function, and no part of what is proved. */
const shown: ReadonlySet<string> = new Set(['textShort', 'textLong', 'colour', 'colourOff', 'lightBy']);
/** What is entered nowhere. */
const ours: ReadonlySet<string> = new Set(['wants', 'why', 'note', 'entered', 'saved', 'proved']);

/** Changes what the controller holds besides its sends: gesture, place, texts. What is entered again is saved again; texts and lights prove nothing otherwise. */
export function changeAssignment(assignment: Assignment, changes: Partial<Assignment>, label: string): Edit {
  const fields = Object.keys(changes);
  const stale = fields.some((field) => !shown.has(field) && !ours.has(field));
  const marks = stale ? staleAssignment(assignment) : fields.some((f) => shown.has(f)) ? staleText(assignment) : [];
  const made = patch('assignments', assignment, changes);
  return batch(label, made.length === 0 ? [] : [...made, ...marks]);
}

/** Changes how a target hears: mode, range, stored value. */
export function changeLanding(landing: Landing, changes: Partial<Landing>, label: string): Edit {
  const own = new Set(['note', 'entered', 'proved']);
  const stale = Object.keys(changes).some((field) => !own.has(field));
  return batch(label, [...patch('landings', landing, changes), ...(stale ? staleLanding(landing) : [])]);
}

/** Takes one parameter off a function; the last one takes the function with it. */
export function removeParameter(index: RigIndex, assignment: Assignment, parameterId: string): Edit {
  const name = index.parameters.get(parameterId)?.name ?? 'the parameter';
  const rest = assignment.actions.some(
    (a) => a.type !== 'send' || a.meant.length === 0 || a.meant.some((id) => id !== parameterId),
  );
  if (!rest) return removeAssignment(index, assignment);
  const actions = assignment.actions.flatMap((a): Action[] => {
    if (a.type !== 'send' || !a.meant.includes(parameterId)) return [a];
    const meant = a.meant.filter((id) => id !== parameterId);
    return meant.length === 0 ? [] : [{ ...a, meant }];
  });
  return batch(`Take ${name} off`, [
    set('assignments', assignment, 'actions', actions),
    ...dropWants(assignment, (id) => id === parameterId),
    ...staleAssignment(assignment),
    ...ownLandings(index, assignment, (id) => id === parameterId).map((l) => remove('landings', l)),
  ]);
}

/** Landings that only this assignment reaches, of the parameters asked for, but for what a target came with. */
function ownLandings(index: RigIndex, assignment: Assignment, wanted: (parameterId: string) => boolean): Landing[] {
  return assignment.actions.flatMap((action) => {
    if (action.type !== 'send') return [];
    return landingsFor(index, assignment, action).filter(
      (l) =>
        l.given === null &&
        wanted(l.parameterId) &&
        addressesOf(l).every((a) => sharers(index, assignment, addressKey(a), l.parameterId).length === 0),
    );
  });
}

/** Takes a whole function away, with the landings that only it reached. */
export function removeAssignment(index: RigIndex, assignment: Assignment): Edit {
  return batch(
    `Clear ${index.controls.get(assignment.controlId)?.name ?? 'the control'} ${assignment.gesture.type}`,
    removeAssignmentEdits(index, assignment),
  );
}

/** An assignment taken away with what it leaves behind: landings that nobody reaches any more. */
export function removeAssignmentEdits(index: RigIndex, assignment: Assignment): Edit[] {
  const landings = ownLandings(index, assignment, () => true);
  return removeWithDependents(index.rig, [
    { table: 'assignments', id: assignment.id },
    ...landings.map((l) => ({ table: 'landings' as const, id: l.id })),
  ]);
}

/** Moves a function to another bank, page or layer; its own landings move into or out of a host-made layer with it. */
export function changePlace(
  index: RigIndex,
  assignment: Assignment,
  to: { readonly bank: number | null; readonly page?: number | null; readonly layerId: string | null },
): Edit {
  const hostLayer = hostLayerAt(index, to.layerId);
  const landings = ownLandings(index, assignment, () => true).flatMap((l) => [
    ...patch('landings', l, { hostLayerId: hostLayer }),
    ...(l.hostLayerId === hostLayer ? [] : staleLanding(l)),
  ]);
  return batch('Move to another place', [
    ...patch('assignments', assignment, to),
    ...staleAssignment(assignment),
    ...landings,
    ...behind(index.rig, new Set([assignment.id])),
  ]);
}
