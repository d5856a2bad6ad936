// What a plan costs, compared in a stated order: one move of an entered address weighs more than any number of unwanted meanings, and so on.

/** The four levels of a cost, the first one deciding. All are whole numbers, 0 or more. */
export interface Cost {
  /**
   * What moving takes of what works: half minutes to enter again what is entered already, and within them how many addresses; a weight, not a count of
   * either.
   */
  readonly moved: number;
  /** Numbers with a standard meaning that nobody asked for. */
  readonly unwanted: number;
  /** Neighbours in a family whose numbers do not follow each other. */
  readonly broken: number;
  /** Sum of the places in the school's own order. */
  readonly rank: number;
}

/** What nothing costs. */
export const noCost: Cost = { moved: 0, unwanted: 0, broken: 0, rank: 0 };

/** What counts in a cost, the heaviest first: a lower level never outweighs a higher one. */
export const costLevels = ['moved', 'unwanted', 'broken', 'rank'] as const;
export type CostLevel = (typeof costLevels)[number];

/** The sum of two costs, level by level. */
export const plus = (a: Cost, b: Cost): Cost => ({
  moved: a.moved + b.moved,
  unwanted: a.unwanted + b.unwanted,
  broken: a.broken + b.broken,
  rank: a.rank + b.rank,
});

/** Below 0 where `a` is less than `b`: the first level that differs decides. */
export function compareCosts(a: Cost, b: Cost): number {
  for (const level of costLevels) if (a[level] !== b[level]) return a[level] - b[level];
  return 0;
}

/** The first level on which two costs differ, and by how much; null where they are the same. */
export function difference(a: Cost, b: Cost): { readonly level: CostLevel; readonly by: number } | null {
  for (const level of costLevels) if (a[level] !== b[level]) return { level, by: Math.abs(a[level] - b[level]) };
  return null;
}

/** Weights under which comparing one number is comparing the levels in their order. */
export interface Weights {
  readonly moved: number;
  readonly unwanted: number;
  readonly broken: number;
  readonly rank: 1;
}

/**
 * Weights for a problem whose sums stay below the given bounds. Sums of whole numbers are exact up to 2⁵³; a problem that goes
 * beyond is compared level by level wherever a decision rests on it.
 */
export function weightsFor(most: { readonly unwanted: number; readonly broken: number; readonly rank: number }): Weights {
  const broken = most.rank + 1;
  const unwanted = broken * (most.broken + 1);
  return { moved: unwanted * (most.unwanted + 1), unwanted, broken, rank: 1 };
}

/** A cost as one number, its levels kept apart by the weights. */
export const weigh = (cost: Cost, w: Weights): number =>
  cost.moved * w.moved + cost.unwanted * w.unwanted + cost.broken * w.broken + cost.rank;
