// Layers made in a host: which is in force, what opens and closes them, and how one for the next press is spent.
import {
  countsAsOn,
  kindOf,
  type MessageType,
  type PackedMessage,
  type PackedType,
  packedChannel,
  packedNumber,
  packedType,
} from '../midi';
import type { Listener, TargetProgram } from './program';
import { type Hearing, setUnit, unitState } from './state';

/** The control change that the low byte of a change comes on, where this word was its high byte (MIDI 1.0); else null. */
export function lowByteOf(type: MessageType, word: PackedMessage): number | null {
  const { sequence } = kindOf(type);
  const number = packedNumber(word);
  if (sequence === 'pair' && packedType(word) === 'cc' && number < 32) return number + 32;
  return sequence === 'parameter' && packedType(word) === 'cc' && number === 6 ? 38 : null;
}

/** Ends a layer for the next press whose change had only a high byte; gives the layer where this word is the low one. */
export function spendUnlessLowByte(h: Hearing): string | null {
  const { spending } = unitState(h);
  if (spending === null) return null;
  const { word } = h.arrival;
  setUnit(h, { spending: null });
  const { layer, channel, number } = spending;
  if (packedType(word) === 'cc' && packedChannel(word) === channel && packedNumber(word) === number) return layer;
  spendNextPress(h, layer);
  return null;
}

/** What the modifier of a host-made layer sends opens and closes it, in the way that the layer is made. */
export function signal(h: Hearing, key: number, type: PackedType, value: number): void {
  const layers = h.arrival.unit.signals.get(key);
  if (!layers) return;
  const down = type !== 'other' && countsAsOn(type, value, 64);
  let { open } = unitState(h);
  for (const layer of layers) {
    const isOpen = open.includes(layer.id);
    const others = isOpen ? open.filter((id) => id !== layer.id) : open;
    if (layer.mode === 'while-held') open = down ? [...others, layer.id] : others;
    else if (down) open = isOpen ? others : [...others, layer.id];
  }
  setUnit(h, { open });
  if (h.heard === null) h.why = 'layer';
}

/** Closes a layer that was open for one press. */
export function spendNextPress(h: Hearing, layerId: string): void {
  setUnit(h, { open: unitState(h).open.filter((id) => id !== layerId) });
}

/** The host layer whose landings hear: the one opened last that has one at this address; a silent layer hears nothing else. */
export function hearingLayer(program: TargetProgram, open: readonly string[], listeners: readonly Listener[]): string | null {
  for (let i = open.length - 1; i >= 0; i--) {
    const id = open[i] ?? null;
    if (id === null) continue;
    if (listeners.some((e) => e.landing.hostLayerId === id) || program.layers.get(id)?.fallsThrough === false) return id;
  }
  return null;
}
