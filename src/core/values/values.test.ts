import { scaleLinear, scaleLog, scalePow } from 'd3-scale';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  makeCalibration,
  makeCurve,
  makeScale,
  narrow,
  pedalReading,
  positionOf,
  resolution,
  type ScaleSpec,
  showNumber,
  showSevenBit,
  stepOf,
  valueAtPosition,
  valueForStep,
  widen,
} from './index';

const places = Array.from({ length: 128 }, (_, i) => i / 127);

describe('scales against d3-scale (independent library)', () => {
  it('linear, over −60…0 dB', () => {
    const ours = makeScale({ type: 'linear' }, -60, 0);
    const d3 = scaleLinear().domain([0, 1]).range([-60, 0]);
    for (const p of places) expect(ours.toValue(p)).toBeCloseTo(d3(p), 10);
  });
  it('log, over 20…20000 Hz: d3 maps the other way, so its inverse is asked', () => {
    const ours = makeScale({ type: 'log' }, 20, 20000);
    const d3 = scaleLog().domain([20, 20000]).range([0, 1]);
    for (const p of places) expect(ours.toValue(p) / d3.invert(p)).toBeCloseTo(1, 10);
  });
  it.each([0.5, 2, 3])('power %s over 0…30 s', (k) => {
    const ours = makeScale({ type: 'power', k }, 0, 30);
    const d3 = scalePow().exponent(k).domain([0, 1]).range([0, 30]);
    for (const p of places) expect(ours.toValue(p)).toBeCloseTo(d3(p), 10);
  });
  it('a table joined by straight lines is a piecewise linear d3 scale', () => {
    const ours = makeScale({ type: 'table', values: [0, 1, 10, 100] }, 0, 100);
    const d3 = scaleLinear()
      .domain([0, 1 / 3, 2 / 3, 1])
      .range([0, 1, 10, 100]);
    for (const p of places) expect(ours.toValue(p)).toBeCloseTo(d3(p), 8);
  });
});

const spec = fc.oneof<fc.Arbitrary<ScaleSpec>[]>(
  fc.constant({ type: 'linear' }),
  fc.constant({ type: 'log' }),
  fc.double({ min: 0.3, max: 3, noNaN: true }).map((k) => ({ type: 'power', k })),
);

describe('inverse laws', () => {
  it.each([127, 16383])('value → parameter → value is the identity at 0…%s, unrounded', (max) => {
    fc.assert(
      fc.property(spec, fc.integer({ min: 0, max }), fc.constantFrom('linear', 'at64'), (s, v, centre) => {
        const scale = makeScale(s, 0.5, 320);
        const back = valueAtPosition(scale.toPosition(scale.toValue(positionOf(v, max, centre))), max, centre);
        expect(back).toBeCloseTo(v, 6);
      }),
    );
  });
  it('a step’s middle value takes that step again, or no value reaches it at all', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 300 }), fc.constantFrom(127, 16383), fc.nat(), (count, max, n) => {
        const step = n % count;
        const found = valueForStep(step, max, count);
        const reaching =
          max === 127 ? Array.from({ length: 128 }, (_, v) => v).filter((v) => stepOf(v, max, count) === step) : null;
        if (found.ok) expect(stepOf(found.value, max, count)).toBe(step);
        if (reaching) expect(found.ok).toBe(reaching.length > 0);
      }),
    );
  });
  it('curves keep their ends and never run backwards', () => {
    for (const curve of [
      { type: 'exponential', amount: 3 },
      { type: 'logarithmic', amount: 3 },
      { type: 's', amount: 4 },
      { type: 'linear' },
    ] as const) {
      const heights = places.map(makeCurve(curve));
      expect(heights[0]).toBeCloseTo(0, 12);
      expect(heights[127]).toBeCloseTo(1, 12);
      for (let i = 1; i < 128; i++) expect(heights[i]).toBeGreaterThanOrEqual(heights[i - 1] ?? 0);
    }
  });
});

