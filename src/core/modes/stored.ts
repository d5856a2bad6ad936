// Walking through steps of which some are empty.

/** The nearest step on one side that something is stored under, inside of `low`–`high`; where there is none, it stays where it is. */
export function nextStored(now: number, by: 1 | -1, low: number, high: number, empty: ReadonlySet<number> | undefined): number {
  const first = by > 0 ? Math.max(Math.round(now) + 1, low) : Math.min(Math.round(now) - 1, high);
  for (let at = first; at >= low && at <= high; at += by) if (!empty?.has(at)) return at;
  return now;
}

/** As `nextStored`, round the range: after its last step comes its first. */
export function nextStoredRound(
  now: number,
  by: 1 | -1,
  low: number,
  high: number,
  empty: ReadonlySet<number> | undefined,
): number {
  const span = high - low + 1;
  let at = now;
  for (let tried = 0; tried < span; tried++) {
    at = low + ((((Math.round(at) + by - low) % span) + span) % span);
    if (!empty?.has(at)) return at;
  }
  return now;
}
