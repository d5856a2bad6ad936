// The planning problem without its music: rows that each want a cell, rows that may not meet in one, rows that want to be neighbours.
import { groupBy } from '../base';
import { type Cost, noCost, plus } from './cost';

/** One cell that a row could have. Neighbouring cells have keys that differ by 1. */
export interface Option {
  readonly cell: number;
  /** The cells that it takes with it: a 14-bit control's low byte, the same number on every channel that is heard. */
  readonly more: readonly number[];
  readonly moved: number;
  readonly unwanted: number;
  readonly rank: number;
}

export interface Problem {
  /** What each row could have, cheapest first. */
  readonly options: readonly (readonly Option[])[];
  /** The class of each row, and whether rows of two classes meet where they share a cell. A class always meets itself. */
  readonly classOf: readonly number[];
  readonly meets: (a: number, b: number) => boolean;
  /** Pairs of rows of which the second wants the cell after the first one's. Each row stands first in one pair at most. */
  readonly neighbours: readonly (readonly [number, number])[];
}

export type Solution =
  | {
      readonly type: 'plan';
      /** For each row, which of its options it got. */
      readonly chosen: readonly number[];
      readonly cost: Cost;
      /** No plan costs less than this; equal to the cost where the plan is proved best. */
      readonly atLeast: Cost;
    }
  /** Rows that cannot stand together; without any one of them the others can. */
  | { readonly type: 'impossible'; readonly rows: readonly number[] }
  /** The search ended before it found a plan or proved that there is none. */
  | { readonly type: 'undecided' };

/** What an option costs by itself. */
export const costOf = (o: Option): Cost => ({ moved: o.moved, unwanted: o.unwanted, broken: 0, rank: o.rank });

/** The cost of a whole choice. */
export function costOfChoice({ options, neighbours }: Problem, chosen: readonly number[]): Cost {
  let cost = noCost;
  const cellOf = (row: number): number => options[row]?.[chosen[row] ?? -1]?.cell ?? Number.NaN;
  chosen.forEach((at, row) => {
    const o = options[row]?.[at];
    if (o) cost = plus(cost, costOf(o));
  });
  let broken = 0;
  for (const [a, b] of neighbours) if (cellOf(b) !== cellOf(a) + 1) broken++;
  return { ...cost, broken };
}

/** Some rows of a problem as a problem of their own. */
export function part(problem: Problem, rows: readonly number[]): Problem {
  const place = new Map(rows.map((row, i) => [row, i]));
  return {
    options: rows.map((row) => problem.options[row] ?? []),
    classOf: rows.map((row) => problem.classOf[row] ?? 0),
    meets: problem.meets,
    neighbours: problem.neighbours.flatMap(([a, b]): [number, number][] => {
      const from = place.get(a);
      const to = place.get(b);
      return from === undefined || to === undefined ? [] : [[from, to]];
    }),
  };
}

/** Rows in families, each in its order; a row without neighbours is a family by itself. */
export function chainsOf(count: number, neighbours: Problem['neighbours']): readonly (readonly number[])[] {
  const next = new Map(neighbours);
  const seconds = new Set(neighbours.map(([, b]) => b));
  const chains: number[][] = [];
  for (let row = 0; row < count; row++) {
    if (seconds.has(row)) continue;
    const chain = [row];
    for (let at = next.get(row); at !== undefined; at = next.get(at)) chain.push(at);
    chains.push(chain);
  }
  return chains;
}

/** Groups of rows that share neither cells nor neighbours with rows of other groups. */
export function separate({ options, classOf, meets, neighbours }: Problem): readonly (readonly number[])[] {
  const parent = options.map((_, i) => i);
  const find = (i: number): number => {
    let root = i;
    while (parent[root] !== root) root = parent[root] ?? root;
    for (let at = i; at !== root; ) {
      const next = parent[at] ?? root;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  const join = (a: number, b: number): void => {
    parent[find(a)] = find(b);
  };
  // One row of each class stands for all of them at a cell: rows of one class always meet.
  const firstAt = new Map<number, Map<number, number>>();
  for (const c of new Set(classOf)) firstAt.set(c, new Map());
  const listed = new Map<readonly Option[], Map<number, number>>();
  const sit = (row: number, own: number, mine: Map<number, number>, cell: number): void => {
    const same = mine.get(cell);
    if (same !== undefined) {
      join(row, same);
      return;
    }
    mine.set(cell, row);
    if (firstAt.size === 1) return;
    for (const [other, theirs] of firstAt) {
      const first = other === own || !meets(own, other) ? undefined : theirs.get(cell);
      if (first !== undefined) join(row, first);
    }
  };
  options.forEach((list, row) => {
    const own = classOf[row] ?? 0;
    // Rows of one class with one list of options meet wherever the first of them does.
    const alike = listed.get(list) ?? new Map<number, number>();
    listed.set(list, alike);
    const twin = alike.get(own);
    if (twin !== undefined && list.length > 0) {
      join(row, twin);
      return;
    }
    alike.set(own, row);
    const mine = firstAt.get(own);
    if (!mine) return;
    for (const { cell, more } of list) {
      sit(row, own, mine, cell);
      for (const other of more) sit(row, own, mine, other);
    }
  });
  for (const [a, b] of neighbours) join(a, b);
  return [...groupBy(options.keys(), find).values()];
}
