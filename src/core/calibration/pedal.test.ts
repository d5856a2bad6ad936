// Calibration against pedals whose curve, ends and noise are known, since they are made here: an independent model of a worn pedal.
// That tapers are logarithmic, their inverse or S-shaped is common practice, no source; so are ends from 5 to 20 % short.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '../base';
import { makeCalibration, pedalReading } from '../values';
import { measurePedal, type PedalMeasure, type Reading } from './pedal';

interface Pedal {
  readonly taper: (place: number) => number;
  readonly low: number;
  readonly high: number;
  /** Steps of noise either way. */
  readonly noise: number;
  readonly seed: number;
  readonly max?: number;
  /** Values that never come. */
  readonly gaps?: readonly number[];
}

const tapers = {
  straight: (p: number) => p,
  log: (p: number) => Math.log(1 + 9 * p) / Math.log(10),
  antilog: (p: number) => (10 ** p - 1) / 9,
  s: (p: number) => (1 - Math.cos(Math.PI * p)) / 2,
};

/** Two sweeps by a hand that is uneven by some percent, at 200 readings a second; only what changes is sent. */
function swept(pedal: Pedal, uneven = 0.04): Reading[] {
  const next = chance(pedal.seed);
  const max = pedal.max ?? 127;
  const found: Reading[] = [];
  let last = -1;
  let t = 0;
  const read = (place: number): void => {
    t += 5;
    const clean = pedal.low + (pedal.high - pedal.low) * pedal.taper(Math.min(1, Math.max(0, place)));
    const noisy = Math.round(clean + pedal.noise * (2 * next() - 1));
    let value = Math.min(max, Math.max(0, noisy));
    if (pedal.gaps?.includes(value)) value--;
    if (value !== last) found.push({ atMs: t, value });
    last = value;
  };
  const rest = (place: number): void => {
    for (let i = 0; i < 40; i++) read(place);
  };
  rest(0);
  for (let sweep = 0; sweep < 2; sweep++) {
    for (const up of [true, false]) {
      const phase = next() * 6;
      const strength = uneven * next();
      for (let i = 0; i <= 600; i++) {
        const even = i / 600;
        const place = even + strength * Math.sin(Math.PI * 2 * even + phase) * Math.sin(Math.PI * even);
        read(up ? place : 1 - place);
      }
      rest(up ? 1 : 0);
    }
  }
  return found;
}

const measured = (pedal: Pedal): PedalMeasure => {
  const found = measurePedal(swept(pedal), pedal.max ?? 127);
  if (typeof found === 'string') throw new Error(found);
  return found;
};

/** The largest distance between the hand's place and what counts after the calibration, away from the very ends. */
function worst(pedal: Pedal, found: PedalMeasure): number {
  const calibrated = makeCalibration(found.proposal);
  const max = pedal.max ?? 127;
  let most = 0;
  for (let p = 0.05; p <= 0.95; p += 0.01) {
    const reading = (pedal.low + (pedal.high - pedal.low) * pedal.taper(p)) / max;
    most = Math.max(most, Math.abs(calibrated(reading) - p));
  }
  return most;
}

describe('calibration', () => {
  it('finds the ends of a straight pedal, and makes it reach both', () => {
    const pedal: Pedal = { taper: tapers.straight, low: 9, high: 118, noise: 0, seed: 1 };
    const found = measured(pedal);
    expect([found.legs, found.low, found.high, found.jitter.steps, found.proposal.curve]).toEqual([
      4,
      9,
      118,
      0,
      { type: 'linear' },
    ]);
    const calibrated = makeCalibration(found.proposal);
    expect(calibrated(pedalReading(found.proposal, 0))).toBe(0);
    expect(calibrated(pedalReading(found.proposal, 1))).toBe(1);
    expect(found.missing).toEqual([]);
    expect(found.histogram.reduce((a, b) => a + b, 0)).toBe(swept(pedal).length);
  });
  it('known curves with noise: ends within two steps, the way within 5 % on average, 7 % at worst where it is quiet and 12 % where it trembles', () => {
    const errors: number[] = [];
    fc.assert(
      fc.property(
        fc.constantFrom(...(['straight', 'log', 'antilog', 's'] as const)),
        fc.integer({ min: 0, max: 25 }),
        fc.integer({ min: 102, max: 127 }),
        fc.constantFrom(0, 0.6, 1),
        fc.integer({ min: 1, max: 1_000_000 }),
        (taper, low, high, noise, seed) => {
          const pedal: Pedal = { taper: tapers[taper], low, high, noise, seed };
          const found = measured(pedal);
          expect(Math.abs(found.low - low)).toBeLessThanOrEqual(2);
          expect(Math.abs(found.high - high)).toBeLessThanOrEqual(2);
          const error = worst(pedal, found);
          errors.push(error);
          // Where it trembles and is flat at its ends, leaving the rest looks like resting.
          expect(error).toBeLessThan(noise === 0 ? 0.07 : 0.12);
          expect(found.error).toBeLessThan(0.05);
        },
      ),
      { numRuns: 250, seed: 4 },
    );
    errors.sort((a, b) => a - b);
    expect(errors[Math.floor(errors.length * 0.9)]).toBeLessThan(0.08);
  });
  it('a pedal that trembles keeps still at its ends afterwards', () => {
    const pedal: Pedal = { taper: tapers.straight, low: 10, high: 117, noise: 1.4, seed: 3 };
    const found = measured(pedal);
    expect(found.jitter.steps).toBeGreaterThanOrEqual(1);
    expect(found.jitter.perSecond).toBeGreaterThan(5);
    const calibrated = makeCalibration(found.proposal);
    for (const wander of [-1, 0, 1]) {
      expect(calibrated((10 + wander) / 127)).toBe(0);
      expect(calibrated((117 + wander) / 127)).toBe(1);
    }
  });
  it('names the values that never come, and says nothing of them after a quick sweep', () => {
    const pedal: Pedal = { taper: tapers.straight, low: 0, high: 127, noise: 0, seed: 5, gaps: [32, 90] };
    expect(measured(pedal).missing).toEqual([32, 90]);
    const quick = swept({ ...pedal, gaps: [] }).filter((_, i) => i % 4 === 0);
    const found = measurePedal(quick, 127);
    expect(typeof found === 'object' && found.missing).toBeNull();
  });
  it('14 bits, and polarity the other way round', () => {
    const found = measured({ taper: tapers.log, low: 900, high: 15200, noise: 20, seed: 9, max: 16383 });
    expect(Math.abs(found.low - 900)).toBeLessThan(60);
    expect(found.proposal.curve.type).not.toBe('linear');
    expect(found.missing).toBeNull();
  });
  it('says what is missing in the sweeps', () => {
    const ramp = Array.from({ length: 100 }, (_, i) => ({ atMs: i * 10, value: i }));
    expect(measurePedal([], 127)).toBe('too-few');
    expect(measurePedal(ramp, 127)).toBe('one-way');
    expect(
      measurePedal(
        Array.from({ length: 50 }, (_, i) => ({ atMs: i, value: 60 + (i % 3) })),
        127,
      ),
    ).toBe('too-narrow');
  });
});
