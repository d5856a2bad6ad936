// What a message value means to a parameter that hears all of its range, and which value to send for a wanted one: both ways.
import { exhaustive } from '../base';
import type { Parameter } from '../rig';
import { makeScale, positionOf, stepOf } from '../values';

type Read = Pick<Parameter, 'kind' | 'lowest' | 'highest' | 'scale' | 'centre' | 'steps'>;

/**
 * The parameter's value, in its unit, for each message value from 0 to `max` (127 or 16383): centre, then scale, then steps. A toggle is on
 * from `threshold` on; a trigger has no value and gives 0.
 */
export function meaningsOf(parameter: Read, max: number, threshold: number): Float64Array {
  const scale = makeScale(parameter.scale, parameter.lowest, parameter.highest);
  const count = parameter.highest - parameter.lowest + 1;
  const at = max === 127 ? threshold : threshold * 128;
  return Float64Array.from({ length: max + 1 }, (_, value) => {
    switch (parameter.kind) {
      case 'continuous':
        return scale.toValue(positionOf(value, max, parameter.centre));
      case 'stepped':
        return parameter.lowest + stepOf(value, max, count);
      case 'toggle':
        return value >= at ? parameter.highest : parameter.lowest;
      case 'trigger':
        return 0;
      default:
        return exhaustive(parameter.kind);
    }
  });
}

export interface ValueFor {
  /** The first and last message value that come nearest to what is wanted. */
  readonly from: number;
  readonly to: number;
  /** What they give, in the parameter's unit. */
  readonly gives: number;
  /** Whether that is exactly what was wanted, to nine significant digits. */
  readonly exact: boolean;
}

/** The message values that come nearest to a wanted value of the parameter; `meanings` as `meaningsOf` gives them. */
export function valueFor(meanings: Float64Array, wanted: number): ValueFor {
  let from = 0;
  let best = Number.POSITIVE_INFINITY;
  meanings.forEach((gives, value) => {
    const off = Math.abs(gives - wanted);
    if (off < best) {
      best = off;
      from = value;
    }
  });
  const gives = meanings[from] ?? 0;
  let to = from;
  while (to + 1 < meanings.length && meanings[to + 1] === gives) to++;
  return { from, to, gives, exact: best <= Math.abs(wanted) * 1e-9 };
}
