// A parameter's scale: between a place on its travel (0–1) and a value in its unit.

import * as z from 'zod';
import { clamp, exhaustive } from '../base';

/** How a parameter spreads its values over its travel. `table` gives values at equal distances, joined by straight lines. */
export const scaleSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('linear') }),
  z.object({ type: z.literal('log') }),
  z.object({ type: z.literal('power'), k: z.number().positive().max(10) }),
  z.object({ type: z.literal('table'), values: z.array(z.number()).min(2).max(512) }),
]);
export type ScaleSpec = z.infer<typeof scaleSchema>;

export interface Scale {
  /** Value in the parameter's unit at a position 0–1 of its travel. */
  readonly toValue: (position: number) => number;
  /** Position 0–1 on the travel of a value in the parameter's unit. */
  readonly toPosition: (value: number) => number;
}

/**
 * Compiles a scale over `lowest`–`highest` (the parameter's unit). `toPosition` is the inverse of `toValue` where the scale is
 * strictly monotonic. A log scale needs both ends above 0 and falls back to linear otherwise (the schema of a parameter refuses it).
 * @example makeScale({ type: 'log' }, 20, 20000).toValue(1 / 3) // ≈ 200
 */
export function makeScale(spec: ScaleSpec, lowest: number, highest: number): Scale {
  const span = highest - lowest;
  switch (spec.type) {
    case 'linear':
      return linear(lowest, span);
    case 'log': {
      if (lowest <= 0 || highest <= 0) return linear(lowest, span);
      const ratio = Math.log(highest / lowest);
      return {
        toValue: (p) => (p <= 0 ? lowest : p >= 1 ? highest : lowest * Math.exp(ratio * p)),
        toPosition: (v) => (ratio === 0 ? 0 : clamp(Math.log(v / lowest) / ratio, 0, 1)),
      };
    }
    case 'power': {
      const { k } = spec;
      return {
        toValue: (p) => (p >= 1 ? highest : lowest + span * clamp(p, 0, 1) ** k),
        toPosition: (v) => (span === 0 ? 0 : clamp((v - lowest) / span, 0, 1) ** (1 / k)),
      };
    }
    case 'table':
      return table(spec.values);
    default:
      return exhaustive(spec);
  }
}

function linear(lowest: number, span: number): Scale {
  return {
    toValue: (p) => (p >= 1 ? lowest + span : lowest + span * clamp(p, 0, 1)),
    toPosition: (v) => (span === 0 ? 0 : clamp((v - lowest) / span, 0, 1)),
  };
}

function table(values: readonly number[]): Scale {
  const last = values.length - 1;
  const at = (i: number): number => values[i] ?? 0;
  return {
    toValue: (p) => {
      const x = clamp(p, 0, 1) * last;
      const i = Math.min(Math.floor(x), last - 1);
      return at(i) + (at(i + 1) - at(i)) * (x - i);
    },
    toPosition: (v) => {
      for (let i = 0; i < last; i++) {
        const a = at(i);
        const b = at(i + 1);
        if ((v >= a && v <= b) || (v <= a && v >= b)) return (i + (a === b ? 0 : (v - a) / (b - a))) / last;
      }
      return Math.abs(v - at(0)) <= Math.abs(v - at(last)) ? 0 : 1;
    },
  };
}
