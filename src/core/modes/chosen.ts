// Which values of a message a landing acts on, where it does not act on all of them.
import type { HeardRange } from './mode';

/** Both ends are in it. */
export interface Values {
  readonly from: number;
  readonly to: number;
}

/**
 * The values that a landing acts on: those that choose its one value, or one for each step of its range from its first value up; null where nothing is told
 * apart by values.
 */
export function chosenValues(
  needs: 'coding' | 'value' | 'first-value' | null,
  { from, to, chosenBy }: Pick<HeardRange, 'from' | 'to' | 'chosenBy'>,
): Values | null {
  if (needs === 'value') return chosenBy;
  if (needs !== 'first-value') return null;
  const first = chosenBy?.from ?? 0;
  return { from: first, to: first + Math.floor(Math.abs(to - from)) };
}
