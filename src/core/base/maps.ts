// Maps of lists and of counts.

/** Adds to the list of a key; the list is made when it is first needed. */
export function addTo<K, T>(groups: Map<K, T[]>, key: K, one: T): void {
  const group = groups.get(key);
  if (group) group.push(one);
  else groups.set(key, [one]);
}

/**
 * What has the same key, together, each in its order.
 * @example [...groupBy([1, 2, 3], (n) => n % 2)] // => [[1, [1, 3]], [0, [2]]]
 */
export function groupBy<K, T>(all: Iterable<T>, key: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const one of all) addTo(groups, key(one), one);
  return groups;
}

/**
 * How often each key comes.
 * @example [...countBy(['a', 'b', 'a'], (x) => x)] // => [['a', 2], ['b', 1]]
 */
export function countBy<K, T>(all: Iterable<T>, key: (one: T) => K): Map<K, number> {
  const counts = new Map<K, number>();
  for (const one of all) counts.set(key(one), (counts.get(key(one)) ?? 0) + 1);
  return counts;
}
