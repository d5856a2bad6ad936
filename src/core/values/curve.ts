// Curves over a travel 0–1 for pedals, ranges and macros. A curve maps 0 to 0 and 1 to 1 and never runs backwards.

import * as z from 'zod';
import { exhaustive } from '../base';

const amount = z.number().min(0.1).max(10);

/** `amount` is how strongly the curve bends; a drawn table gives heights 0–1 at equal distances. */
export const curveSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('linear') }),
  z.object({ type: z.literal('exponential'), amount }),
  z.object({ type: z.literal('logarithmic'), amount }),
  z.object({ type: z.literal('s'), amount }),
  z.object({ type: z.literal('table'), heights: z.array(z.number().min(0).max(1)).min(2).max(128) }),
]);
export type CurveSpec = z.infer<typeof curveSchema>;

/** No curve. */
export const straight: CurveSpec = { type: 'linear' };

/**
 * Compiles a curve: a position 0–1 in, a height 0–1 out.
 * @example makeCurve({ type: 'exponential', amount: 1 })(1) // => 1
 */
export function makeCurve(spec: CurveSpec): (position: number) => number {
  switch (spec.type) {
    case 'linear':
      return (p) => p;
    case 'exponential':
      return exponential(spec.amount);
    case 'logarithmic': {
      const bend = exponential(spec.amount);
      return (p) => 1 - bend(1 - p);
    }
    case 's': {
      const bend = exponential(spec.amount);
      return (p) => (p < 0.5 ? bend(2 * p) / 2 : 1 - bend(2 - 2 * p) / 2);
    }
    case 'table': {
      const { heights } = spec;
      const last = heights.length - 1;
      return (p) => {
        const x = Math.min(1, Math.max(0, p)) * last;
        const i = Math.min(Math.floor(x), last - 1);
        const a = heights[i] ?? 0;
        return a + ((heights[i + 1] ?? a) - a) * (x - i);
      };
    }
    default:
      return exhaustive(spec);
  }
}

function exponential(bend: number): (position: number) => number {
  const whole = Math.expm1(bend);
  return (p) => Math.expm1(bend * p) / whole;
}
