// Changes that several checks propose.
import { changeBehaviour, changeLanding, landingsFor, patch } from '../commands';
import { u14 } from '../midi';
import { type Assignment, type Behaviour, batch, type ReceiveMode, type RigIndex, type Send } from '../rig';
import type { Fix } from './finding';

/** The sends of an assignment that are there for a parameter, with their action index. */
export function sendsFor(
  assignment: Assignment,
  parameterId: string | null,
): readonly { readonly send: Send; readonly at: number }[] {
  return assignment.actions.flatMap((action, at) =>
    action.type === 'send' && (parameterId === null || action.meant.includes(parameterId)) ? [{ send: action, at }] : [],
  );
}

/** Gives the send another value behaviour, if the firmware can do it. */
export function sendFix(
  index: RigIndex,
  assignment: Assignment,
  parameterId: string | null,
  label: string,
  behaviour: Behaviour,
): Fix[] {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (
    !controller ||
    (behaviour.type !== 'range' && behaviour.type !== 'relative' && !controller.firmware.switchModes.includes(behaviour.type))
  )
    return [];
  return sendsFor(assignment, parameterId).flatMap(({ send, at }) => {
    if (send.message.type === 'program') return [];
    const edit = changeBehaviour(assignment, at, behaviour);
    return edit ? [{ label, edit }] : [];
  });
}

/** Lets the target hear it in another mode, if it can. */
export function modeFix(index: RigIndex, assignment: Assignment, parameterId: string, label: string, mode: ReceiveMode): Fix[] {
  const parameter = index.parameters.get(parameterId);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!target?.reception.modes.includes(mode)) return [];
  return sendsFor(assignment, parameterId).flatMap(({ send }) =>
    landingsFor(index, assignment, send)
      .filter((l) => l.parameterId === parameterId && l.mode !== mode)
      .map((landing) => ({ label, edit: changeLanding(landing, { mode }, label) })),
  );
}

/** Starts the show with the parameter elsewhere. */
export function startFix(index: RigIndex, parameterId: string, label: string, start: number): Fix[] {
  const parameter = index.parameters.get(parameterId);
  return parameter ? [{ label, edit: batch(label, patch('parameters', parameter, { start })) }] : [];
}

export const alternating = (first: number, second: number): Behaviour => ({
  type: 'latching',
  first: u14(first),
  second: u14(second),
});
export const whileHeld = (down: number, up: number): Behaviour => ({ type: 'momentary', down: u14(down), up: u14(up) });
export const always = (value: number): Behaviour => ({ type: 'fixed', value: u14(value) });
