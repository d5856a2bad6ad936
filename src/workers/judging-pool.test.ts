// Helpers of the judge: each function is judged by one of them or left, whoever is late, fails or is ended.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JudgedPart } from '@/core/checks';
import { type Helper, poolOf } from './judging-pool';

const partOf = (id: string): JudgedPart => ({ id, outcome: { type: 'cannot', what: '' }, findings: [] });
const ids = Array.from({ length: 2500 }, (_, i) => `f${i}`);

/** A helper that takes one turn of the clock for each time, and fails at the one that is asked for. */
function helper(failsAt: number, turns: number) {
  let asked = 0;
  let over = false;
  const seen: string[] = [];
  const it: Helper = {
    judge: async (list) => {
      const mine = ++asked;
      for (let i = 0; i < turns; i++) await Promise.resolve();
      if (over) throw new Error('asked after the end');
      if (mine >= failsAt) throw new Error('out of memory');
      seen.push(...list);
      return list.map(partOf);
    },
    end: () => {
      over = true;
    },
  };
  return { it, seen, isOver: () => over };
}

describe('a pool of helpers', () => {
  it('has each function told once, or no longer in hand, whatever its helpers do and whoever judges from the front', async () => {
    let failed = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ failsAt: fc.integer({ min: 1, max: 9 }), turns: fc.nat(5) }), { maxLength: 3 }),
        fc.integer({ min: 1, max: 400 }),
        async (given, pace) => {
          const helpers = given.map(({ failsAt, turns }) => helper(failsAt, turns));
          const own = new Set<string>();
          const told: string[] = [];
          const taken = new Set<string>();
          const pool = poolOf(
            helpers.map((h) => h.it),
            ids,
            (id) => own.has(id) || taken.has(id),
          );
          const take = (): void => {
            for (const { id } of pool.told()) {
              told.push(id);
              taken.add(id);
            }
          };
          for (;;) {
            take();
            const left = ids.filter((id) => !own.has(id) && !taken.has(id));
            const mine = left.filter((id) => !pool.have(id)).slice(0, pace);
            if (left.length === 0) break;
            for (const id of mine) own.add(id);
            if (mine.length === 0) expect(await pool.heard(5000)).toBe(true);
            else await Promise.resolve();
          }
          pool.end();
          expect(new Set(told).size).toBe(told.length);
          expect(told.filter((id) => own.has(id))).toEqual([]);
          expect(told.length + own.size).toBe(ids.length);
          expect([...told].sort()).toEqual(helpers.flatMap((h) => h.seen).sort());
          expect(helpers.every((h) => h.isOver())).toBe(true);
          failed += own.size > 0 && told.length > 0 ? 1 : 0;
        },
      ),
      { numRuns: 60, seed: 20261130 },
    );
    expect(failed).toBeGreaterThan(10);
  });
  it('goes from the last function on, so that whoever goes from the front meets it', () => {
    const first: string[] = [];
    const late: Helper = {
      judge: (list) => {
        first.push(...list);
        return new Promise(() => undefined);
      },
      end: () => undefined,
    };
    const pool = poolOf([late], ids, (id) => id === 'f2499');
    expect(first[0]).toBe('f2498');
    expect(first.every((id) => pool.have(id))).toBe(true);
    expect(pool.have('f0')).toBe(false);
  });
  it('says when none of them tells anything, and has nothing in hand once it is ended', async () => {
    const silent: Helper = { judge: () => new Promise(() => undefined), end: () => undefined };
    const pool = poolOf([silent], ids, () => false);
    expect(await pool.heard(5)).toBe(false);
    pool.end();
    expect(ids.some((id) => pool.have(id))).toBe(false);
    expect(pool.told()).toEqual([]);
  });
});
