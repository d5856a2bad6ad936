// A queue that gives out the least first: a binary heap (J. W. J. Williams 1964).

export interface Heap<T> {
  readonly push: (item: T) => void;
  /** The least, taken out; undefined where there is none. */
  readonly pop: () => T | undefined;
  /** All that is in it, in no order. */
  readonly rest: () => readonly T[];
}

/** An empty queue. `compare`: below 0 where `a` comes first. */
export function heapOf<T>(compare: (a: T, b: T) => number): Heap<T> {
  const items: T[] = [];
  const before = (i: number, j: number): boolean => {
    const [a, b] = [items[i], items[j]];
    return a !== undefined && b !== undefined && compare(a, b) < 0;
  };
  const swap = (i: number, j: number): void => {
    const [a, b] = [items[i], items[j]];
    if (a !== undefined && b !== undefined) [items[i], items[j]] = [b, a];
  };
  return {
    rest: () => items,
    push: (item) => {
      for (let i = items.push(item) - 1; i > 0; ) {
        const parent = (i - 1) >> 1;
        if (!before(i, parent)) break;
        swap(i, parent);
        i = parent;
      }
    },
    pop: () => {
      const [least] = items;
      const last = items.pop();
      if (items.length === 0 || last === undefined) return least;
      items[0] = last;
      for (let i = 0; ; ) {
        const [left, right] = [2 * i + 1, 2 * i + 2];
        const smaller = right < items.length && before(right, left) ? right : left;
        if (smaller >= items.length || !before(smaller, i)) return least;
        swap(i, smaller);
        i = smaller;
      }
    },
  };
}
