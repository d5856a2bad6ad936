// What a row of paired ratios says. Rank interval of the median (sign test): it asks nothing of how times are spread. Source:
// W. J. Conover, Practical Nonparametric Statistics, "Confidence interval for a quantile".

export interface Interval {
  readonly median: number;
  /** Ends of the 95 % interval of the median. */
  readonly low: number;
  readonly high: number;
}

/** The median of some ratios with its interval of at least 95 %; needs six or more, else the ends are the extremes. */
export function intervalOf(ratios: readonly number[]): Interval {
  const sorted = [...ratios].sort((a, b) => a - b);
  const at = (i: number): number => sorted[Math.min(sorted.length - 1, Math.max(0, i))] ?? Number.NaN;
  const middle = (sorted.length - 1) / 2;
  const cut = cutOf(sorted.length);
  return { median: (at(Math.floor(middle)) + at(Math.ceil(middle))) / 2, low: at(cut), high: at(sorted.length - 1 - cut) };
}

/** How many values may be cut off at each end so that what is left holds the median in 95 of 100 cases. */
function cutOf(n: number): number {
  let below = 0;
  let term = 0.5 ** n;
  for (let k = 0; k < n; k++) {
    below += term;
    if (below > 0.025) return Math.max(0, k - 1);
    term *= (n - k) / (k + 1);
  }
  return 0;
}

export type Verdict = 'fine' | 'slower' | 'not decided';

/** Slower where even the lower end lies above the limit, fine where not even the upper one does. */
export const verdictOn = ({ low, high }: Interval, limit: number): Verdict =>
  low > limit ? 'slower' : high <= limit ? 'fine' : 'not decided';
