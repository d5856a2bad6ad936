// Two times side by side, in words.

/** Halves go up, so that a time reads the same whether its milliseconds were rounded before or not. */
const inSeconds = (ms: number, digits: number): string =>
  `${(Math.round(Math.round(ms) / 10 ** (3 - digits)) / 10 ** digits).toFixed(digits)} s`;

/** Two times in seconds, to a tenth, or as finely as tells them apart. */
export function secondsOf(ms: number, beside: number): readonly [string, string] {
  for (const digits of [1, 2]) {
    const [a, b] = [inSeconds(ms, digits), inSeconds(beside, digits)];
    if (a !== b || Math.round(ms) === Math.round(beside)) return [a, b];
  }
  return [inSeconds(ms, 3), inSeconds(beside, 3)];
}
