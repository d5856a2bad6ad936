// How fine a control is, in the parameter's own unit and as part of its range.

export interface Resolution {
  /** How many different values arrive at the parameter. */
  readonly distinct: number;
  /** The smallest difference between neighbours that is one, and the largest, in the parameter's unit. */
  readonly smallestStep: number;
  readonly largestStep: number;
  /** The largest one in percent of all that is covered. */
  readonly largestPercent: number;
}

/**
 * Distinct values and steps of a run of parameter values in the order in which they are reached.
 * @example resolution([0, 0, 1, 4]) // => { distinct: 3, smallestStep: 1, largestStep: 3, largestPercent: 75 }
 */
export function resolution(values: ArrayLike<number>): Resolution {
  const seen = new Set<number>();
  let smallestStep = 0;
  let largestStep = 0;
  let lowest = Number.POSITIVE_INFINITY;
  let highest = Number.NEGATIVE_INFINITY;
  let before: number | undefined;
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (value === undefined) continue;
    seen.add(value);
    lowest = Math.min(lowest, value);
    highest = Math.max(highest, value);
    const step = before === undefined ? 0 : Math.abs(value - before);
    largestStep = Math.max(largestStep, step);
    if (step > 0 && (smallestStep === 0 || step < smallestStep)) smallestStep = step;
    before = value;
  }
  const largestPercent = highest > lowest ? (100 * largestStep) / (highest - lowest) : 0;
  return { distinct: seen.size, smallestStep, largestStep, largestPercent };
}
