// What a control does with a finger by itself: where it rests when let go, how hard a strike counts.
import { clamp } from '../base';
import type { Control } from '../rig';
import { makeCurve, pedalReading } from '../values';

/** What it reads at rest, 0–1; null for what stays where it is left. */
export const restOf = ({ springsTo, calibration }: Pick<Control, 'springsTo' | 'calibration'>): number | null =>
  springsTo === null ? null : pedalReading(calibration, springsTo);

/**
 * How hard a strike counts by how hard it was, both 0–1: null below the threshold, from there through the curve to the hardest. Common practice, no source.
 * @example strikeOf({ from: 0.5, curve: { type: 'linear' } })(0.75) // => 0.5
 */
export function strikeOf(strike: Control['strike']): (velocity: number) => number | null {
  if (strike === null) return (velocity) => velocity;
  const curve = makeCurve(strike.curve);
  const { from } = strike;
  return (velocity) => (velocity < from ? null : clamp(curve(clamp((velocity - from) / (1 - from), 0, 1)), 0, 1));
}
