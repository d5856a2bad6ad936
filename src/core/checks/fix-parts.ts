// Changes that several checks propose.

import { groupBy } from '../base';
import { changeBehaviour, changeLanding, changeMessage, landingsFor, patch } from '../commands';
import { shortName, u14, valueMax } from '../midi';
import type { ReceiveMode } from '../modes';
import { chooseMessage } from '../numbers';
import {
  type Assignment,
  type Behaviour,
  batch,
  behaviourValues,
  type Control,
  type Controller,
  type Edit,
  type Parameter,
  type RigIndex,
  type Send,
  type Wire,
} from '../rig';
import type { CheckContext, Fix } from './finding';

/** The sends of an assignment that are there for a parameter, with their action index. */
export function sendsFor(
  assignment: Assignment,
  parameterId: string | null,
): readonly { readonly send: Send; readonly at: number }[] {
  const found: { send: Send; at: number }[] = [];
  for (let at = 0; at < assignment.actions.length; at++) {
    const action = assignment.actions[at];
    if (action?.type === 'send' && (parameterId === null || action.meant.includes(parameterId))) found.push({ send: action, at });
  }
  return found;
}

/** The control and controller of an assignment. */
export function homeOf(
  index: RigIndex,
  assignment: Assignment,
): { readonly control: Control; readonly controller: Controller } | null {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  return control && controller ? { control, controller } : null;
}

/** Gives the send another value behaviour, if the firmware can do it. */
export function sendFix(
  index: RigIndex,
  assignment: Assignment,
  parameterId: string | null,
  label: string,
  behaviour: Behaviour,
): Fix[] {
  const home = homeOf(index, assignment);
  const plain = behaviour.type === 'range' || behaviour.type === 'relative' || behaviour.type === 'click';
  if (!home || (!plain && !home.controller.firmware.switchModes.includes(behaviour.type))) return [];
  return sendsFor(assignment, parameterId).flatMap(({ send, at }) => {
    if (send.message.type === 'program') return [];
    const most = valueMax(send.message.type);
    // Changes are written with the ends of seven bits; values that the message had before are its own.
    const wide = most !== SEVEN_BITS && Math.max(...behaviourValues(behaviour)) === SEVEN_BITS;
    const edit = changeBehaviour(assignment, at, wide ? widened(behaviour, most) : behaviour);
    return edit ? [{ label: wide ? label.replaceAll(String(SEVEN_BITS), String(most)) : label, edit }] : [];
  });
}

const SEVEN_BITS = 127;

/** A behaviour that is written for 7 bits, over all the values of a message with more. */
function widened(behaviour: Behaviour, most: number): Behaviour {
  const wide = (value: number) => u14(Math.round((value / SEVEN_BITS) * most));
  switch (behaviour.type) {
    case 'latching':
      return { ...behaviour, first: wide(behaviour.first), second: wide(behaviour.second) };
    case 'momentary':
      return { ...behaviour, down: wide(behaviour.down), up: wide(behaviour.up) };
    case 'fixed':
      return { ...behaviour, value: wide(behaviour.value) };
    default:
      return behaviour;
  }
}

/** Lets the target hear it in another mode, if it can. */
export function modeFix(index: RigIndex, assignment: Assignment, parameterId: string, label: string, mode: ReceiveMode): Fix[] {
  const parameter = index.parameters.get(parameterId);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!target?.reception.modes.includes(mode)) return [];
  return sendsFor(assignment, parameterId).flatMap(({ send }) =>
    inOne(
      landingsFor(index, assignment, send)
        .filter((l) => l.parameterId === parameterId && l.mode !== mode)
        .map((landing) => ({ label, edit: changeLanding(landing, { mode }, label) })),
    ),
  );
}

/** Fixes of one name as one fix: what counts through numbers is heard at each of them. */
export const inOne = (fixes: readonly Fix[]): Fix[] =>
  [...groupBy(fixes, (f) => f.label)].flatMap(([label, [first, ...more]]) =>
    first === undefined ? [] : more.length === 0 ? [first] : [{ label, edit: together(label, [first, ...more]) }],
  );

const together = (label: string, fixes: readonly Fix[]): Edit =>
  batch(
    label,
    fixes.flatMap(({ edit }) => (edit.type === 'batch' ? edit.edits : [edit])),
  );

/** Starts the show with the parameter elsewhere. */
export function startFix(index: RigIndex, parameterId: string, label: string, start: number): Fix[] {
  const parameter = index.parameters.get(parameterId);
  return parameter ? [{ label, edit: batch(label, patch('parameters', parameter, { start })) }] : [];
}

/** Gives a send the next free number of the rig's school. */
export function renumberFix({ index, newId }: CheckContext, assignment: Assignment, at: number): Fix[] {
  const action = assignment.actions[at];
  const home = homeOf(index, assignment);
  if (action?.type !== 'send' || !home || !('channel' in action.message)) return [];
  const { type } = action.message;
  if (type !== 'cc' && type !== 'note' && type !== 'program') return [];
  const [meant] = action.meant;
  const targetId = meant === undefined ? null : (index.parameters.get(meant)?.targetId ?? null);
  const message = chooseMessage(index, { controllerId: home.controller.id, type, channel: action.message.channel, targetId });
  const edit = message && changeMessage(index, assignment, at, message, newId);
  return edit ? [{ label: `Send ${shortName(message)} instead`, edit }] : [];
}

/** Changes a wire. */
export function wireFix(wire: Wire, label: string, changes: Partial<Wire>): Fix {
  return { label, edit: batch(label, patch('wires', wire, changes)) };
}

/** The wires from a port of a controller, empty for all, that are the first on a way to a target, and those behind them. */
export function wiresTowards(index: RigIndex, controllerId: string, targetId: string, port = ''): readonly Wire[] {
  const found: Wire[] = [];
  const seen = new Set<string>();
  const leads = (unitId: string, first: boolean): boolean => {
    if (unitId === targetId && !first) return true;
    let any = false;
    for (const wire of index.wiresFrom.get(unitId) ?? []) {
      if (seen.has(wire.id) || (first ? port !== '' && wire.from.port !== port : !wire.passesOn)) continue;
      seen.add(wire.id);
      if (wire.to.unitId === targetId || leads(wire.to.unitId, false)) {
        found.push(wire);
        any = true;
      }
    }
    return any;
  };
  leads(controllerId, true);
  return found.reverse();
}

/** Two values in turn, one with each press. */
export const alternating = (first: number, second: number): Behaviour => ({
  type: 'latching',
  first: u14(first),
  second: u14(second),
});
/** Alternating so that the first press takes the parameter away from where it starts. */
export const alternatingFrom = (parameter: Parameter): Behaviour =>
  parameter.start >= 0.5 ? alternating(0, 127) : alternating(127, 0);
/** One value on press, another on release. */
export const whileHeld = (down: number, up: number): Behaviour => ({ type: 'momentary', down: u14(down), up: u14(up) });
/** The same value with every press. */
export const always = (value: number): Behaviour => ({ type: 'fixed', value: u14(value) });
