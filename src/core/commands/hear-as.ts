// How a target hears a function, and the values that work with it, in one step.
import { kindOf, u14, valueMax } from '../midi';
import { modeOf, type ReceiveMode } from '../modes';
import {
  type Assignment,
  type Behaviour,
  batch,
  behaviourValues,
  type Controller,
  type Edit,
  type GestureType,
  type Landing,
  messagesOf,
  type Parameter,
  type RigIndex,
  type Send,
  sameJson,
  type Target,
} from '../rig';
import { hearsIt, outletFor } from '../wires';
import { changeBehaviour } from './change';
import { standsHigh } from './defaults';
import { rowsHearing } from './run';
import type { NewId } from './shared';

/**
 * Changes how a landing hears, by hand, on a function that sends for it: where the values of a press would not work with it, they change along. What a mode
 * flips, counts or sets by itself has to come with every press; what lasts while held, with a press and a release; a switch that the message itself turns on and off,
 * with two values in turn. What is there for several parameters keeps its values, and so does what the firmware sends in no other way.
 */
export function hearAs(
  index: RigIndex,
  assignment: Assignment,
  landing: Landing,
  mode: ReceiveMode,
  coding: Landing['coding'],
  newId: NewId,
): Edit {
  const rows = rowsHearing(index, landing, mode, coding, newId);
  const at = assignment.actions.findIndex((a) => a.type === 'send' && sendsFor(index, assignment, a, landing));
  const values = valuesWith(index, assignment, at, landing, mode);
  const along = values && changeBehaviour(assignment, at, values);
  if (!along) return rows;
  const edits = (edit: Edit): readonly Edit[] => (edit.type === 'batch' ? edit.edits : [edit]);
  return batch(`Hear it as ${modeOf(mode).name}`, [...edits(rows), ...edits(along)]);
}

const sendsFor = (index: RigIndex, { controlId }: Assignment, send: Send, landing: Landing): boolean =>
  send.meant.includes(landing.parameterId) &&
  messagesOf(send, index.counters).some((m) => hearsIt(index, outletFor(index, controlId, send), m, landing));

/** The values that work with a mode, where those that are sent do not; null where they stay. */
function valuesWith(
  index: RigIndex,
  { controlId, gesture, actions }: Assignment,
  at: number,
  landing: Landing,
  mode: ReceiveMode,
): Behaviour | null {
  const send = actions[at];
  const controller = index.controllers.get(index.controls.get(controlId)?.controllerId ?? '');
  const parameter = index.parameters.get(landing.parameterId);
  const target = index.targets.get(landing.targetId);
  if (send?.type !== 'send' || !controller || !parameter || !target || gesture.type === 'move') return null;
  if (send.meant.length > 1 || kindOf(send.message.type).carries !== 'value') return null;
  // What is over at once cannot last while held.
  if (mode === 'gate' && !lasting.has(gesture.type)) return null;
  const wanted = wantedValues(mode, send.behaviour, parameter, target);
  const values =
    wanted &&
    made(
      lasting.has(gesture.type) ? wanted : wanted.filter((w) => w !== 'momentary' || mode !== 'absolute'),
      controller,
      send,
      standsHigh(parameter, landing),
    );
  return values && !sameJson(values, send.behaviour) ? values : null;
}

/** Gestures that begin and end: a press and its release send a value each. */
const lasting: ReadonlySet<GestureType> = new Set<GestureType>(['press', 'hold', 'double-tap', 'tap-hold', 'chord']);

type Pressed = 'fixed' | 'momentary' | 'latching';

/** The ways of a press that work with a mode, the best first; null where what is sent works. */
function wantedValues(
  mode: ReceiveMode,
  { type }: Behaviour,
  parameter: Parameter,
  { reception }: Target,
): readonly Pressed[] | null {
  if (type === 'stepping' || type === 'relative' || type === 'range') return null;
  const facts = modeOf(mode);
  // A release counts as well where a target acts on any message.
  const held: readonly Pressed[] = reception.actsOn === 'any-message' ? [] : ['momentary'];
  // A release tells that the next press is one, or is heard itself.
  const bothWays = mode === 'gate' || mode === 'states' || (facts.acts && reception.actsOn === 'rising-edge');
  if (bothWays) return type === 'momentary' ? null : ['momentary'];
  if (facts.fromNow || facts.needs === 'value' || mode === 'trigger')
    return type === 'fixed' || (type === 'momentary' && held.length > 0) ? null : ['fixed', ...held];
  if (mode === 'absolute' && parameter.kind === 'toggle')
    return type === 'fixed' ? ['latching', 'momentary'] : type === 'latching' ? ['latching'] : null;
  return null;
}

const can = ({ firmware }: Controller, type: Pressed): boolean => firmware.switchModes.includes(type);

function made(wanted: readonly Pressed[], controller: Controller, { behaviour, message }: Send, high: boolean): Behaviour | null {
  const type = wanted.find((t) => can(controller, t));
  const most = u14(Math.max(0, ...behaviourValues(behaviour)) || valueMax(message.type));
  switch (type) {
    case 'fixed':
      return { type, value: most };
    case 'momentary':
      return { type, down: most, up: u14(0) };
    case 'latching':
      return high ? { type, first: u14(0), second: most } : { type, first: most, second: u14(0) };
    default:
      return null;
  }
}
