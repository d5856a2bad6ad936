// Layers: made in the controller or in the host, opened by a modifier that may keep a function of its own.
import { err, exhaustive, ok, type Result } from '../base';
import { addressKey, u14 } from '../midi';
import { chooseMessage } from '../numbers';
import {
  type Action,
  batch,
  type Edit,
  insert,
  type Landing,
  type Layer,
  type Parameter,
  type RigIndex,
  remove,
  set,
} from '../rig';
import { removeWithDependents } from './cascade';
import { defaultLanding } from './defaults';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder } from './shared';

const shapes: readonly Layer['shape'][] = ['diamond', 'triangle', 'square', 'hexagon', 'circle'];

export interface LayerWish {
  readonly name: string;
  readonly modifierControlId: string;
  readonly madeIn: Layer['madeIn'];
  readonly fallsThrough: boolean;
  readonly mode: Layer['mode'];
  /** What it reaches: the modifier's own controller (where nothing else is said), everything, or one side of it. */
  readonly reach?: 'controller' | 'all' | 'left' | 'right';
}

/** Adds a layer. One made in the host gets a number for the modifier itself. */
export function addLayer(
  index: RigIndex,
  wish: LayerWish,
  newId: NewId,
): Result<{ readonly edit: Edit; readonly id: string }, CommandProblem> {
  const control = index.controls.get(wish.modifierControlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return err({ code: 'no-modifier' });
  if (control.kind === 'expression' || control.kind === 'fader' || control.kind === 'knob' || control.kind === 'ribbon') {
    return err({ code: 'cannot-be-held', control: control.name });
  }
  const type = controller.firmware.messages.includes('cc') ? 'cc' : 'note';
  const signal =
    wish.madeIn === 'host'
      ? chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: null })
      : null;
  if (wish.madeIn === 'host' && !signal) return err({ code: 'no-number-for-modifier' });
  if (wish.madeIn === 'controller' && wish.reach === 'all') return err({ code: 'layer-over-controllers' });
  const used = index.rig.layers.length;
  const letter = wish.name.trim().charAt(0).toUpperCase() || String.fromCharCode(65 + used);
  const layer: Layer = {
    id: newId(),
    order: nextOrder(index.rig.layers),
    name: wish.name,
    letter,
    shape: shapes[used % shapes.length] ?? 'diamond',
    blinks: 0,
    entered: null,
    modifierControlId: control.id,
    mode: wish.mode,
    tap: [],
    scope: scopeOf(wish.reach ?? 'controller', controller.id),
    madeIn: wish.madeIn,
    signal,
    fallsThrough: wish.fallsThrough,
  };
  return ok({ edit: batch(`Add layer ${layer.name}`, [insert('layers', layer)]), id: layer.id });
}

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

/** Landings that the tap function of a layer reaches. */
const landingsOfTap = (index: RigIndex, layer: Layer): readonly Landing[] =>
  layer.tap.flatMap((a) =>
    a.type === 'send' ? (index.landingsAt.get(addressKey(a.message)) ?? []).filter((l) => a.meant.includes(l.parameterId)) : [],
  );

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
  const type = controller.firmware.messages.includes('cc') ? 'cc' : 'note';
  const message = chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: target.id });
  if (!message) return err({ code: 'no-number', target: target.name });
  const modes = target.reception.modes;
  const mode =
    parameter.kind === 'toggle' && modes.includes('toggle')
      ? 'toggle'
      : (modes.find((m) => m === 'absolute') ?? modes[0] ?? 'absolute');
  const landing = defaultLanding(newId(), nextOrder(index.rig.landings), message, null, parameter, mode);
  const send: Action = {
    type: 'send',
    message,
    behaviour: { type: 'fixed', value: u14(127) },
    pinned: false,
    meant: [parameter.id],
  };
  return ok(
    batch(`${layer.name} tapped: ${parameter.name}`, [set('layers', layer, 'tap', [send]), ...old, insert('landings', landing)]),
  );
}
