// One switch with functions on some of its gestures, and presses of it by chance.
import fc from 'fast-check';
import type { Firmware, Rig } from '@/core/rig';
import { assignment, cc, type Function_, momentary, smallRig, withFunctions } from './small-rig';

export type Own =
  | 'press'
  | 'release'
  | 'hold'
  | 'double-tap'
  | 'repeat'
  | 'hold-release'
  | 'tap-hold'
  | 'any-release'
  | 'latch-on'
  | 'latch-off';
/** Everything that a switch can be pressed for by itself. */
export const gestures: readonly Own[] = [
  'press',
  'release',
  'hold',
  'double-tap',
  'repeat',
  'hold-release',
  'tap-hold',
  'any-release',
  'latch-on',
  'latch-off',
];
/** The control change of a gesture. */
export const number = (gesture: Own): number => gestures.indexOf(gesture) + 1;

export interface Case {
  readonly has: readonly Own[];
  readonly firmware: Pick<Firmware, 'press' | 'releaseAfterHold' | 'releaseAfterDoubleTap'>;
  /** Milliseconds up, then down, for each press. */
  readonly presses: readonly (readonly [up: number, down: number])[];
}

/** Half milliseconds: no moment of the hand falls on a moment of the firmware. What comes first of two is said by examples. */
export const TIMES = { doubleTapMs: 300.5, holdMs: 500.5, repeatMs: 130 } as const;

/** A switch that sends the number of each of its gestures. */
export function rigOf({ has, firmware }: Omit<Case, 'presses'>): Rig {
  const functions = has.map(
    (gesture, i): Function_ => ({ id: `a${i}`, gesture, message: cc(number(gesture)), behaviour: momentary(127, 0), meant: [] }),
  );
  return withFunctions(
    smallRig([], { firmware: { gestures: [...gestures], ...TIMES, ...firmware } }),
    functions.map((f) => assignment(f)),
    [],
  );
}

/** Milliseconds up or down, up to some hundreds. */
export const ms = fc.integer({ min: 1, max: 90 }).map((n) => n * 9);
export const anyCase: fc.Arbitrary<Case> = fc.record({
  has: fc.subarray([...gestures], { minLength: 1 }),
  firmware: fc.record({
    press: fc.constantFrom('always-fires' as const, 'waits' as const),
    releaseAfterHold: fc.constantFrom('fires' as const, 'suppressed' as const),
    releaseAfterDoubleTap: fc.constantFrom('fires' as const, 'suppressed' as const),
  }),
  presses: fc.array(fc.tuple(ms, ms), { minLength: 1, maxLength: 6 }),
});
