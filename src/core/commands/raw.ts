// Functions without a parameter: a message for a device that is not on the rig, or planned before its target is known.

import { err, ok, type Result } from '../base';
import { addressKey, kindOf, type Message, u14, valueMax } from '../midi';
import type { ReceiveMode } from '../modes';
import { chooseMessage } from '../numbers';
import {
  type Action,
  type Assignment,
  type Behaviour,
  batch,
  type Control,
  type Controller,
  type Edit,
  type Gesture,
  hostLayerAt,
  insert,
  type Landing,
  modifiersOf,
  type Parameter,
  type RigIndex,
  type Send,
  sendsMoves,
  sentAtOnce,
  set,
  type Target,
} from '../rig';
import { straight } from '../values';
import { addressAt, heardAnywhere, landingsHearing, outletFor, sendsHeard } from '../wires';
import { assignAction } from './actions';
import type { Place } from './assign';
import { landingsFor } from './change';
import { defaultBehaviour, defaultLanding, defaultType } from './defaults';
import { behaviourOf } from './kinds';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder, staleAssignment, withAction } from './shared';

/**
 * A gesture that has nothing yet sends a message that is for no parameter: what the control leaves the factory with, else the first free number. It is
 * pinned: a device that nobody described decides on it. Fails where every number is in use.
 */
export function assignRaw(
  index: RigIndex,
  at: { readonly controlId: string; readonly place: Place; readonly gesture: Gesture },
  newId: NewId,
): Result<{ readonly edit: Edit; readonly assignmentId: string }, CommandProblem> {
  const control = index.controls.get(at.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return err({ code: 'gone' });
  const layer = index.layers.get(at.place.layerId ?? '');
  if (layer && modifiersOf(layer).includes(control.id))
    return err({ code: 'own-modifier', control: control.name, layer: layer.name });
  if (layer?.madeIn === 'host') return err({ code: 'sends-as-base', control: control.name, layer: layer.name });
  const send = rawSend(index, controller, control, at.gesture);
  return send.ok ? ok(assignAction(index, at, send.value, newId)) : send;
}

/** One more message on a gesture, for no parameter. Fails where the controller sends no more on one gesture. */
export function addRaw(index: RigIndex, assignment: Assignment): Result<Edit, CommandProblem> {
  const send = oneMore(index, assignment, assignment.actions);
  if (!send.ok) return send;
  const label = 'Send a message as well';
  const actions = [...assignment.actions, send.value];
  return ok(batch(label, [set('assignments', assignment, 'actions', actions), ...staleAssignment(assignment)]));
}

/** A message for no parameter that goes out beside some actions of a function. */
export function oneMore(index: RigIndex, assignment: Assignment, beside: readonly Action[]): Result<Send, CommandProblem> {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return err({ code: 'gone' });
  const most = controller.firmware.messagesPerGesture;
  if (assignment.actions.length >= 64 || sentAtOnce(beside) >= most)
    return err({ code: 'too-many-messages', controller: controller.name, most });
  return rawSend(index, controller, control, assignment.gesture);
}

function rawSend(index: RigIndex, controller: Controller, control: Control, gesture: Gesture): Result<Send, CommandProblem> {
  const factory = control.factory.find((f) => f.gesture === gesture.type)?.message;
  const type = defaultType(controller);
  const message =
    factory && isFreeHere(index, controller.id, factory)
      ? factory
      : chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: null });
  if (!message) return err({ code: 'no-free-number', controller: controller.name });
  return ok({ type: 'send', message, behaviour: plainBehaviour(gesture, message, controller, control), pinned: true, meant: [] });
}

/** Whether nothing is sent where a message of a controller is heard. */
const isFreeHere = (index: RigIndex, controllerId: string, message: Message): boolean =>
  heardAnywhere(index, { unitId: controllerId, port: '' }, message).every(
    (heard) => !sendsHeard(index).sendsAt.has(addressKey(heard)),
  );

