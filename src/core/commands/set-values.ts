// Several values at once from one gesture: each parameter gets a message of its own, the numbers counted up, and its target sets it to the value.

import { counted } from '../base';
import { addressKey, kindOf, type Message, u14, valueMax } from '../midi';
import { makeHear } from '../modes';
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
  sentAtOnce,
  set,
  type Target,
} from '../rig';
import { addressAt, type Outlet, outletFor } from '../wires';
import { assignAction } from './actions';
import { assignmentAt, type Place } from './assign';
import { defaultLanding, defaultType } from './defaults';
import { type NewId, nextOrder, staleAssignment } from './shared';

export interface SetValuesWish {
  readonly control: Control;
  readonly place: Place;
  readonly gesture: Gesture;
  /** What is set, in the unit of each parameter, in the order in which it is sent. */
  readonly values: readonly { readonly parameterId: string; readonly value: number }[];
}

/** One parameter: what would be sent for it, and how its target hears that; or why it is left out. */
export type SetValueRow =
  | {
      readonly parameter: Parameter;
      readonly message: Message;
      readonly behaviour: Behaviour;
      readonly landing: Pick<Landing, 'mode' | 'setValue'>;
      readonly skip: null;
    }
  | { readonly parameter: Parameter; readonly message: null; readonly skip: string };

export interface SetValuesPlan {
  readonly wish: SetValuesWish;
  /** The function that is added to; null where the gesture has none. */
  readonly onto: Assignment | null;
  readonly rows: readonly SetValueRow[];
}

/**
 * Plans to set parameters to values on one gesture, beside what it does already. Each next one takes the next free number. A target that hears _set value_ sets the
 * value itself; one that does not hears the message value that its value lies nearest to. Whoever is left out says why.
 */
export function planSetValues(index: RigIndex, wish: SetValuesWish): SetValuesPlan {
  const { control, place, gesture, values } = wish;
  const controller = index.controllers.get(control.controllerId);
  const onto = assignmentAt(index, control.id, place, gesture.type);
  const reserved = new Set<number>();
  const room = controller ? controller.firmware.messagesPerGesture - sentAtOnce(onto?.actions ?? []) : 0;
  let sent = 0;
  const rows = values.flatMap(({ parameterId, value }): SetValueRow[] => {
    const parameter = index.parameters.get(parameterId);
    const target = parameter && index.targets.get(parameter.targetId);
    if (!parameter || !target || !controller) return [];
    const left = (skip: string): SetValueRow[] => [{ parameter, message: null, skip }];
    const why = cannotSet(index, wish, onto, parameter, value);
    if (why !== null) return left(why);
    if (sent >= room) return left(`${controller.name} sends at most ${controller.firmware.messagesPerGesture} on one gesture`);
    const type = defaultType(controller);
    const channel = controller.channel;
    const message = chooseMessage(index, { controllerId: controller.id, type, channel, targetId: target.id, reserved });
    if (!message) return left(`${target.name} takes no number that is free`);
    const heard = addressAt(index, { unitId: controller.id, port: control.port }, message, target.id);
    const way = wayTo(controller, target, parameter, value, heard);
    if (!way) return left(`${target.name} cannot be set to it by a press`);
    reserved.add(addressKey(message));
    sent++;
    return [{ parameter, message, ...way, skip: null }];
  });
  return { wish, onto, rows };
}

/** Why a parameter is not set here; null where it can be. */
function cannotSet(
  index: RigIndex,
  { control, place, gesture }: SetValuesWish,
  onto: Assignment | null,
  parameter: Parameter,
  value: number,
): string | null {
  const layer = index.layers.get(place.layerId ?? '');
  if (layer && modifiersOf(layer).includes(control.id)) return `${control.name} opens ${layer.name}`;
  if (hostLayerAt(index, place.layerId) !== null) return `in ${layer?.name} ${control.name} sends what it sends in Base`;
  if (gesture.type === 'move') return 'what moves sets nothing';
  if (parameter.kind === 'trigger') return 'fires, and has no value';
  if (!(value >= parameter.lowest && value <= parameter.highest)) return 'outside of its range';
  const does = onto?.actions.some((a) => a.type === 'send' && a.meant.includes(parameter.id));
  return does ? 'is moved by this gesture already' : null;
}

