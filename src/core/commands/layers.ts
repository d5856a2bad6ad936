// Layers: made in the controller or in the host, opened while a modifier is held.
import { chooseMessage } from '../numbers';
import { err, ok, type Result } from '../result';
import { batch, type Edit, insert, type Layer, type RigIndex } from '../rig';
import { removeWithDependents } from './cascade';
import { type CommandProblem, type NewId, nextOrder } from './shared';

const shapes: readonly Layer['shape'][] = ['diamond', 'triangle', 'square', 'hexagon', 'circle'];

export interface LayerWish {
  readonly name: string;
  readonly modifierControlId: string;
  readonly madeIn: Layer['madeIn'];
  readonly fallsThrough: boolean;
}

/** Adds a layer that is open while its modifier is held. One made in the host gets a number for the modifier itself. */
export function addLayer(
  index: RigIndex,
  wish: LayerWish,
  newId: NewId,
): Result<{ readonly edit: Edit; readonly id: string }, CommandProblem> {
  const control = index.controls.get(wish.modifierControlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller)
    return err({ code: 'missing', message: 'Choose the control that opens the layer while it is held.' });
  if (control.kind === 'expression' || control.kind === 'fader' || control.kind === 'knob' || control.kind === 'ribbon') {
    return err({
      code: 'not-able',
      message: `${control.name} cannot be held down. Choose a switch, button, pad or an encoder that pushes.`,
    });
  }
  const type = controller.firmware.messages.includes('cc') ? 'cc' : 'note';
  const signal =
    wish.madeIn === 'host'
      ? chooseMessage(index, { controllerId: controller.id, type, channel: controller.channel, targetId: null })
      : null;
  if (wish.madeIn === 'host' && !signal)
    return err({
      code: 'no-number',
      message: 'No number is free for the modifier. Free one, or make the layer in the controller.',
    });
  const used = index.rig.layers.length;
  const letter = wish.name.trim().charAt(0).toUpperCase() || String.fromCharCode(65 + used);
  const layer: Layer = {
    id: newId(),
    order: nextOrder(index.rig.layers),
    name: wish.name,
    letter,
    shape: shapes[used % shapes.length] ?? 'diamond',
    modifierControlId: control.id,
    mode: 'while-held',
    tap: [],
    scope: { type: 'controller', controllerId: controller.id },
    madeIn: wish.madeIn,
    signal,
    fallsThrough: wish.fallsThrough,
  };
  return ok({ edit: batch(`Add layer ${layer.name}`, [insert('layers', layer)]), id: layer.id });
}

/** Takes a layer away with everything assigned in it. */
export function removeLayer(index: RigIndex, layer: Layer): Edit {
  return batch(`Delete layer ${layer.name}`, removeWithDependents(index.rig, [{ table: 'layers', id: layer.id }]));
}
