// One table of measures: what was asked, what was found, whether it holds. Limits are for a machine on which a plain loop of 100
// million takes 640 ms; on another one those of time are scaled by how long it takes there.
interface Measure {
  readonly what: string;
  readonly found: string;
  readonly asked: string;
  readonly holds: boolean;
}

const measures: Measure[] = [];

/** Milliseconds of the plain loop where the limits were set. */
const USUAL_PACE = 640;
let known: number | null = null;
const slowness = (): number => {
  known ??= [pace(), pace(), pace()].sort((a, b) => a - b)[1] ?? USUAL_PACE;
  return known / USUAL_PACE;
};

/** A limit as it is on this machine: times grow and rates fall with its pace; sizes and ratios are the same everywhere. */
const here = (limit: number, unit: string): number =>
  unit === 'ms' ? limit * slowness() : unit === 'a second' ? limit / slowness() : limit;

export function measure(
  what: string,
  found: number,
  unit: string,
  asked: { readonly atLeast: number } | { readonly atMost: number },
): void {
  const limit = here('atLeast' in asked ? asked.atLeast : asked.atMost, unit);
  const holds = 'atLeast' in asked ? found >= limit : found <= limit;
  const show = (n: number): string => (n >= 100 ? Math.round(n).toLocaleString('en-GB') : n.toFixed(1));
  measures.push({
    what,
    found: `${show(found)} ${unit}`,
    asked: `${'atLeast' in asked ? '≥' : '≤'} ${show(limit)}`,
    holds,
  });
}

export function printTable(title: string): void {
  console.log(
    `\nA plain loop of 100 million takes ${Math.round(slowness() * USUAL_PACE)} ms here; limits of time are scaled by ${slowness().toFixed(2)}.`,
  );
  const width = Math.max(...measures.map((m) => m.what.length));
  console.log(`\n${title}`);
  for (const m of measures)
    console.log(`${m.holds ? ' ' : '!'} ${m.what.padEnd(width)}  ${m.found.padStart(18)}   asked ${m.asked}`);
  if (measures.some((m) => !m.holds)) process.exitCode = 1;
}

/** Milliseconds of one call: the median of several, after one that does not count. */
export function timed(work: () => unknown, runs = 5): number {
  work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(runs / 2)] ?? 0;
}

export const percentile = (values: readonly number[], p: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * p))] ?? 0;

/** Milliseconds of a loop that nothing can speed up: what tells a slow machine from slow code. */
function pace(): number {
  const start = performance.now();
  let x = 0;
  for (let i = 0; i < 100_000_000; i++) x = (x * 31 + i) | 0;
  return x === Number.POSITIVE_INFINITY ? 0 : performance.now() - start;
}
