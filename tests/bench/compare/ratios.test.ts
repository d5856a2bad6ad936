import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '@/core/base';
import { intervalOf, verdictOn } from './ratios';

describe('the interval of a median', () => {
  // Conover's table and any table of the sign test: n = 15 cuts 3 values at each end, 20 cuts 5, 45 cuts 15.
  it.each([
    [6, 0],
    [15, 3],
    [20, 5],
    [45, 15],
  ])('of %i values leaves out %i at each end', (n, cut) => {
    const values = Array.from({ length: n }, (_, i) => i + 1);
    expect(intervalOf(values)).toEqual({ median: (n + 1) / 2, low: cut + 1, high: n - cut });
  });
  it('holds the true median in 95 of 100 cases, however crooked the times are spread', () => {
    const next = chance(7);
    let held = 0;
    for (let i = 0; i < 2000; i++) {
      const values = Array.from({ length: 15 }, () => Math.exp(3 * next()));
      const { low, high } = intervalOf(values);
      if (low <= Math.exp(1.5) && Math.exp(1.5) <= high) held++;
    }
    expect(held / 2000).toBeGreaterThan(0.945);
    expect(held / 2000).toBeLessThan(0.99);
  });
  it('lies around the median, whatever comes (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.01, max: 100, noNaN: true }), { minLength: 1, maxLength: 60 }), (ratios) => {
        const { low, median, high } = intervalOf(ratios);
        expect(low).toBeLessThanOrEqual(median);
        expect(median).toBeLessThanOrEqual(high);
      }),
    );
  });
});

it('a verdict is given only where the whole interval lies on one side', () => {
  expect(verdictOn({ low: 1.2, median: 1.3, high: 1.4 }, 1.15)).toBe('slower');
  expect(verdictOn({ low: 0.9, median: 1, high: 1.1 }, 1.15)).toBe('fine');
  expect(verdictOn({ low: 1.1, median: 1.16, high: 1.2 }, 1.15)).toBe('not decided');
});