interface Way {
  readonly behaviour: Behaviour;
  readonly landing: Pick<Landing, 'mode' | 'setValue'>;
}

/** How one press puts a parameter to a value; null where its target hears neither a value of its own nor the message's. */
function wayTo(
  { firmware }: Controller,
  { reception }: Target,
  parameter: Parameter,
  value: number,
  message: Message,
): Way | null {
  if (!firmware.switchModes.includes('fixed') && kindOf(message.type).carries === 'value') return null;
  const most = valueMax(message.type);
  if (reception.modes.includes('set'))
    return { behaviour: { type: 'fixed', value: u14(most) }, landing: { mode: 'set', setValue: value } };
  if (!reception.modes.includes('absolute') || kindOf(message.type).carries !== 'value') return null;
  const landing = defaultLanding('', 0, message, null, parameter, 'absolute');
  const hear = makeHear(landing, parameter, reception);
  const sends = hear.sentBack(message.type, value, most);
  if (sends === null || (parameter.kind !== 'continuous' && hear.value(message.type, sends, value) !== value)) return null;
  return { behaviour: { type: 'fixed', value: u14(sends) }, landing: { mode: 'absolute', setValue: landing.setValue } };
}

/** What a plan sends, in its order, and what its targets hear. */
function partsOf(
  index: RigIndex,
  { wish: { place }, rows }: SetValuesPlan,
  outlet: Outlet,
  newId: NewId,
): { readonly actions: readonly Action[]; readonly landings: readonly Edit[] } {
  const made = rows.flatMap((row) => (row.skip === null ? [row] : []));
  let order = nextOrder(index.rig.landings);
  return {
    actions: made.map(
      ({ parameter, message, behaviour }): Action => ({
        type: 'send',
        message,
        behaviour,
        pinned: false,
        meant: [parameter.id],
      }),
    ),
    landings: made.map(({ parameter, message, landing }) =>
      insert('landings', {
        ...defaultLanding(
          newId(),
          order++,
          addressAt(index, outlet, message, parameter.targetId),
          hostLayerAt(index, place.layerId),
          parameter,
          landing.mode,
          index.targets.get(parameter.targetId),
        ),
        setValue: landing.setValue,
      }),
    ),
  };
}

/** The edit of a plan: one batch, one undo. Null where nothing is left to set. */
export function setValuesEdit(index: RigIndex, plan: SetValuesPlan, newId: NewId): Edit | null {
  const { wish, onto } = plan;
  const { control, place, gesture } = wish;
  const { actions, landings } = partsOf(index, plan, outletFor(index, control.id, {}), newId);
  const [first] = actions;
  if (!first) return null;
  const own = onto
    ? [set('assignments', onto, 'actions', [...onto.actions, ...actions]), ...staleAssignment(onto)]
    : [
        insert('assignments', {
          ...assignAction(index, { controlId: control.id, place, gesture }, first, newId).row,
          actions: [...actions],
        }),
      ];
  return batch(`Set ${counted(actions.length, 'value')} on ${control.name}`, [...own, ...landings]);
}

/** The same sent on arriving at a bank of the controller, out of all of its ports, by no control. Null where nothing is left to set. */
export function setOnArrivalEdit(index: RigIndex, plan: SetValuesPlan, bank: number, newId: NewId): Edit | null {
  const { controllerId } = plan.wish.control;
  const { actions, landings } = partsOf(index, plan, { unitId: controllerId, port: '' }, newId);
  if (actions.length === 0) return null;
  const arrival = {
    id: newId(),
    order: nextOrder(index.rig.arrivals),
    controllerId,
    bank,
    page: null,
    actions: [...actions],
    latches: [],
    atStart: false,
    entered: null,
    note: '',
  };
  return batch(`Set ${counted(actions.length, 'value')} on arriving at bank ${bank}`, [insert('arrivals', arrival), ...landings]);
}
