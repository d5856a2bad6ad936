// Modifiers: how presses and releases of them open and close layers. Times are the firmware's; common practice, no source.
import { reaches } from '../rig';
import { tapOnce } from './fire';
import type { ProgramControl } from './program';
import { type Down, type Draft, type Where, withEntry } from './state';

/** Tells controls that are down that another one did something. */
export function noteOthers(d: Draft, id: string): void {
  for (const [other, down] of Object.entries(d.downs))
    if (other !== id && !down.others) d.downs = withEntry(d.downs, other, { ...down, others: true });
}

/**
 * A modifier with a tap function of its own switches its layer by a hold, one without by the press; held ones open at once. Of those that have to be held
 * together the last one that goes down does it.
 */
export function openOnPress(d: Draft, control: ProgramControl): void {
  for (const { layer, tap, others, together } of control.opens) {
    if (together && others.some((id) => d.downs[id] === undefined)) continue;
    if (layer.mode === 'while-held') open(d, layer.id, 'release');
    else if (tap === null) toggle(d, layer.id, layer.mode === 'toggled' ? 'toggled' : 'next-press');
  }
}

/** A modifier with a tap function of its own switches its layer once it has been held. */
export function switchOnHold(d: Draft, control: ProgramControl): void {
  for (const { layer, tap } of control.opens)
    if (tap !== null && layer.mode !== 'while-held') toggle(d, layer.id, layer.mode === 'toggled' ? 'toggled' : 'next-press');
}

/** Letting go closes what was held open, unless another modifier still holds it; a short press that nothing else used runs the tap function. */
export function closeOnRelease(d: Draft, control: ProgramControl, down: Down): void {
  for (const { layer, tap, others, together } of control.opens) {
    const held = !together && others.some((id) => d.downs[id] !== undefined);
    if (layer.mode === 'while-held' && !held) close(d, layer.id);
    const tapped = tap !== null && !down.others && down.hold.type !== 'held' && d.t - down.at < d.program.firmware.holdMs;
    if (tapped) tapOnce(d, [tap]);
  }
}

const close = (d: Draft, id: string): void => {
  d.open = d.open.filter((o) => o.id !== id);
};

function open(d: Draft, id: string, until: Draft['open'][number]['until']): void {
  d.open = [...d.open.filter((o) => o.id !== id), { id, until }];
}

function toggle(d: Draft, id: string, until: 'toggled' | 'next-press'): void {
  if (d.open.some((o) => o.id === id)) close(d, id);
  else open(d, id, until);
}

/** A layer for the next press only is spent by the press of a control that it reaches. */
export function spendNextPress(d: Draft, control: ProgramControl, where: Where): void {
  if (!d.open.some((o) => o.until === 'next-press')) return;
  d.open = d.open.filter((o) => {
    const layer = d.program.layers.get(o.id);
    return o.until !== 'next-press' || !where.layers.includes(o.id) || !layer || !reaches(layer, control.control);
  });
}
