// What a gesture does besides its first message: more messages, going to another bank, waiting, keystrokes; in their order.

import { err, ok, type Result } from '../base';
import { u14 } from '../midi';
import { chooseMessage } from '../numbers';
import {
  type Action,
  type Assignment,
  batch,
  type Edit,
  type Gesture,
  hostLayerAt,
  insert,
  type Parameter,
  type RigIndex,
  remove,
  sentAtOnce,
  set,
} from '../rig';
import { addressAt, outletFor } from '../wires';
import type { Place } from './assign';
import { defaultLanding, defaultType } from './defaults';
import type { CommandProblem } from './problem';
import { dropWants, type NewId, nextOrder, staleAssignment, withAction } from './shared';

export type PlainAction = Exclude<Action, { type: 'send' }>;

const blank = {
  wants: [],
  textShort: '',
  textLong: '',
  colour: '',
  colourOff: '',
  lightBy: 'controller' as const,
  minimum: false,
  entered: null,
  saved: null,
  proved: null,
  why: '',
  replaced: '',
  note: '',
};

/** A gesture that has nothing yet gets an action that is for no parameter: going to a bank, say. */
export function assignAction(
  index: RigIndex,
  at: { readonly controlId: string; readonly place: Place; readonly gesture: Gesture },
  action: Action,
  newId: NewId,
): { readonly edit: Edit; readonly assignmentId: string; readonly row: Assignment } {
  const row: Assignment = {
    id: newId(),
    order: nextOrder(index.rig.assignments),
    controlId: at.controlId,
    ...at.place,
    gesture: at.gesture,
    actions: [action],
    ...blank,
  };
  return { edit: batch('Assign an action', [insert('assignments', row)]), assignmentId: row.id, row };
}

const withActions = (assignment: Assignment, actions: readonly Action[], label: string): Edit =>
  batch(label, [set('assignments', assignment, 'actions', [...actions]), ...staleAssignment(assignment)]);

/** Adds an action at the end of the list; null when the list is full. */
export function addAction(assignment: Assignment, action: PlainAction): Edit | null {
  return assignment.actions.length >= 64 ? null : withActions(assignment, [...assignment.actions, action], 'Add an action');
}

/** Puts another action in the place of one. */
export function changeAction(assignment: Assignment, at: number, action: PlainAction): Edit {
  // On which presses it is done stays as it was.
  const turn = assignment.actions[at]?.turn;
  return batch('Change an action', withAction(assignment, at, turn ? { ...action, turn } : action));
}

/** Takes an action away; the last one takes the assignment with it. */
export function removeAction(assignment: Assignment, at: number): Edit {
  const rest = assignment.actions.filter((_, i) => i !== at);
  return rest.length === 0
    ? batch('Clear the gesture', [remove('assignments', assignment)])
    : batch('Take an action away', [
        withActions(assignment, rest, 'Take an action away'),
        ...dropWants(assignment, (id) => !isMeant(rest, id)),
      ]);
}

/** Whether some of the actions are there for a parameter. */
const isMeant = (actions: readonly Action[], parameterId: string): boolean =>
  actions.some((a) => a.type === 'send' && a.meant.includes(parameterId));

/** Moves an action one place up or down the list; null at its end. */
export function moveAction(assignment: Assignment, at: number, by: 1 | -1): Edit | null {
  const action = assignment.actions[at];
  const other = assignment.actions[at + by];
  if (!action || !other) return null;
  const actions = assignment.actions.map((a, i) => (i === at ? other : i === at + by ? action : a));
  return withActions(assignment, actions, 'Change the order');
}

/**
 * Another message on the same gesture, for a parameter of its own, with a number and landing of its own: press sends both.
 */
export function addMessage(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  newId: NewId,
): Result<Edit, CommandProblem> {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const target = index.targets.get(parameter.targetId);
  if (!control || !controller || !target) return err({ code: 'gone' });
  if (sentAtOnce(assignment.actions) >= controller.firmware.messagesPerGesture)
    return err({ code: 'too-many-messages', controller: controller.name, most: controller.firmware.messagesPerGesture });
  const type = defaultType(controller);
  const message = chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: target.id });
  if (!message) return err({ code: 'no-number', target: target.name });
  const first = assignment.actions.find((a) => a.type === 'send');
  const behaviour =
    first?.type === 'send' && first.behaviour.type !== 'stepping' && message.type !== 'program'
      ? first.behaviour
      : ({ type: 'fixed', value: u14(127) } as const);
  const action: Action = { type: 'send', message, behaviour, pinned: false, meant: [parameter.id] };
  const modes = target.reception.modes;
  const landing = defaultLanding(
    newId(),
    nextOrder(index.rig.landings),
    addressAt(index, outletFor(index, control.id, action), message, target.id),
    hostLayerAt(index, assignment.layerId),
    parameter,
    modes.includes('absolute') ? 'absolute' : (modes[0] ?? 'absolute'),
    target,
  );
  return ok(
    batch(`Send ${parameter.name} as well`, [
      set('assignments', assignment, 'actions', [...assignment.actions, action]),
      ...staleAssignment(assignment),
      insert('landings', landing),
    ]),
  );
}
