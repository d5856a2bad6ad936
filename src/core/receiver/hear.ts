// What one landing does with one message: the receive modes.
import { clamp, exhaustive } from '../base';
import { carriesValue, countsAsOn, decodeClicks, type MessageType, valueMax } from '../midi';
import type { Landing, Parameter, Reception } from '../rig';
import { makeCurve, makeScale, placeOf, stepOf } from '../values';

export interface Hear {
  /** The new value of the parameter for a message value (0–127, or 0–16383 for 14-bit kinds), given its present value. */
  readonly value: (type: MessageType, value: number, now: number) => number;
  /** The new value after data increment or decrement (MIDI 1.0, CC 96 and 97): one step either way. */
  readonly step: (now: number, by: 1 | -1) => number;
}

/**
 * Compiles a landing. Values count as on from the target's threshold, in 14 bits from 128 times it; notes read velocity with
 * threshold 1 (a note-off is 0); a message without a value always qualifies.
 */
export function makeHear(landing: Landing, parameter: Parameter, reception: Reception): Hear {
  const nudge = makeNudge(landing, parameter, reception);
  return { value: valueAfter(landing, parameter, reception, nudge), step: (now, by) => nudge(now, by) };
}

type Nudge = (now: number, clicks: number) => number;

function valueAfter(landing: Landing, parameter: Parameter, reception: Reception, nudge: Nudge): Hear['value'] {
  const on = (type: MessageType, value: number): boolean => countsAsOn(type, value, reception.threshold);
  const acts = (type: MessageType, value: number): boolean => reception.actsOn === 'any-message' || on(type, value);
  const { from, to } = landing;

  if (parameter.kind === 'trigger') {
    const reads = landing.mode === 'absolute' || landing.mode === 'gate' ? on : acts;
    return (type, value, now) => (reads(type, value) ? now + 1 : now);
  }

  switch (landing.mode) {
    case 'absolute':
      return parameter.kind === 'toggle' ? (type, value) => (on(type, value) ? to : from) : absolute(landing, parameter);
    case 'gate':
      return (type, value) => (on(type, value) ? to : from);
    case 'toggle':
      return (type, value, now) => (acts(type, value) ? (Math.abs(now - to) < Math.abs(now - from) ? from : to) : now);
    case 'set':
    case 'preset':
      return (type, value, now) => (acts(type, value) ? landing.setValue : now);
    case 'trigger':
      return (type, value, now) => (acts(type, value) ? to : now);
    case 'increment':
    case 'decrement': {
      const way = landing.mode === 'increment' ? 1 : -1;
      return (type, value, now) => (acts(type, value) ? nudge(now, way) : now);
    }
    case 'next-preset':
    case 'previous-preset': {
      const way = landing.mode === 'next-preset' ? 1 : -1;
      return (type, value, now) => (acts(type, value) ? wrapped(now + way, landing) : now);
    }
    case 'relative': {
      const { coding } = landing;
      // Without a coding there is nothing to go by, and messages without a value say no clicks.
      if (coding === null) return (_type, _value, now) => now;
      return (type, value, now) => (!carriesValue(type) ? now : nudge(now, decodeClicks(sevenBits(type, value), coding)));
    }
    default:
      return exhaustive(landing.mode);
  }
}

const sevenBits = (type: MessageType, value: number): number => (valueMax(type) === 127 ? value : value >> 7);

/** The next preset after the last is the first. */
function wrapped(value: number, landing: Landing): number {
  const low = Math.min(landing.from, landing.to);
  const span = Math.abs(landing.to - landing.from) + 1;
  return low + ((((Math.round(value) - low) % span) + span) % span);
}

/** A landing's range as places 0–1 of its own: how takeover compares knob and parameter. */
export interface Travel {
  /** Place of the knob 0–1 for a message value of a kind, after the landing's curve. */
  readonly knob: (value: number, max: number) => number;
  /** Where a parameter value lies in the range, 0–1. */
  readonly placeOfValue: (value: number) => number;
  readonly valueAt: (place: number) => number;
}

/** The travel of an absolute landing on a continuous parameter; null for every other one, where takeover means nothing. */
export function travelOf(landing: Landing, parameter: Parameter): Travel | null {
  if (landing.mode !== 'absolute' || parameter.kind !== 'continuous') return null;
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  const curve = makeCurve(landing.curve);
  const start = scale.toPlace(landing.from);
  const stretch = scale.toPlace(landing.to) - start;
  return {
    knob: (value, max) => curve(placeOf(value, max, parameter.centre)),
    placeOfValue: (value) => (stretch === 0 ? 0 : Math.min(1, Math.max(0, (scale.toPlace(value) - start) / stretch))),
    valueAt: (place) => (place <= 0 ? landing.from : place >= 1 ? landing.to : scale.toValue(start + stretch * place)),
  };
}

/**
 * Absolute on what moves. The value gives a place on the travel (0–1), the landing's curve bends it, the landing's range is a
 * stretch of the parameter's own travel, and the parameter's scale gives the value in its unit. Stepped parameters take
 * ⌊v · n / max⌋ over the steps of the range. 7-bit values are read from a table of 128.
 */
function absolute(landing: Landing, parameter: Parameter): Hear['value'] {
  if (parameter.kind === 'stepped') {
    const count = Math.abs(landing.to - landing.from) + 1;
    const way = landing.to >= landing.from ? 1 : -1;
    return (type, value) => landing.from + way * (!carriesValue(type) ? count - 1 : stepOf(value, valueMax(type), count));
  }
  const travel = travelOf(landing, parameter);
  if (travel === null) return (_type, _value, now) => now;
  const table: number[] = [];
  return (type, value) => {
    if (!carriesValue(type)) return landing.to;
    if (valueMax(type) !== 127) return travel.valueAt(travel.knob(value, 16383));
    table[value] ??= travel.valueAt(travel.knob(value, 127));
    return table[value] ?? landing.from;
  };
}

/** Moves a parameter by clicks of the target's step, clamped to the landing's range; a reversed range runs backwards. */
function makeNudge(landing: Landing, parameter: Parameter, reception: Reception): Nudge {
  const low = Math.min(landing.from, landing.to);
  const high = Math.max(landing.from, landing.to);
  const way = landing.mode === 'relative' && landing.to < landing.from ? -1 : 1;
  if (parameter.kind !== 'continuous') return (now, clicks) => clamp(now + way * clicks, low, high);
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  return (now, clicks) => clamp(scale.toValue(scale.toPlace(now) + way * clicks * reception.relativeStep), low, high);
}
