// Which of many named things somebody means by a few letters.
import { matchSorter, rankings } from 'match-sorter';

export interface Named {
  readonly name: string;
  /** Other words by which it is found, after its name. */
  readonly also: string;
}

/**
 * The things whose names fit what was typed, the best first: the same name, a name that begins so, a word that begins so, the
 * letters anywhere; by other words only after all that. Ties stay in their order. At most `most`.
 */
export function named<T extends Named>(all: readonly T[], typed: string, most: number): readonly T[] {
  const sought = typed.trim();
  const place = new Map(all.map((one, i) => [one, i]));
  const best = (among: readonly T[], key: 'name' | 'also'): readonly T[] =>
    matchSorter(among, sought, {
      keys: [key],
      baseSort: (a, b) => (place.get(a.item) ?? 0) - (place.get(b.item) ?? 0),
      threshold: rankings.CONTAINS,
    });
  const byName = best(all, 'name');
  if (byName.length >= most) return byName.slice(0, most);
  const found = new Set(byName);
  return [
    ...byName,
    ...best(
      all.filter((one) => !found.has(one)),
      'also',
    ),
  ].slice(0, most);
}
