// What is gathered arrives whole, in its order, and never later than it may.
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { gathered } from './gathered';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('what goes to a worker together', () => {
  it('the first at once, what follows within the time in one trip, and one after a pause at once again', () => {
    const trips: (readonly number[])[] = [];
    const { add, flush } = gathered<number>((items) => trips.push(items), 10);
    add(1);
    expect(trips).toEqual([[1]]);
    add(2);
    add(3);
    expect(trips).toEqual([[1]]);
    vi.advanceTimersByTime(10);
    expect(trips).toEqual([[1], [2, 3]]);
    add(4);
    flush();
    expect(trips).toEqual([[1], [2, 3], [4]]);
    flush();
    vi.advanceTimersByTime(30);
    add(5);
    expect(trips).toEqual([[1], [2, 3], [4], [5]]);
  });
  it('nothing is lost, doubled or overtaken, and nothing waits longer', () => {
    const step = fc.oneof(fc.record({ wait: fc.nat(25) }), fc.constant('add' as const), fc.constant('flush' as const));
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        const came: { readonly n: number; readonly at: number }[] = [];
        const { add, flush } = gathered<{ n: number; at: number }>((items) => {
          for (const { n, at } of items) {
            came.push({ n, at });
            expect(Date.now() - at).toBeLessThanOrEqual(10);
          }
        }, 10);
        let n = 0;
        for (const s of steps)
          if (s === 'add') add({ n: n++, at: Date.now() });
          else if (s === 'flush') flush();
          else vi.advanceTimersByTime(s.wait);
        vi.advanceTimersByTime(10);
        expect(came.map((c) => c.n)).toEqual(Array.from({ length: n }, (_, i) => i));
      }),
      { numRuns: 200 },
    );
  });
  it('what waits when it ends is left behind', () => {
    const trips: (readonly number[])[] = [];
    const { add, end } = gathered<number>((items) => trips.push(items), 10);
    add(1);
    add(2);
    end();
    vi.advanceTimersByTime(50);
    expect(trips).toEqual([[1]]);
  });
});
