// The next function as the last one of its kind: what a player chose for a switch, pad or fader is what the next one begins with.
import { carriesValue, type Message } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  alternates,
  type Behaviour,
  type Control,
  type Controller,
  type GestureType,
  isRun,
  type Landing,
  type Parameter,
  type RigIndex,
  type Send,
  sameJson,
  type Target,
} from '../rig';
import { landingsFor } from './change';
import { standsHigh, type Way } from './defaults';
import { behavioursFor } from './kinds';

/** What the last function of a kind is like: the kind of its message, and where all of it fits a new one, its way. */
export interface Before {
  readonly type: Message['type'];
  readonly way: (parameter: Parameter) => Way;
  readonly heard: Pick<Landing, 'takeover' | 'coding'>;
}

/**
 * What the newest function that is of the same kind chose: on the same controller, a control of the same kind and the same gesture, for one parameter of the
 * same kind in a target that hears in the same way. Null where there is none, and where it counts, chooses a step or alternates between two lists: that
 * belongs to its own numbers.
 */
export function before(
  index: RigIndex,
  control: Control,
  controller: Controller,
  gesture: GestureType,
  parameter: Parameter,
  target: Target,
): Before | null {
  let found: { readonly order: number; readonly send: Send; readonly landing: Landing } | null = null;
  for (const other of index.controlsOf.get(controller.id) ?? []) {
    if (other.kind !== control.kind) continue;
    for (const row of index.assignmentsOf.get(other.id) ?? []) {
      if (row.gesture.type !== gesture || (found && found.order > row.order)) continue;
      const told = chosenIn(index, row, parameter, target);
      if (told) found = { order: row.order, ...told };
    }
  }
  if (!found) return null;
  const { send, landing } = found;
  const { message, behaviour } = send;
  if (!behavioursFor(controller, control, gesture, message).includes(behaviour.type)) return null;
  const { mode, takeover, coding } = landing;
  return { type: message.type, heard: { takeover, coding }, way: (p) => ({ behaviour: turnedFor(behaviour, p), mode }) };
}

/** The one message of a function and how it is heard, where that can be a choice for another function. */
function chosenIn(
  index: RigIndex,
  row: Assignment,
  parameter: Parameter,
  target: Target,
): { readonly send: Send; readonly landing: Landing } | null {
  const sends = row.actions.filter((a) => a.type === 'send');
  const [send] = sends;
  if (!send || sends.length !== 1 || send.meant.length !== 1 || alternates(row.actions)) return null;
  const of = index.parameters.get(send.meant[0] ?? '');
  const heardBy = of && index.targets.get(of.targetId);
  if (!of || !heardBy || of.kind !== parameter.kind || !sameJson(heardBy.reception, target.reception)) return null;
  const [landing] = landingsFor(index, row, send).filter((l) => l.parameterId === of.id);
  if (!landing || landing.given !== null || landing.chosenBy !== null || landing.hostLayerId !== null || isRun(landing))
    return null;
  const { needs, counts, fromNow } = modeOf(landing.mode);
  const { type } = send.behaviour;
  // What alternates goes with where its parameter is only where each end stands for one: heard otherwise it is a case of its own.
  const own =
    type === 'stepping' ||
    ((type === 'latching' || type === 'range') && landing.mode !== 'absolute') ||
    // What counts up is soon at its end: how far it has to go is a matter of where its parameter starts.
    (fromNow && counts && needs !== 'coding' && of.kind !== 'toggle') ||
    needs === 'value' ||
    needs === 'first-value' ||
    landing.from > landing.to;
  return own || !carriesValue(send.message.type) ? null : { send, landing };
}

/** What alternates begins with the end at which the parameter is not; all else goes as it is. */
function turnedFor(behaviour: Behaviour, parameter: Parameter): Behaviour {
  if (behaviour.type !== 'latching') return behaviour;
  const [low, high] = [behaviour.first, behaviour.second].sort((a, b) => a - b);
  if (low === undefined || high === undefined) return behaviour;
  return standsHigh(parameter, { from: parameter.lowest, to: parameter.highest })
    ? { ...behaviour, first: low, second: high }
    : { ...behaviour, first: high, second: low };
}
