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
import type { Listener, SignalledLayer, TargetProgram } from './program';
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
  const { lit: before } = unitState(h);
  let { open } = unitState(h);
  const lit = before.includes(key) === down ? before : down ? [...before, key] : before.filter((k) => k !== key);
  for (const signalled of layers) {
    const went = wentBy(signalled, before, lit, down);
    if (went === null) continue;
    const { id, mode } = signalled.layer;
    const isOpen = open.includes(id);
    const others = isOpen ? open.filter((other) => other !== id) : open;
    if (mode === 'while-held') open = went === 'down' ? [...others, id] : others;
    else if (went === 'down') open = isOpen ? others : [...others, id];
  }
  setUnit(h, { open, lit });
  if (h.heard === null) h.why = 'layer';
}

/**
 * Whether what opens a layer goes down or up with a signal that goes on or off; null for neither. Where all modifiers are needed, that is when the last one
 * goes on and when the first goes off; where each opens it alone, with every one that goes on and with the last that goes off.
 */
function wentBy(
  { keys, together }: SignalledLayer,
  before: readonly number[],
  lit: readonly number[],
  on: boolean,
): 'down' | 'up' | null {
  if (together) {
    const met = keys.every((key) => lit.includes(key));
    return met === keys.every((key) => before.includes(key)) ? null : met ? 'down' : 'up';
  }
  if (on) return 'down';
  return keys.some((key) => lit.includes(key)) ? null : 'up';
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
