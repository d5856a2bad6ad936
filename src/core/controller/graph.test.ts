// Shortest ways against the plainest algorithm there is: relax every edge until nothing changes (Bellman and Ford).
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Edge, explore } from './graph';

const size = 8;
const graph = fc.array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1), fc.integer({ min: 1, max: 3 })), { maxLength: 24 });

function plainly(edges: readonly (readonly [number, number, number])[], from: ReadonlyMap<number, number>): readonly number[] {
  const cost = Array.from({ length: size }, (_, i) => from.get(i) ?? Number.POSITIVE_INFINITY);
  for (let round = 0; round < size; round++) for (const [a, b, w] of edges) cost[b] = Math.min(cost[b] ?? 0, (cost[a] ?? 0) + w);
  return cost.map((c) => (Number.isFinite(c) ? c : -1));
}

describe('exploring a graph', () => {
  it('gives the least cost, a way of that cost, and distances back (property)', () => {
    fc.assert(
      fc.property(
        graph,
        fc.nat(size - 1),
        fc.dictionary(fc.nat(size - 1).map(String), fc.nat(3), { maxKeys: 3 }),
        (edges, start, wanted) => {
          const of = (state: number): Edge<string>[] =>
            edges.filter(([a]) => a === state).map(([a, to, weight]) => ({ to, weight, by: `${a}>${to}` }));
          const found = explore(size, start, of);
          const least = plainly(edges, new Map([[start, 0]]));
          expect(Array.from({ length: size }, (_, s) => found.costTo(s))).toEqual(least);
          expect([...found.reached].sort()).toEqual(least.flatMap((c, s) => (c >= 0 ? [s] : [])));
          for (const state of found.reached) {
            const way = found.wayTo(state);
            expect(way.reduce((sum, e) => sum + e.weight, 0)).toBe(least[state]);
            expect([start, ...way.map((e) => e.to)].slice(0, -1).map((s, i) => `${s}>${way[i]?.to}`)).toEqual(
              way.map((e) => e.by),
            );
          }
          const goals = new Map(Object.entries(wanted).map(([s, c]) => [Number(s), c]));
          const seen = edges.filter(([a]) => (least[a] ?? -1) >= 0);
          const back = plainly(
            seen.map(([a, b, w]) => [b, a, w] as const),
            goals,
          );
          const distance = found.distanceTo(goals);
          for (const state of found.reached) expect(distance(state)).toBe(back[state]);
        },
      ),
      { numRuns: 300 },
    );
  });
});
