// How late what a player hears and does comes here: sixteen taps to the click measure output and hand together.

/** Taps that are asked for; the first ones, while the hand finds the beat, do not count. */
export const TAPS = 16;
const FIRST = 4;
/** Taps further apart from each other than this are no measure, in milliseconds (half of what is between two clicks is as far as chance goes). */
const UNSTEADY_MS = 45;
/** Later than this is more than a hand and a wired device: headphones by radio, most of the time. Common practice, no source. */
export const RADIO_MS = 120;

export type Delay =
  | { readonly type: 'measured'; readonly offsetMs: number; readonly spreadMs: number; readonly byRadio: boolean }
  | { readonly type: 'too-few'; readonly counted: number }
  | { readonly type: 'unsteady'; readonly spreadMs: number };

/**
 * The delay of what is heard and tapped against clicks that come every `everyMs`, the first one at 0: the median of the distances to the nearest click, from a quarter of their
 * distance before to three quarters after. The spread is the median of how far they are from it, by 1.4826 (as a standard deviation, F. Hampel 1974). All in milliseconds.
 */
export function delayFrom(taps: readonly number[], everyMs: number): Delay {
  const counted = taps.slice(FIRST);
  if (taps.length < TAPS) return { type: 'too-few', counted: taps.length };
  const distances = counted.map((t) => {
    const after = ((t % everyMs) + everyMs) % everyMs;
    return after > everyMs * 0.75 ? after - everyMs : after;
  });
  const offsetMs = median(distances);
  const spreadMs = 1.4826 * median(distances.map((d) => Math.abs(d - offsetMs)));
  if (spreadMs > UNSTEADY_MS) return { type: 'unsteady', spreadMs };
  return { type: 'measured', offsetMs, spreadMs, byRadio: offsetMs > RADIO_MS };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[half] ?? 0) : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
}
