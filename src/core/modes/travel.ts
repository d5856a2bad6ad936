// A landing's range as places 0–1 of its own: how takeover compares knob and parameter.
import { makeCurve, makeScale, placeOf } from '../values';
import type { HeardParameter, HeardRange } from './mode';

export interface Travel {
  /** Place of the knob 0–1 for a message value of a kind, after the landing's curve. */
  readonly knob: (value: number, max: number) => number;
  /** Where a parameter value lies in the range, 0–1. */
  readonly placeOfValue: (value: number) => number;
  readonly valueAt: (place: number) => number;
}

/** The travel of a landing's range on a continuous parameter. */
export function makeTravel(landing: HeardRange, parameter: HeardParameter): Travel {
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
