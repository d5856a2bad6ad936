// Layers: made in the controller or in the host, opened by a modifier that may keep a function of its own.

import { err, exhaustive, ok, type Result } from '../base';
import { addressKey, carriesValue, type Message, shortName, u14 } from '../midi';
import { chooseMessage } from '../numbers';
import {
  type Action,
  baseAt,
  batch,
  type Control,
  type Controller,
  type Edit,
  insert,
  isTogether,
  type Landing,
  type Layer,
  modifiersOf,
  type Parameter,
  type RigIndex,
  remove,
  type Send,
  sameJson,
  set,
  signalOf,
} from '../rig';
import { addressAt, landingsHearing, type Outlet, outletFor } from '../wires';
import { removeWithDependents } from './cascade';
import { defaultLanding } from './defaults';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder, patch } from './shared';

const shapes: readonly Layer['shape'][] = ['diamond', 'triangle', 'square', 'hexagon', 'circle'];

export interface LayerWish {
  readonly name: string;
  readonly modifierControlId: string;
  /** Further modifiers on the same controller; each alone, or all of them together. */
  readonly alsoOpenedBy?: readonly string[];
  readonly together?: boolean;
  readonly madeIn: Layer['madeIn'];
  /** What a host listens for: a number of its own, or what the modifier sends anyway on a press in Base. */
  readonly signalBy?: Layer['signalBy'];
  readonly fallsThrough: boolean;
  readonly mode: Layer['mode'];
  /** What it reaches: the modifier's own controller (where nothing else is said), everything, or one side of it. */
  readonly reach?: 'controller' | 'all' | 'left' | 'right';
  /** How often its modifier's light blinks in a second while it is open; 0 for steady. */
  readonly blinks?: number;
}

/** A layer as it would be wished; null for one whose modifier is gone. */
export const wishOf = (layer: Layer): LayerWish | null =>
  layer.modifierControlId === null
    ? null
    : {
        name: layer.name,
        modifierControlId: layer.modifierControlId,
        alsoOpenedBy: layer.alsoOpenedBy,
        together: layer.together,
        madeIn: layer.madeIn,
        signalBy: layer.signalBy,
        fallsThrough: layer.fallsThrough,
        mode: layer.mode,
        reach: reachOf(layer),
        blinks: layer.blinks,
      };

/** Adds a layer. One made in the host gets a number for the modifier itself, or listens for what that sends anyway. */
export function addLayer(
  index: RigIndex,
  wish: LayerWish,
  newId: NewId,
): Result<{ readonly edit: Edit; readonly id: string }, CommandProblem> {
  const made = fieldsOf(index, wish, null);
  if (!made.ok) return made;
  const used = index.rig.layers.length;
  const layer: Layer = {
    id: newId(),
    order: nextOrder(index.rig.layers),
    letter: freshLetter(index, wish.name) ?? String.fromCharCode(65 + used),
    shape: shapes[used % shapes.length] ?? 'diamond',
    entered: null,
    tap: [],
    ...made.value,
  };
  return ok({ edit: batch(`Add layer ${layer.name}`, [insert('layers', layer)]), id: layer.id });
}

/**
 * Changes a layer. What it does when tapped goes where it can have none any more. Where it is made stays as long as something stands in it: there each
 * function would need other messages.
 */
export function changeLayer(index: RigIndex, layer: Layer, wish: LayerWish): Result<Edit, CommandProblem> {
  const inside = index.rig.assignments.filter((a) => a.layerId === layer.id).length;
  if (wish.madeIn !== layer.madeIn && inside > 0)
    return err({ code: 'layer-has-functions', layer: layer.name, functions: inside });
  const made = fieldsOf(index, wish, layer);
  if (!made.ok) return made;
  const changed = { ...made.value, ...(wish.name === layer.name ? {} : { letter: letterOf(wish.name) ?? layer.letter }) };
  const tapless = layer.tap.length > 0 && (changed.madeIn === 'host' || (changed.together && changed.alsoOpenedBy.length > 0));
  const gone = tapless ? landingsOfTap(index, layer).map((l) => remove('landings', l)) : [];
  const same = Object.fromEntries(Object.entries(changed).filter(([field, to]) => !sameJson(to, fieldOf(layer, field))));
  return ok(
    batch(`Change layer ${layer.name}`, [...patch('layers', layer, { ...same, ...(tapless ? { tap: [] } : {}) }), ...gone]),
  );
}

