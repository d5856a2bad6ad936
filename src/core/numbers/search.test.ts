// The solver against brute force, and the assignment against an independent library.
import * as fc from 'fast-check';
import munkres from 'munkres-js';
import { describe, expect, it } from 'vitest';
import { type Cost, compareCosts } from './cost';
import { costOfChoice, leastAssignment, type Option, type Problem, solve } from './index';

describe('the assignment', () => {
  // Oracle: munkres-js, an independent implementation of the Hungarian method.
  it('costs as much as munkres-js finds, on random square tables', () => {
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 12 })
          .chain((n) => fc.array(fc.array(fc.nat(50), { minLength: n, maxLength: n }), { minLength: n, maxLength: n })),
        (table) => {
          const n = table.length;
          const done = leastAssignment(n, n, Float64Array.from(table.flat()));
          if (done.type !== 'matched') throw new Error('a full table can be matched');
          expect(new Set(done.columns).size).toBe(n);
          const own = [...done.columns].reduce((sum, j, i) => sum + (table[i]?.[j] ?? Number.NaN), 0);
          const theirs = munkres(table.map((row) => [...row])).reduce((sum, [i, j]) => sum + (table[i]?.[j] ?? Number.NaN), 0);
          expect(own).toBe(theirs);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('gives potentials that prove it: no cost below their sum, equality where matched, columns never above 0', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 0, max: 6 }),
        fc.infiniteStream(fc.nat(30)),
        (n, more, stream) => {
          const m = n + more;
          const cost = Float64Array.from({ length: n * m }, () => stream.next().value ?? 0);
          const done = leastAssignment(n, m, cost);
          if (done.type !== 'matched') throw new Error('a full table can be matched');
          for (let j = 0; j < m; j++) expect(done.ofColumn[j] ?? 1).toBeLessThanOrEqual(0);
          for (let i = 0; i < n; i++) {
            for (let j = 0; j < m; j++) {
              const slack = (cost[i * m + j] ?? 0) - (done.ofRow[i] ?? 0) - (done.ofColumn[j] ?? 0);
              expect(slack).toBeGreaterThanOrEqual(-1e-9);
              if (done.columns[i] === j) expect(Math.abs(slack)).toBeLessThan(1e-9);
            }
          }
        },
      ),
    );
  });
  // Source: P. Hall, "On representatives of subsets", 1935.
  it('names rows that have one column too few, none of which can be left out', () => {
    const X = Number.POSITIVE_INFINITY;
    const done = leastAssignment(4, 4, Float64Array.from([1, 1, X, X, 1, 1, X, X, X, X, 1, 1, 1, 1, X, X]));
    expect(done).toMatchObject({ type: 'too-many' });
    if (done.type === 'too-many') expect([...done.rows].sort()).toEqual([0, 1, 3]);
  });
});

/** Every choice there is, one by one. */
function bruteForce(problem: Problem): Cost | null {
  let best: Cost | null = null;
  const chosen: number[] = [];
  const cells = (row: number): number[] => {
    const o = problem.options[row]?.[chosen[row] ?? -1];
    return o ? [o.cell, ...o.more] : [];
  };
  const fits = (row: number): boolean =>
    chosen.slice(0, row).every((_, other) => {
      if (!problem.meets(problem.classOf[row] ?? 0, problem.classOf[other] ?? 0)) return true;
      return !cells(row).some((c) => cells(other).includes(c));
    });
  const go = (row: number): void => {
    if (row === problem.options.length) {
      const cost = costOfChoice(problem, chosen);
      if (best === null || compareCosts(cost, best) < 0) best = cost;
      return;
    }
    for (let at = 0; at < (problem.options[row]?.length ?? 0); at++) {
      chosen[row] = at;
      if (fits(row)) go(row + 1);
    }
    chosen.length = row;
  };
  go(0);
  return best;
}

const byCost = (a: Option, b: Option): number => a.moved - b.moved || a.unwanted - b.unwanted || a.rank - b.rank;

const option = (pairs: boolean): fc.Arbitrary<Option> =>
  fc.record({
    cell: fc.nat(6),
    more: pairs ? fc.constantFrom<readonly number[]>([], [], [7], [8], [9], [7, 8]) : fc.constant([]),
    moved: fc.nat(1),
    unwanted: fc.nat(1),
    rank: fc.nat(9),
  });

const problems = (pairs: boolean, classes: number, chains: boolean): fc.Arbitrary<Problem> =>
  fc
    .record({
      options: fc.array(fc.uniqueArray(option(pairs), { selector: (o) => o.cell, minLength: 0, maxLength: 4 }), {
        minLength: 1,
        maxLength: 5,
      }),
      classes: fc.array(fc.nat(classes - 1), { minLength: 5, maxLength: 5 }),
      links: fc.array(fc.boolean(), { minLength: 5, maxLength: 5 }),
    })
    .map(({ options, classes: of, links }) => ({
      options: options.map((list) => [...list].sort(byCost)),
      classOf: options.map((_, i) => of[i] ?? 0),
      // Classes 0 and 2 hear different receivers; class 1 is heard by both.
      meets: (a, b) => a === b || a === 1 || b === 1,
      neighbours: chains ? options.flatMap((_, i): [number, number][] => (i > 0 && links[i] ? [[i - 1, i]] : [])) : [],
    }));

describe.each([
  ['plain demands', problems(false, 1, false)],
  ['14-bit pairs', problems(true, 1, false)],
  ['families', problems(false, 1, true)],
  ['wires that overlap in part', problems(false, 3, false)],
  ['everything at once', problems(true, 3, true)],
] as const)('the solver on %s', (_name, arbitrary) => {
  it('costs what brute force finds, and plans whenever there is a plan', () => {
    fc.assert(
      fc.property(arbitrary, (problem) => {
        const solved = solve(problem, 200_000);
        const best = bruteForce(problem);
        if (best === null) {
          expect(solved.type).toBe('impossible');
          return;
        }
        if (solved.type !== 'plan') throw new Error(`${solved.type}, but there is a plan`);
        expect(costOfChoice(problem, solved.chosen)).toEqual(solved.cost);
        expect(solved.cost).toEqual(best);
        expect(solved.atLeast).toEqual(best);
      }),
      { numRuns: 400 },
    );
  });
  it('names demands that cannot stand together, and can as soon as any one is left out', () => {
    fc.assert(
      fc.property(arbitrary, (problem) => {
        const solved = solve(problem, 200_000);
        if (solved.type !== 'impossible') return;
        const only = (rows: readonly number[]): Problem => ({
          ...problem,
          options: rows.map((r) => problem.options[r] ?? []),
          classOf: rows.map((r) => problem.classOf[r] ?? 0),
          neighbours: [],
        });
        expect(bruteForce(only(solved.rows))).toBeNull();
        for (const row of solved.rows) expect(bruteForce(only(solved.rows.filter((r) => r !== row)))).not.toBeNull();
      }),
      { numRuns: 400 },
    );
  });
  it('never says that a plan may cost less than it can, when it gives up early', () => {
    fc.assert(
      fc.property(arbitrary, (problem) => {
        const solved = solve(problem, 3);
        const best = bruteForce(problem);
        if (solved.type === 'impossible') expect(best).toBeNull();
        if (solved.type !== 'plan') return;
        if (best === null) throw new Error('a plan where there is none');
        expect(compareCosts(solved.atLeast, best)).toBeLessThanOrEqual(0);
        expect(compareCosts(solved.cost, best)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 300 },
    );
  });
});
