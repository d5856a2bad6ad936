// One control under a hand, against a second telling of the same rules: not a machine that waits, but each press looked at as a stretch of
// time with those before and after it. Common practice, no source; times and windows are the firmware's.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Firmware } from '@/core/rig';
import { down, played, up } from '../kit/hand';
import { assignment, cc, type Function_, momentary, smallRig, withFunctions } from '../kit/small-rig';

type Own = 'press' | 'release' | 'hold' | 'double-tap' | 'repeat';
const gestures: readonly Own[] = ['press', 'release', 'hold', 'double-tap', 'repeat'];
const number = (gesture: Own): number => gestures.indexOf(gesture) + 1;

interface Case {
  readonly has: readonly Own[];
  readonly firmware: Pick<Firmware, 'press' | 'releaseAfterHold' | 'releaseAfterDoubleTap'>;
  /** Milliseconds up, then down, for each press. */
  readonly presses: readonly (readonly [up: number, down: number])[];
}

/** Half milliseconds: no moment of the hand falls on a moment of the firmware. What comes first of two is said by examples. */
const TIMES = { doubleTapMs: 300.5, holdMs: 500.5, repeatMs: 130 } as const;

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly second: boolean;
  readonly held: boolean;
}

function stretchesOf({ has, presses }: Case): readonly Stretch[] {
  const all: Stretch[] = [];
  let t = 0;
  for (const [before, held] of presses) {
    const from = t + before;
    t = from + held;
    const last = all.at(-1);
    const second = has.includes('double-tap') && last !== undefined && !last.second && from <= last.from + TIMES.doubleTapMs;
    all.push({ from, to: t, second, held: has.includes('hold') && held > TIMES.holdMs });
  }
  return all;
}

/** What is sent, as `time number value`, in any order. */
function expected(one: Case): readonly string[] {
  const sent: string[] = [];
  const { has, firmware } = one;
  const waits = firmware.press === 'waits';
  const at = (t: number, gesture: Own, value: 127 | 0): void =>
    void (has.includes(gesture) && sent.push(`${t} ${number(gesture)} ${value}`));
  const both = (t: number, gesture: Own): void => {
    at(t, gesture, 127);
    at(t, gesture, 0);
  };
  const all = stretchesOf(one);
  for (const [i, { from, to, second, held }] of all.entries()) {
    const next = all[i + 1];
    const taken = next?.second === true;
    const windowEnd = from + TIMES.doubleTapMs;
    // The moment at which the first press of a possible double tap is known to be alone.
    const alone = Math.min(windowEnd, next && !taken ? next.from : windowEnd);
    const mayDouble = has.includes('double-tap') && !second;
    if (!waits) {
      at(from, 'press', 127);
      at(to, 'press', 0);
    } else if (!second && has.includes('hold')) {
      if (!held) {
        if (!mayDouble || to >= windowEnd) both(to, 'press');
        else if (!taken) both(alone, 'press');
      }
    } else if (!second && mayDouble) {
      if (to > windowEnd) {
        at(windowEnd, 'press', 127);
        at(to, 'press', 0);
      } else if (!taken) both(alone, 'press');
    } else if (!second) {
      at(from, 'press', 127);
      at(to, 'press', 0);
    }
    if (second) {
      at(from, 'double-tap', 127);
      at(to, 'double-tap', 0);
    }
    if (held) {
      at(from + TIMES.holdMs, 'hold', 127);
      at(to, 'hold', 0);
    }
    at(from, 'repeat', 127);
    for (let t = from + TIMES.holdMs; t < to; t += TIMES.repeatMs) {
      at(t, 'repeat', 0);
      at(t, 'repeat', 127);
    }
    at(to, 'repeat', 0);
    const swallowed =
      (held && firmware.releaseAfterHold === 'suppressed') || (second && firmware.releaseAfterDoubleTap === 'suppressed');
    if (swallowed) continue;
    const open = waits && mayDouble && !held && to < windowEnd;
    if (!open) both(to, 'release');
    else if (!taken) both(alone, 'release');
  }
  return sent.sort();
}

function rigOf({ has, firmware }: Case) {
  const functions = has.map(
    (gesture, i): Function_ => ({ id: `a${i}`, gesture, message: cc(number(gesture)), behaviour: momentary(127, 0), meant: [] }),
  );
  return withFunctions(
    smallRig([], { firmware: { gestures: [...gestures], ...TIMES, ...firmware } }),
    functions.map((f) => assignment(f)),
    [],
  );
}

const ms = fc.integer({ min: 1, max: 90 }).map((n) => n * 9);
const anyCase: fc.Arbitrary<Case> = fc.record({
  has: fc.subarray([...gestures], { minLength: 1 }),
  firmware: fc.record({
    press: fc.constantFrom('always-fires' as const, 'waits' as const),
    releaseAfterHold: fc.constantFrom('fires' as const, 'suppressed' as const),
    releaseAfterDoubleTap: fc.constantFrom('fires' as const, 'suppressed' as const),
  }),
  presses: fc.array(fc.tuple(ms, ms), { minLength: 1, maxLength: 6 }),
});

describe('one control', () => {
  it('sends for any presses what the rules say, whatever it has functions on', () => {
    fc.assert(
      fc.property(anyCase, (one) => {
        const events = stretchesOf(one).flatMap(({ from, to }) => [down('fs1', from), up('fs1', to)]);
        const sent = played(rigOf(one), events).sent.map((line) => line.replace('CC ', ''));
        expect([...sent].sort()).toEqual(expected(one));
        // Whatever goes on goes off again, and time never runs back.
        const times = sent.map((line) => Number(line.split(' ')[0]));
        expect([...times].sort((a, b) => a - b)).toEqual(times);
      }),
      { numRuns: 400 },
    );
  });
});