const fieldOf = (layer: Layer, name: string): unknown => Object.entries(layer).find(([field]) => field === name)?.[1];

const letterOf = (name: string): string | undefined => name.trim().charAt(0).toUpperCase() || undefined;

/** The sign of a name that stands for no other layer: its first letter, else a figure in it, else a later letter; of “Cue 1” and “Cue 2” the second is “2”. */
function freshLetter(index: RigIndex, name: string): string | undefined {
  const taken = new Set(index.rig.layers.map((l) => l.letter));
  const own = [...name.toUpperCase()].filter((c) => /[\p{L}\p{N}]/u.test(c));
  const [first, ...rest] = own;
  const inTurn = [first ?? '', ...rest.filter((c) => /\d/.test(c)), ...rest].filter((c) => c !== '');
  return inTurn.find((c) => !taken.has(c)) ?? letterOf(name);
}

type Wished = Pick<
  Layer,
  | 'name'
  | 'modifierControlId'
  | 'alsoOpenedBy'
  | 'together'
  | 'mode'
  | 'scope'
  | 'madeIn'
  | 'signal'
  | 'signalBy'
  | 'alsoSignals'
  | 'fallsThrough'
  | 'blinks'
>;

/** The fields of a layer as it is wished; `before` is what it was, null for a new one. */
function fieldsOf(index: RigIndex, wish: LayerWish, before: Layer | null): Result<Wished, CommandProblem> {
  const control = index.controls.get(wish.modifierControlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return err({ code: 'no-modifier' });
  const also = (wish.alsoOpenedBy ?? []).filter((id) => id !== control.id);
  for (const id of [control.id, ...also]) {
    const modifier = index.controls.get(id);
    if (!modifier) return err({ code: 'no-modifier' });
    if (!canBeHeld(modifier)) return err({ code: 'cannot-be-held', control: modifier.name });
    if (modifier.controllerId !== controller.id) return err({ code: 'modifiers-apart', control: modifier.name });
  }
  const together = wish.together === true && also.length > 0;
  const kept = before?.madeIn === 'controller' && before.scope.type === 'all';
  if (wish.madeIn === 'controller' && wish.reach === 'all' && !kept) return err({ code: 'layer-over-controllers' });
  const signals = signalsFor(index, { ...wish, alsoOpenedBy: also, together }, controller, before);
  if (!signals.ok) return signals;
  return ok({
    name: wish.name,
    modifierControlId: control.id,
    alsoOpenedBy: also,
    together,
    mode: wish.mode,
    // A reach that nobody changed is kept as it is, whichever controller it names.
    scope:
      before && reachOf(before) === (wish.reach ?? 'controller')
        ? before.scope
        : scopeOf(wish.reach ?? 'controller', controller.id),
    madeIn: wish.madeIn,
    ...signals.value,
    signalBy: wish.madeIn === 'host' ? (wish.signalBy ?? 'added') : 'added',
    fallsThrough: wish.fallsThrough,
    blinks: wish.blinks ?? 0,
  });
}

/** Whether a control can be held down: not what only moves. */
export const canBeHeld = ({ kind }: Pick<Control, 'kind'>): boolean => !['expression', 'fader', 'knob', 'ribbon'].includes(kind);

/**
 * What the host listens for: the numbers that it had, the first free ones, or what the modifiers send on a press in Base. Each modifier has a message of its
 * own where all of them are needed, and where each sends its own anyway.
 */
function signalsFor(
  index: RigIndex,
  wish: LayerWish,
  controller: Controller,
  before: Layer | null,
): Result<Pick<Layer, 'signal' | 'alsoSignals'>, CommandProblem> {
  if (wish.madeIn === 'controller') return ok({ signal: null, alsoSignals: [] });
  const by = wish.signalBy ?? 'added';
  const also = wish.together || by === 'own' ? (wish.alsoOpenedBy ?? []) : [];
  const had = before?.madeIn === 'host' && before.signalBy === by ? before : null;
  const taken = new Set<number>();
  const found: Message[] = [];
  for (const id of [wish.modifierControlId, ...also]) {
    const name = index.controls.get(id)?.name ?? '?';
    const own = had && modifiersOf(had).includes(id) ? signalOf(had, id) : null;
    const fits = own && !taken.has(addressKey(own)) && (by === 'added' ? carriesValue(own.type) : sendsIt(index, id, own));
    const kept = fits ? own : null;
    const message = kept ?? (by === 'own' ? ownMessage(index, id) : freeSignal(index, controller, taken));
    if (!message)
      return err(by === 'own' ? { code: 'sends-nothing-of-its-own', control: name } : { code: 'no-number-for-modifier' });
    if (wish.together && taken.has(addressKey(message))) return err({ code: 'modifiers-alike', control: name });
    if (wish.together && !carriesValue(message.type)) return err({ code: 'never-let-go', control: name });
    taken.add(addressKey(message));
    found.push(message);
  }
  const [signal = null, ...rest] = found;
  return ok({ signal, alsoSignals: rest.map((message, i) => ({ controlId: also[i] ?? '', message })) });
}

/** The first number that is free for a modifier, but for some. */
function freeSignal(index: RigIndex, controller: Controller, reserved: ReadonlySet<number>): Message | null {
  const type = controller.firmware.messages.includes('cc') ? 'cc' : 'note';
  return chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: null, reserved });
}

