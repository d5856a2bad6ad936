// Takeover step by step. Common practice, no source; the formula of scale is that of the model.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { detachedTakeover, type TakeoverRule, type TakeoverState, takeOver } from './index';

const pickup: TakeoverRule = { type: 'pickup', near: 2 / 127, rejectGap: null };
const scale: TakeoverRule = { type: 'scale', near: 2 / 127, rejectGap: null };

/** Plays knob places (of 127) against a parameter that nobody else moves; gives its place after each. */
function play(rule: TakeoverRule, start: number, knobs: readonly number[]): number[] {
  let takeoverState: TakeoverState = detachedTakeover;
  let now = start / 127;
  return knobs.map((knob) => {
    const taken = takeOver(rule, takeoverState, knob / 127, now, false);
    takeoverState = { ...taken.takeoverState, left: null };
    now = taken.position ?? now;
    return Math.round(now * 127 * 1000) / 1000;
  });
}

describe('pickup', () => {
  it('does nothing until the knob passes the value', () => {
    expect(play(pickup, 60, [10, 30, 57, 58, 80])).toEqual([60, 60, 60, 58, 80]);
  });
  it('takes a knob that leapt over the value between two messages', () => {
    expect(play(pickup, 60, [10, 90, 91])).toEqual([60, 90, 91]);
    expect(play(pickup, 60, [90, 10])).toEqual([60, 10]);
  });
  it('a knob turned elsewhere and brought back jumps, unless the receiver rejects gaps', () => {
    expect(play(pickup, 60, [60, 20, 100])).toEqual([60, 20, 100]);
    expect(play({ ...pickup, rejectGap: 16 / 127 }, 60, [60, 61, 100, 101])).toEqual([60, 61, 61, 61]);
  });
  it('lets go when somebody else moved the parameter', () => {
    const taken = takeOver(pickup, { attached: true, knob: 0.5, left: 0.5 }, 0.51, 0.9, true);
    expect(taken).toEqual({ position: null, takeoverState: { attached: false, knob: 0.51 } });
  });
});

describe('scale', () => {
  it('the first message only tells where the knob is; then p + (1 − p)·Δ/(1 − k) up and p + p·Δ/k down', () => {
    const up = takeOver(scale, { attached: true, knob: 0.5, left: null }, 0.75, 0.2, false);
    expect(up.position).toBeCloseTo(0.2 + (0.8 * 0.25) / 0.5, 12);
    const down = takeOver(scale, { attached: true, knob: 0.5, left: null }, 0.25, 0.2, false);
    expect(down.position).toBeCloseTo(0.2 + (0.2 * -0.25) / 0.5, 12);
    expect(play(scale, 60, [10])).toEqual([60]);
  });
  it('never runs against the knob, stays inside, and meets it at both ends', () => {
    const knobs = fc.array(fc.integer({ min: 0, max: 127 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 127 }), knobs, (start, moves) => {
        const places = play(scale, start, moves);
        let [before, knob] = [start, moves[0] ?? 0];
        places.forEach((place, i) => {
          const now = moves[i] ?? 0;
          expect(place).toBeGreaterThanOrEqual(0);
          expect(place).toBeLessThanOrEqual(127);
          expect((place - before) * (now - knob)).toBeGreaterThanOrEqual(0);
          if (i > 0 && now !== knob && (now === 0 || now === 127)) expect(place).toBeCloseTo(now, 6);
          [before, knob] = [place, now];
        });
      }),
    );
  });
});
