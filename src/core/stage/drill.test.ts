// A player's pace from a drill: made-up players with noise of their own, and what is refused.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '../base';
import { type DrillPress, paceBy, paceFrom, paceInWords, pressMs, usualPace } from './index';

/** A drill of a made-up player: presses at distances up to `far`, each late or early by up to `noise` ms. */
function drillOf(a: number, b: number, count: number, far: number, noise: number, seed: number): readonly DrillPress[] {
  const next = chance(seed);
  return Array.from({ length: count }, (_, i) => {
    const mm = (far * (i % 7)) / 6;
    return { mm, width: 20, ms: pressMs({ a, b }, mm, 20) + noise * (2 * next() - 1) };
  });
}

describe('the pace of a player', () => {
  it('is found exactly where nothing wavers', () => {
    const found = paceFrom(drillOf(180, 95, 35, 420, 0, 1));
    expect(found.type).toBe('fits');
    if (found.type !== 'fits') return;
    expect(found.pace.a).toBeCloseTo(180, 6);
    expect(found.pace.b).toBeCloseTo(95, 6);
    expect(found.off.a).toBeCloseTo(0, 6);
  });
  it('lies within four of its own standard errors of the truth, for players who waver by up to 60 ms', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 120, max: 400 }),
        fc.integer({ min: 80, max: 250 }),
        fc.integer({ min: 30, max: 80 }),
        fc.nat(1e6),
        (a, b, count, seed) => {
          const found = paceFrom(drillOf(a, b, count, 500, 60, seed));
          expect(found.type).toBe('fits');
          if (found.type !== 'fits') return;
          expect(Math.abs(found.pace.a - a)).toBeLessThan(4 * found.off.a + 1e-6);
          expect(Math.abs(found.pace.b - b)).toBeLessThan(4 * found.off.b + 1e-6);
          // Thirty presses that waver by 60 ms leave no more than this unknown.
          expect(found.off.a).toBeLessThan(20);
          expect(found.off.b).toBeLessThan(16);
        },
      ),
      { numRuns: 300, seed: 7 },
    );
  });
  it('is refused for too few presses, for presses all alike, and where farther is not slower', () => {
    expect(paceFrom(drillOf(200, 100, 29, 500, 0, 1))).toEqual({ type: 'too-few', presses: 29 });
    expect(paceFrom(drillOf(200, 100, 40, 100, 0, 1))).toMatchObject({ type: 'too-alike' });
    expect(paceFrom(drillOf(200, -50, 40, 500, 0, 1))).toEqual({ type: 'not-as-fast-as-can-be' });
  });
});

describe('a pace in figures that a player can tell', () => {
  it('is the same again, and none where it cannot be one', () => {
    // 300 mm to a switch of 20 mm: log2(300 / (20 + 90) + 1) bits, worked out by hand: 1.8981.
    expect(pressMs({ a: 0, b: 1000 }, 300, 20)).toBeCloseTo(1898.1, 0);
    expect(paceInWords(usualPace)).toBe('250 ms for a press where your foot is, 535 ms for one 30 cm away');
    const again = paceBy(250, pressMs(usualPace, 300, 20));
    expect(again?.a).toBe(250);
    expect(again?.b).toBeCloseTo(150, 9);
    for (const [here, far] of [
      [0, 300],
      [300, 300],
      [Number.NaN, 300],
      [200, Number.POSITIVE_INFINITY],
    ] as const)
      expect(paceBy(here, far)).toBe(null);
  });
});