/** Whether a control sends a message on some press of its own. */
const sendsIt = (index: RigIndex, controlId: string, message: Message): boolean =>
  (index.sendsAt.get(addressKey(message)) ?? []).some(
    ({ assignment }) => assignment.controlId === controlId && assignment.gesture.type === 'press',
  );

/** What a control sends on a press in Base; null for nothing. */
export function ownMessage(index: RigIndex, controlId: string): Message | null {
  const press =
    baseAt(index, { controlId, gesture: 'press', bank: null, page: null }) ??
    (index.assignmentsOf.get(controlId) ?? []).find((a) => a.gesture.type === 'press' && a.layerId === null);
  const send = press?.actions.find((a) => a.type === 'send');
  return send?.type === 'send' ? send.message : null;
}

/** What a layer reaches, as it is chosen. */
export const reachOf = ({ scope }: Pick<Layer, 'scope'>): NonNullable<LayerWish['reach']> =>
  scope.type === 'side' ? scope.side : scope.type;

function scopeOf(reach: NonNullable<LayerWish['reach']>, controllerId: string): Layer['scope'] {
  switch (reach) {
    case 'all':
      return { type: 'all' };
    case 'controller':
      return { type: 'controller', controllerId };
    case 'left':
    case 'right':
      return { type: 'side', controllerId, side: reach };
    default:
      return exhaustive(reach);
  }
}

/** Takes a layer away with everything assigned in it. */
export function removeLayer(index: RigIndex, layer: Layer): Edit {
  const tapped = landingsOfTap(index, layer).map((l) => ({ table: 'landings' as const, id: l.id }));
  return batch(`Delete layer ${layer.name}`, removeWithDependents(index.rig, [{ table: 'layers', id: layer.id }, ...tapped]));
}

