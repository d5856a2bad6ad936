// A player's own pace from a drill: switches pressed as fast as it goes, one after another. Never from playing to music: that is as fast as the music.
import { bitsOf, type Pace } from './movement';

/** One press of a drill: how far the foot came, how wide the switch is (both in millimetres), and the milliseconds since the press before. */
export interface DrillPress {
  readonly mm: number;
  readonly width: number;
  readonly ms: number;
}

export type Fit =
  /** `off`: the standard errors of a and b, in milliseconds. */
  | { readonly type: 'fits'; readonly pace: Pace; readonly off: Pace }
  | { readonly type: 'too-few'; readonly presses: number }
  /** Presses that are all about as far: nothing tells what distance costs. */
  | { readonly type: 'too-alike'; readonly bits: number }
  /** Farther was not slower: these were no moves as fast as can be. */
  | { readonly type: 'not-as-fast-as-can-be' };

/** Fewest presses of a drill. Assumed, no source. */
export const LEAST_PRESSES = 30;
/** Least spread of difficulty in a drill, in bits. Assumed, no source. */
export const LEAST_BITS = 1.5;

/**
 * a and b of {@link Pace} by least squares over the presses of a drill, with their standard errors (simple linear regression). Refused where there are fewer than 30 presses, less than
 * 1.5 bits between the easiest and the hardest, or where farther is not slower.
 */
export function paceFrom(presses: readonly DrillPress[]): Fit {
  const n = presses.length;
  if (n < LEAST_PRESSES) return { type: 'too-few', presses: n };
  const points = presses.map(({ mm, width, ms }) => ({ bits: bitsOf(mm, width), ms }));
  const all = points.map((p) => p.bits);
  const spread = Math.max(...all) - Math.min(...all);
  if (spread < LEAST_BITS) return { type: 'too-alike', bits: spread };
  const mean = (of: (p: (typeof points)[number]) => number): number => points.reduce((sum, p) => sum + of(p), 0) / n;
  const [bits, ms] = [mean((p) => p.bits), mean((p) => p.ms)];
  const across = n * mean((p) => (p.bits - bits) ** 2);
  const b = (n * mean((p) => (p.bits - bits) * (p.ms - ms))) / across;
  const a = ms - b * bits;
  if (b <= 0 || a <= 0) return { type: 'not-as-fast-as-can-be' };
  const left = (n * mean((p) => (p.ms - a - b * p.bits) ** 2)) / (n - 2);
  return {
    type: 'fits',
    pace: { a, b },
    off: { a: Math.sqrt(left * (1 / n + bits ** 2 / across)), b: Math.sqrt(left / across) },
  };
}