/** The values of a message that nobody said anything of: all of its range for what moves, on and off for what switches. */
export function plainBehaviour(gesture: Gesture, message: Message, controller: Controller, control: Control): Behaviour {
  const { firmware } = controller;
  const { carries } = kindOf(message.type);
  if (carries !== 'value') return { type: 'fixed', value: u14(0) };
  const most = u14(valueMax(message.type));
  if (gesture.type === 'move') {
    const positions: Behaviour = { type: 'range', from: u14(0), to: most, curve: straight };
    const clicks =
      most === 127 && !sendsMoves(control, firmware, positions) ? behaviourOf('relative', controller, message) : null;
    return clicks ?? positions;
  }
  return firmware.switchModes.includes('momentary')
    ? { type: 'momentary', down: most, up: u14(0) }
    : { type: 'fixed', value: most };
}

/** Whether a function sends, and nothing that it sends is for a parameter. */
export const isRaw = ({ actions }: Assignment): boolean =>
  actions.some((a) => a.type === 'send') && !actions.some((a) => a.type === 'send' && a.meant.length > 0);

/** The action of a function that a parameter joins: the first message that is for nothing yet, else the first message; −1 for none. */
export function joinedAt({ actions }: Assignment): number {
  const raw = actions.findIndex((a) => a.type === 'send' && a.meant.length === 0);
  return raw >= 0 && !actions.some((a) => a.type === 'send' && a.meant.length > 0)
    ? raw
    : actions.findIndex((a) => a.type === 'send');
}

/**
 * Says of one message what it is for: the parameter is meant by it from now on, and its target listens at its address, in the way that suits what is
 * sent. A message that is for others already moves this one as well. Fails where the action is no message, or is for it already.
 */
export function nameParameter(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  parameter: Parameter,
  newId: NewId,
): Result<Edit, CommandProblem> {
  const send = assignment.actions[at];
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const target = index.targets.get(parameter.targetId);
  if (!controller || !target) return err({ code: 'gone' });
  if (send?.type !== 'send') return err({ code: 'nothing-to-share' });
  if (send.meant.includes(parameter.id)) return err({ code: 'moved-already', parameter: parameter.name });
  const named: Action = { ...send, meant: [...send.meant, parameter.id] };
  const layer = hostLayerAt(index, assignment.layerId);
  const outlet = outletFor(index, assignment.controlId, send);
  const hearing = landingsHearing(index, outlet, send.message);
  const there = hearing.some((l) => l.parameterId === parameter.id && l.hostLayerId === layer);
  const sibling = landingsFor(index, assignment, send)[0] ?? hearing[0];
  const address = addressAt(index, outlet, send.message, target.id);
  const heard = sibling
    ? { mode: sibling.mode, coding: sibling.coding }
    : modeFor(assignment, { ...send, message: address }, controller, control, parameter, target);
  const landing = defaultLanding(newId(), nextOrder(index.rig.landings), address, layer, parameter, heard.mode, target);
  return ok(
    batch(`Add ${parameter.name} to ${control.name}`, [
      ...withAction(assignment, at, named),
      ...(there ? [] : [insert('landings', { ...landing, coding: heard.coding })]),
    ]),
  );
}

/** The receive mode that suits what is sent already. */
function modeFor(
  { gesture }: Assignment,
  { message, behaviour }: Send,
  controller: Controller,
  control: Control,
  parameter: Parameter,
  target: Target,
): Pick<Landing, 'mode' | 'coding'> {
  const hears = (mode: ReceiveMode): boolean => target.reception.modes.includes(mode);
  if (behaviour.type === 'relative' && hears('relative')) return { mode: 'relative', coding: behaviour.coding };
  const usual = defaultBehaviour(gesture.type, message.type, controller, control, parameter, target);
  if (usual.behaviour.type === behaviour.type) return { mode: usual.mode, coding: null };
  const everyPress = behaviour.type === 'momentary' || behaviour.type === 'fixed';
  const mode =
    everyPress && parameter.kind === 'toggle' && hears('toggle') ? 'toggle' : hears('absolute') ? 'absolute' : usual.mode;
  return { mode, coding: null };
}