/** Where the tap function of a layer goes out. */
const tapOutlet = (index: RigIndex, layer: Layer, send: Pick<Send, 'port'>): Outlet =>
  outletFor(index, layer.modifierControlId ?? '', send);

/** Landings that the tap function of a layer reaches, but for what a target came with. */
const landingsOfTap = (index: RigIndex, layer: Layer): readonly Landing[] =>
  layer.tap.flatMap((a) =>
    a.type === 'send'
      ? landingsHearing(index, tapOutlet(index, layer, a), a.message).filter(
          (l) => l.given === null && a.meant.includes(l.parameterId),
        )
      : [],
  );

/** Lets the one message that a modifier sends when it is tapped be another, which nothing listens for, and its landings with it. Null where there is no other, or not just one. */
export function tapElsewhere(index: RigIndex, layer: Layer): Edit | null {
  const sends = layer.tap.flatMap((a) => (a.type === 'send' ? [a] : []));
  const [send] = sends;
  const controllerId = index.controls.get(layer.modifierControlId ?? '')?.controllerId;
  const targetId = index.parameters.get(send?.meant[0] ?? '')?.targetId;
  if (!send || sends.length > 1 || controllerId === undefined || targetId === undefined) return null;
  const { type } = send.message;
  if (type !== 'cc' && type !== 'note') return null;
  const message = chooseMessage(index, { controllerId, type, channel: send.message.channel, targetId });
  if (!message) return null;
  const tap = layer.tap.map((a): Action => (a === send ? { ...a, message } : a));
  const moved = landingsOfTap(index, layer).map((l) =>
    set('landings', l, 'address', addressAt(index, tapOutlet(index, layer, send), message, l.targetId)),
  );
  return batch(`Tap ${layer.name} with ${shortName(message)}`, [set('layers', layer, 'tap', tap), ...moved]);
}

/**
 * Gives the modifier of a layer a function of its own, done when it is tapped alone: a message that flips or fires a parameter;
 * null takes it away. Only a layer made in the controller can: a host does not see which press is a tap.
 */
export function setTap(index: RigIndex, layer: Layer, parameter: Parameter | null, newId: NewId): Result<Edit, CommandProblem> {
  const control = index.controls.get(layer.modifierControlId ?? '');
  const controller = control && index.controllers.get(control.controllerId);
  const old = landingsOfTap(index, layer).map((l) => remove('landings', l));
  if (parameter === null) return ok(batch(`${layer.name}: no function of its own`, [set('layers', layer, 'tap', []), ...old]));
  const target = index.targets.get(parameter.targetId);
  if (!control || !controller || !target) return err({ code: 'gone' });
  if (layer.madeIn === 'host') return err({ code: 'no-tap-in-host' });
  if (isTogether(layer)) return err({ code: 'no-tap-together' });
  const type = controller.firmware.messages.includes('cc') ? 'cc' : 'note';
  const message = chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: target.id });
  if (!message) return err({ code: 'no-number', target: target.name });
  const modes = target.reception.modes;
  const mode =
    parameter.kind === 'toggle' && modes.includes('toggle')
      ? 'toggle'
      : (modes.find((m) => m === 'absolute') ?? modes[0] ?? 'absolute');
  // It goes out where it went out before.
  const port = layer.tap.flatMap((a) => (a.type === 'send' ? (a.port ?? []) : []))[0];
  const address = addressAt(index, tapOutlet(index, layer, { port }), message, target.id);
  const landing = defaultLanding(newId(), nextOrder(index.rig.landings), address, null, parameter, mode, target);
  const send: Action = {
    type: 'send',
    message,
    behaviour: { type: 'fixed', value: u14(127) },
    pinned: false,
    meant: [parameter.id],
    ...(port === undefined ? {} : { port }),
  };
  return ok(
    batch(`${layer.name} tapped: ${parameter.name}`, [set('layers', layer, 'tap', [send]), ...old, insert('landings', landing)]),
  );
}
