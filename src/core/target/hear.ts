// What one landing does with one message: the receive modes.
import { decodeClicks } from '../midi';
import type { Landing, Parameter, Reception } from '../rig';
import { makeCurve, makeScale, placeOf, stepOf } from '../values';

export type Heard = 'cc' | 'note' | 'program';

/** The new value of the parameter for a message value 0–127, given its present value. */
export type Hear = (type: Heard, value: number, now: number) => number;

/** What cannot be simulated yet; null when it can. */
export function unsupportedLanding(landing: Landing): string | null {
  switch (landing.mode) {
    case 'absolute':
    case 'toggle':
    case 'gate':
    case 'set':
    case 'increment':
    case 'decrement':
      break;
    case 'relative':
      return landing.coding === null ? 'a relative landing without a coding' : null;
    default:
      return `the receive mode “${landing.mode}”`;
  }
  return null;
}

/**
 * Compiles a landing. Control values count as on from the target's threshold; notes read velocity with threshold 1 (a note-off
 * is 0); a program message has no value and always qualifies.
 */
export function makeHear(landing: Landing, parameter: Parameter, reception: Reception): Hear {
  const on = (type: Heard, value: number): boolean =>
    type === 'program' ? true : value >= (type === 'note' ? 1 : reception.threshold);
  const acts = (type: Heard, value: number): boolean => reception.actsOn === 'any-message' || on(type, value);
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
      return (type, value, now) => (acts(type, value) ? landing.setValue : now);
    case 'increment':
    case 'decrement': {
      const nudge = makeNudge(landing, parameter, reception);
      const way = landing.mode === 'increment' ? 1 : -1;
      return (type, value, now) => (acts(type, value) ? nudge(now, way) : now);
    }
    case 'relative': {
      const { coding } = landing;
      if (coding === null) return (_type, _value, now) => now;
      const nudge = makeNudge(landing, parameter, reception);
      return (type, value, now) => (type === 'program' ? now : nudge(now, decodeClicks(value, coding)));
    }
    default:
      return (_type, _value, now) => now;
  }
}

/** A landing's range as places 0–1 of its own: how takeover compares knob and parameter. */
export interface Travel {
  /** Place of the knob 0–1 for a message value, after the landing's curve. */
  readonly knob: (value: number) => number;
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
    knob: (value) => curve(placeOf(value, 127, parameter.centre)),
    placeOfValue: (value) => (stretch === 0 ? 0 : Math.min(1, Math.max(0, (scale.toPlace(value) - start) / stretch))),
    valueAt: (place) => (place <= 0 ? landing.from : place >= 1 ? landing.to : scale.toValue(start + stretch * place)),
  };
}

/**
 * Absolute on what moves. The value gives a place on the travel (0–1), the landing's curve bends it, the landing's range is a
 * stretch of the parameter's own travel, and the parameter's scale gives the value in its unit. Stepped parameters take
 * ⌊v · n / max⌋ over the steps of the range.
 */
function absolute(landing: Landing, parameter: Parameter): Hear {
  if (parameter.kind === 'stepped') {
    const count = Math.abs(landing.to - landing.from) + 1;
    const way = landing.to >= landing.from ? 1 : -1;
    return (type, value) => landing.from + way * stepOf(type === 'program' ? 127 : value, 127, count);
  }
  const travel = travelOf(landing, parameter);
  return (type, value, now) => (travel === null ? now : travel.valueAt(type === 'program' ? 1 : travel.knob(value)));
}

/** Moves a parameter by clicks of the target's step, clamped to the landing's range; a reversed range runs backwards. */
function makeNudge(landing: Landing, parameter: Parameter, reception: Reception): (now: number, clicks: number) => number {
  const low = Math.min(landing.from, landing.to);
  const high = Math.max(landing.from, landing.to);
  const way = landing.mode === 'relative' && landing.to < landing.from ? -1 : 1;
  const clamp = (v: number): number => Math.min(high, Math.max(low, v));
  if (parameter.kind !== 'continuous') return (now, clicks) => clamp(now + way * clicks);
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  return (now, clicks) => clamp(scale.toValue(scale.toPlace(now) + way * clicks * reception.relativeStep));
}
