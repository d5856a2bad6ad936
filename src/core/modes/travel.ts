// A landing's range as positions 0–1 of its own: how takeover compares knob and parameter.
import { clamp } from '../base';
import { makeCurve, makeScale, positionOf } from '../values';
import type { HeardParameter, HeardRange } from './mode';

export interface Travel {
  /** Position of the knob 0–1 for a message value of a kind, after the landing's curve. */
  readonly knob: (value: number, max: number) => number;
  /** Where a parameter value lies on the way from one end of the range to the other: 0–1 inside of it, beyond that outside. */
  readonly positionOfValue: (value: number) => number;
  readonly valueAt: (position: number) => number;
}

/** The travel of a landing's range on a continuous parameter. */
export function makeTravel(landing: HeardRange, parameter: HeardParameter): Travel {
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  const curve = makeCurve(landing.curve);
  const start = scale.toPosition(landing.from);
  const stretch = scale.toPosition(landing.to) - start;
  const at = (position: number): number =>
    position <= 0 ? landing.from : position >= 1 ? landing.to : scale.toValue(start + stretch * position);
  return {
    knob: (value, max) => curve(positionOf(value, max, parameter.centre)),
    positionOfValue: (value) => {
      const off = scale.toPosition(value) - start;
      return stretch === 0 ? (off === 0 ? 0 : Math.sign(off) * Number.POSITIVE_INFINITY) : off / stretch;
    },
    valueAt: (position) => clamp(at(position), parameter.lowest, parameter.highest),
  };
}