describe('the small sums of the trade', () => {
  it('no 7-bit value is the middle of a linear range; 64 is with a centre (common practice, no source)', () => {
    const gain = makeScale({ type: 'linear' }, -6, 6);
    const linear = Array.from({ length: 128 }, (_, v) => gain.toValue(positionOf(v, 127, 'linear')));
    expect(linear).not.toContain(0);
    expect(resolution(linear).largestStep).toBeCloseTo(0.0945, 4);
    expect([0, 1, 63, 64, 65, 127].map((v) => Number(gain.toValue(positionOf(v, 127, 'at64')).toFixed(4)))).toEqual([
      -6, -5.9063, -0.0938, 0, 0.0952, 6,
    ]);
    expect(positionOf(8192, 16383, 'at64')).toBe(0.5);
  });
  it('0–45 % cut at the sender leaves 58 distinct values, at the receiver 128', () => {
    const sent = new Set(places.map((p) => Math.round(p * 57)));
    expect(sent.size).toBe(58);
    expect(57 / 127).toBeCloseTo(0.45, 2);
    expect(resolution(places.map((p) => p * 45)).distinct).toBe(128);
  });
  it('a playhead over 4 minutes moves 1.9 s a step', () => {
    expect(resolution(places.map((p) => p * 240)).largestStep).toBeCloseTo(1.89, 2);
  });
  it('70 % of 127 is 89 and 72 % is 91, shown in three notations', () => {
    expect(Math.round(0.7 * 127)).toBe(89);
    expect(showSevenBit(89)).toBe('89 · 70 % · 59h');
    expect(showSevenBit(91)).toBe('91 · 72 % · 5Bh');
  });
  it('steps multiply first: five steps over 0–127', () => {
    expect([0, 25, 26, 50, 51, 76, 101, 102, 127].map((v) => stepOf(v, 127, 5))).toEqual([0, 0, 1, 1, 2, 2, 3, 4, 4]);
  });
  it('numbers are short and keep a true minus', () => {
    expect([-0.0944, 12.0004, 0, 1234.5, -60, 0.00321].map(showNumber)).toEqual(['−0.094', '12', '0', '1235', '−60', '0.0032']);
  });
});

describe('example scales of General MIDI 2 (Level 2 specification, default volume and pan; formulas from memory)', () => {
  // 40·log10(v/127) dB; 0 is silence, put at the floor of −90 dB here.
  const volume = makeScale(
    { type: 'table', values: [-90, ...Array.from({ length: 127 }, (_, i) => 40 * Math.log10((i + 1) / 127))] },
    -90,
    0,
  );
  const at = (v: number) => volume.toValue(positionOf(v, 127, 'linear'));
  it('volume: 127 is 0 dB, 64 is −11.9 dB, half the value is 12 dB less', () => {
    expect(at(127)).toBeCloseTo(0, 9);
    expect(at(64)).toBeCloseTo(-11.9, 2);
    for (const v of [2, 10, 20, 50, 63]) expect(at(2 * v) - at(v)).toBeCloseTo(12.04, 2);
  });
  it('volume steps 12 dB between 1 and 2 and 0.14 dB at the top: the largest step lies where nobody hears it', () => {
    expect(at(2) - at(1)).toBeCloseTo(12.04, 2);
    expect(at(127) - at(126)).toBeCloseTo(0.137, 3);
    const audible = Array.from({ length: 128 }, (_, v) => at(v)).filter((db) => db >= -60);
    expect(resolution(audible).largestStep).toBeCloseTo(40 * Math.log10(6 / 5), 9);
  });
  it('pan: 64 is the middle, 3 dB down on both sides; 0 and 1 are both hard left', () => {
    const angle = (v: number) => ((Math.PI / 2) * Math.max(0, v - 1)) / 126;
    const left = makeScale({ type: 'table', values: places.map((_, v) => Math.cos(angle(v))) }, 0, 1);
    const right = makeScale({ type: 'table', values: places.map((_, v) => Math.sin(angle(v))) }, 0, 1);
    const db = (scale: typeof left, v: number) => 20 * Math.log10(scale.toValue(positionOf(v, 127, 'linear')));
    expect(db(left, 64)).toBeCloseTo(-3.01, 2);
    expect(db(right, 64)).toBeCloseTo(-3.01, 2);
    expect([0, 1].map((v) => left.toValue(positionOf(v, 127, 'linear')))).toEqual([1, 1]);
    expect(right.toValue(1)).toBeCloseTo(1, 12);
  });
});

