// Taps that tell a tempo: how fast they go, told the same way wherever something is tapped.
import type { Taps } from './schema';

/**
 * One tap more, at a time in milliseconds: the taps that count from then on, and the mean of the intervals between them in milliseconds. After a pause they start anew, and
 * the first tap alone says nothing: null for that.
 */
export function tapMore(
  before: readonly number[],
  t: number,
  { intervals, anewMs }: Taps,
): { readonly taps: readonly number[]; readonly meanMs: number | null } {
  const last = before.at(-1);
  const taps = last === undefined || t - last > anewMs ? [t] : [...before.slice(-intervals), t];
  const [first] = taps;
  return { taps, meanMs: taps.length < 2 || first === undefined || t === first ? null : (t - first) / (taps.length - 1) };
}
