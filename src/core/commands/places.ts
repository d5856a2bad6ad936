// What holds at a place of a controller beside its functions: switches that release each other, and what is done on arriving there.
import { err, ok, type Result } from '../base';
import { carriesValue, type Message, u14, valueMax } from '../midi';
import {
  type Action,
  type Arrival,
  batch,
  type Control,
  type Controller,
  type Edit,
  insert,
  type RigIndex,
  remove,
  type SwitchGroup,
} from '../rig';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder, patch } from './shared';

type At = Pick<Arrival, 'bank' | 'page'>;

/** Kinds of control that can be in a group: what is pressed. */
const pressed: ReadonlySet<Control['kind']> = new Set(['footswitch', 'button', 'pad', 'encoder']);

/** Controls of a controller that can release each other. */
export const groupable = (index: RigIndex, controllerId: string): readonly Control[] =>
  (index.controlsOf.get(controllerId) ?? []).filter((c) => pressed.has(c.kind) && !index.layersByModifier.has(c.id));

/** Lets some switches release each other at a place: at most one of them is on. Two at least. */
export function addGroup(
  index: RigIndex,
  controller: Controller,
  at: At,
  controlIds: readonly string[],
  newId: NewId,
): Result<Edit, CommandProblem> {
  if (controlIds.length < 2) return err({ code: 'group-of-one' });
  const count = (index.groupsOf.get(controller.id) ?? []).length;
  return ok(
    batch('Let switches release each other', [
      insert('groups', {
        id: newId(),
        order: nextOrder(index.rig.groups),
        controllerId: controller.id,
        name: `Group ${count + 1}`,
        ...at,
        controlIds: inPanelOrder(index, controller.id, controlIds),
        pressedAgain: 'turns-off',
        sendsOff: true,
        entered: null,
        note: '',
      }),
    ]),
  );
}

const inPanelOrder = (index: RigIndex, controllerId: string, ids: readonly string[]): string[] =>
  (index.controlsOf.get(controllerId) ?? []).flatMap((c) => (ids.includes(c.id) ? [c.id] : []));

/** Changes a group; its switches stay in the order of the panel. */
export const changeGroup = (
  index: RigIndex,
  group: SwitchGroup,
  change: Partial<Pick<SwitchGroup, 'name' | 'bank' | 'page' | 'controlIds' | 'pressedAgain' | 'sendsOff'>>,
): Edit => {
  const controlIds = change.controlIds && inPanelOrder(index, group.controllerId, change.controlIds);
  return batch(`Change ${group.name}`, patch('groups', group, controlIds ? { ...change, controlIds } : change));
};

/** Takes a group away: its switches are on and off by themselves again. */
export const removeGroup = (group: SwitchGroup): Edit => batch(`Delete ${group.name}`, [remove('groups', group)]);

/** Says that something is done on arriving at a place; what, is said next. */
export const addArrival = (index: RigIndex, controller: Controller, at: At, newId: NewId): Edit =>
  batch('Do something on arriving', [
    insert('arrivals', {
      id: newId(),
      order: nextOrder(index.rig.arrivals),
      controllerId: controller.id,
      ...at,
      actions: [],
      latches: [],
      atStart: false,
      entered: null,
      note: '',
    }),
  ]);

/** Changes what is done on arriving. */
export const changeArrival = (
  arrival: Arrival,
  change: Partial<Pick<Arrival, 'bank' | 'page' | 'actions' | 'latches' | 'atStart'>>,
  label = 'Change what is done on arriving',
): Edit => batch(label, patch('arrivals', arrival, change));

/** Does nothing on arriving there any more. */
export const removeArrival = (arrival: Arrival): Edit => batch('Do nothing on arriving', [remove('arrivals', arrival)]);

/** A message that is sent on arriving, its value the largest to begin with, where it has one. */
export const sentOnArrival = (message: Message, meant: readonly string[] = []): Action => ({
  type: 'send',
  message,
  behaviour: { type: 'fixed', value: u14(carriesValue(message.type) ? valueMax(message.type) : 0) },
  pinned: false,
  meant: [...meant],
});

/** Lets a latch stand on or off on arriving; null leaves it as it is. */
export function setLatchOnArrival(index: RigIndex, arrival: Arrival, controlId: string, on: boolean | null): Edit {
  const said = new Map(arrival.latches.map((l) => [l.controlId, l.on]));
  if (on === null) said.delete(controlId);
  else said.set(controlId, on);
  const order = inPanelOrder(index, arrival.controllerId, [...said.keys()]);
  return changeArrival(arrival, { latches: order.map((id) => ({ controlId: id, on: said.get(id) === true })) });
}
