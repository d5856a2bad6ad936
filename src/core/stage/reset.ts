// Sequences that take a machine to one state whatever state it was in (reset words, or synchronizing words: J. Černý 1964; that looking at pairs is enough to know
// whether there is one, and the greedy way by pairs: D. Eppstein 1990; both from memory).

/** What can be done: what it costs, a whole number from 1, and where it leads from each state. */
export interface Letter {
  readonly weight: number;
  readonly leads: ArrayLike<number>;
}

export interface Found {
  readonly type: 'found';
  /** Positions in the list of letters, in their order; empty for a machine of one state. */
  readonly word: readonly number[];
  readonly weight: number;
  /** Where it ends. */
  readonly end: number;
  /** Whether nothing shorter does it. */
  readonly proved: boolean;
}

export type Reset =
  | Found
  /** Two states that nothing brings together. */
  | { readonly type: 'none'; readonly apart: readonly [number, number] }
  | { readonly type: 'too-many-states' };

export interface ResetLimits {
  /** States up to which pairs are looked at. */
  readonly states: number;
  /** Sets of states up to which the shortest one is looked for. */
  readonly sets: number;
}

/** As many as are looked through in a few seconds. */
export const usualLimits: ResetLimits = { states: 2000, sets: 200_000 };

/**
 * A word that takes every state of `from` to one state; the shortest by weight where that many sets of states can be looked through, else one found pair by pair. All
 * states that letters lead to from there are taken to be among `from`: then one exists if and only if every pair can be brought together.
 */
export function resetWord(from: readonly number[], letters: readonly Letter[], limits: ResetLimits = usualLimits): Reset {
  const all = [...new Set(from)].sort((a, b) => a - b);
  const [only, second] = all;
  if (only === undefined || second === undefined) return { type: 'found', word: [], weight: 0, end: only ?? 0, proved: true };
  if (all.length > limits.states) return { type: 'too-many-states' };
  const pairs = mergingPairs(all, letters);
  const apart = pairs.firstApart();
  if (apart) return { type: 'none', apart };
  return shortestWord(all, letters, limits.sets) ?? byPairs(all, letters, pairs);
}

/** Where a word leads. */
export const afterWord = (state: number, word: readonly number[], letters: readonly Letter[]): number =>
  word.reduce((at, i) => letters[i]?.leads[at] ?? at, state);

const weightOf = (word: readonly number[], letters: readonly Letter[]): number =>
  word.reduce((sum, i) => sum + (letters[i]?.weight ?? 0), 0);

interface Pairs {
  /** The letter with which two states begin to come together the cheapest way, and what it costs; null where nothing brings them together. */
  readonly next: (p: number, q: number) => { readonly letter: number; readonly cost: number } | null;
  readonly firstApart: () => readonly [number, number] | null;
}

/** For every pair of states the cheapest way together, found backwards from the pairs that are one state. */
function mergingPairs(states: readonly number[], letters: readonly Letter[]): Pairs {
  const place = new Map(states.map((s, i) => [s, i]));
  const n = states.length;
  const number = (i: number, j: number): number => (i < j ? i * n + j : j * n + i);
  const cost = new Int32Array(n * n).fill(-1);
  const by = new Int16Array(n * n).fill(-1);
  const before = letters.map(({ leads }) => {
    const into: number[][] = Array.from({ length: n }, () => []);
    states.forEach((s, i) => {
      const to = place.get(leads[s] ?? s);
      if (to !== undefined) into[to]?.push(i);
    });
    return into;
  });
  const queue: number[][] = [];
  const put = (pair: number, at: number, letter: number): void => {
    const known = cost[pair] ?? -1;
    if (known >= 0 && known <= at) return;
    cost[pair] = at;
    by[pair] = letter;
    const waiting = queue[at] ?? [];
    queue[at] = waiting;
    waiting.push(pair);
  };
  for (let i = 0; i < n; i++) put(i * n + i, 0, -1);
  for (let level = 0; level < queue.length; level++)
    for (const pair of queue[level] ?? []) {
      if (cost[pair] !== level) continue;
      const [i, j] = [Math.floor(pair / n), pair % n];
      letters.forEach(({ weight }, letter) => {
        for (const p of before[letter]?.[i] ?? [])
          for (const q of before[letter]?.[j] ?? []) if (p !== q) put(number(p, q), level + weight, letter);
      });
    }
  return {
    next: (p, q) => {
      const pair = number(place.get(p) ?? 0, place.get(q) ?? 0);
      const at = cost[pair] ?? -1;
      return at < 0 ? null : { letter: by[pair] ?? -1, cost: at };
    },
    firstApart: () => {
      for (let i = 0; i < n; i++)
        for (let j = i + 1; j < n; j++) if ((cost[i * n + j] ?? -1) < 0) return [states[i] ?? 0, states[j] ?? 0];
      return null;
    },
  };
}

/** The cheapest word that brings some states together, over sets of states; null where there is none, or more than `most` sets would have to be looked at. */
export function shortestWord(states: readonly number[], letters: readonly Letter[], most: number): Found | null {
  interface Seen {
    readonly set: readonly number[];
    readonly from: string | null;
    readonly letter: number;
    readonly cost: number;
  }
  const keyOf = (set: readonly number[]): string => set.join(' ');
  const start = keyOf(states);
  const seen = new Map<string, Seen>([[start, { set: states, from: null, letter: -1, cost: 0 }]]);
  const queue: string[][] = [[start]];
  for (let level = 0; level < queue.length; level++)
    for (const key of queue[level] ?? []) {
      const now = seen.get(key);
      if (!now || now.cost !== level) continue;
      const [end, more] = now.set;
      if (end !== undefined && more === undefined) {
        const word: number[] = [];
        for (let at: Seen | undefined = now; at && at.from !== null; at = seen.get(at.from)) word.push(at.letter);
        return { type: 'found', word: word.reverse(), weight: level, end, proved: true };
      }
      for (const [letter, { weight, leads }] of letters.entries()) {
        const set = [...new Set(now.set.map((s) => leads[s] ?? s))].sort((a, b) => a - b);
        const to = keyOf(set);
        const known = seen.get(to);
        if (known && known.cost <= level + weight) continue;
        if (!known && seen.size >= most) return null;
        seen.set(to, { set, from: key, letter, cost: level + weight });
        const waiting = queue[level + weight] ?? [];
        queue[level + weight] = waiting;
        waiting.push(to);
      }
    }
  return null;
}

/** A word by bringing together again and again the two states that come together the cheapest. */
function byPairs(states: readonly number[], letters: readonly Letter[], pairs: Pairs): Reset {
  let set = states;
  const word: number[] = [];
  while (set.length > 1) {
    let best: { readonly p: number; readonly q: number; readonly cost: number } | null = null;
    for (const [i, p] of set.entries())
      for (const q of set.slice(i + 1)) {
        const cost = pairs.next(p, q)?.cost;
        if (cost !== undefined && (best === null || cost < best.cost)) best = { p, q, cost };
      }
    if (best === null) break;
    let { p, q } = best;
    while (p !== q) {
      const letter = pairs.next(p, q)?.letter ?? 0;
      word.push(letter);
      p = afterWord(p, [letter], letters);
      q = afterWord(q, [letter], letters);
      set = [...new Set(set.map((s) => afterWord(s, [letter], letters)))];
    }
  }
  return { type: 'found', word, weight: weightOf(word, letters), end: set[0] ?? 0, proved: false };
}