describe('calibrated pedals (common practice, no source)', () => {
  const pedal = { low: 0.1, high: 0.85, deadLow: 0.05, deadHigh: 0.05, curve: { type: 'linear' as const } };
  it('reach both ends, rest there, and never run backwards', () => {
    const place = makeCalibration(pedal);
    const swept = places.map((p) => place(pedalReading(pedal, p)));
    expect([swept[0], swept[6], swept[121], swept[127]]).toEqual([0, 0, 1, 1]);
    for (let i = 1; i < 128; i++) expect(swept[i]).toBeGreaterThanOrEqual(swept[i - 1] ?? 0);
    // Readings beyond what was recorded stay at the ends.
    expect([place(0), place(1)]).toEqual([0, 1]);
  });
  it('with the polarity the other way round do the same', () => {
    const turned = { ...pedal, low: 0.85, high: 0.1 };
    const place = makeCalibration(turned);
    expect([place(0.9), place(0.05)]).toEqual([0, 1]);
    expect(place(pedalReading(turned, 0.5))).toBeCloseTo(0.5, 9);
  });
  it('without a calibration a reading is its position', () => {
    expect([0, 0.3, 1].map(makeCalibration(null))).toEqual([0, 0.3, 1]);
  });
});

describe('widening by min-centre-max (MIDI 2.0 bit scaling, from memory)', () => {
  it('keeps minimum, centre and maximum', () => {
    for (const bits of [14, 16, 32]) {
      expect([0, 64, 127].map((v) => widen(v, 7, bits))).toEqual([0, 2 ** (bits - 1), 2 ** bits - 1]);
    }
    // Worked by hand: 126 → 16128, then its low six bits 62 repeated below: + 124 + 1.
    expect([1, 63, 65, 126].map((v) => widen(v, 7, 14))).toEqual([128, 8064, 8322, 16253]);
  });
  it('agrees with the shift-and-repeat form of the paper for every 7-bit value at 14 and 16 bits', () => {
    for (const bits of [14, 16]) for (let v = 0; v < 128; v++) expect(widen(v, 7, bits)).toBe(shiftAndRepeat(v, 7, bits));
  });
  it('every 7-bit and every 14-bit value survives the round trip', () => {
    for (const bits of [14, 16, 32]) for (let v = 0; v < 128; v++) expect(narrow(widen(v, 7, bits), bits, 7)).toBe(v);
    for (let v = 0; v < 16384; v++) expect(narrow(widen(v, 14, 32), 32, 14)).toBe(v);
  });
  it('never runs backwards', () => {
    for (let v = 1; v < 128; v++) expect(widen(v, 7, 16)).toBeGreaterThan(widen(v - 1, 7, 16));
  });
});

/** The bit-by-bit form in which the method is published: shift left, then fill the low bits with repeats of the value. */
function shiftAndRepeat(value: number, from: number, to: number): number {
  const scale = to - from;
  let out = value << scale;
  if (value <= 1 << (from - 1)) return out;
  const bits = from - 1;
  let repeat = value & ((1 << bits) - 1);
  repeat = scale > bits ? repeat << (scale - bits) : repeat >> (bits - scale);
  for (; repeat !== 0; repeat >>= bits) out |= repeat;
  return out;
}
