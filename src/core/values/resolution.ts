// How fine a control is, in the parameter's own unit.

export interface Resolution {
  /** How many different values arrive at the parameter. */
  readonly distinct: number;
  /** The largest difference between neighbours, in the parameter's unit. */
  readonly largestStep: number;
}

/**
 * Distinct values and largest step of a run of parameter values in the order in which they are reached.
 * @example resolution([0, 0, 1, 3]) // => { distinct: 3, largestStep: 2 }
 */
export function resolution(values: ArrayLike<number>): Resolution {
  const seen = new Set<number>();
  let largestStep = 0;
  let before: number | undefined;
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    if (value === undefined) continue;
    seen.add(value);
    if (before !== undefined) largestStep = Math.max(largestStep, Math.abs(value - before));
    before = value;
  }
  return { distinct: seen.size, largestStep };
}
