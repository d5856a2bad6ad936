// What a parameter did, told from the trace alone.
import { packedValue } from '../midi';
import type { GestureType, Parameter } from '../rig';
import { FINGER_AT, FINGER_DOWN, FINGER_UP, SENT, type Trace, VALUE } from './trace';

/** What a parameter did under the standard script. Values in the parameter's unit. */
export type Behaved =
  | { readonly type: 'flips-once-per-press'; readonly first: number; readonly second: number }
  | { readonly type: 'first-press-does-nothing' }
  | { readonly type: 'every-second-press' }
  | { readonly type: 'on-while-held'; readonly held: number; readonly rest: number }
  | { readonly type: 'turns-on-never-off'; readonly already: boolean }
  | { readonly type: 'only-turns-off'; readonly already: boolean }
  | { readonly type: 'sets'; readonly value: number; readonly already: boolean }
  | {
      readonly type: 'steps';
      readonly count: number;
      readonly first: number;
      readonly last: number;
      readonly end: 'wraps' | 'stops' | 'goes on';
    }
  | { readonly type: 'fires'; readonly times: number; readonly gestures: number }
  | {
      readonly type: 'sweeps';
      readonly from: number;
      readonly to: number;
      readonly count: number;
      readonly largestStep: number;
      readonly firstJump: number;
      /** The longest part of the travel, 0–1, over which nothing moved. */
      readonly longestStill: number;
    }
  | {
      readonly type: 'picks-up';
      readonly atValue: number;
      readonly from: number;
      readonly to: number;
      readonly largestStep: number;
    }
  | { readonly type: 'clicks'; readonly perClick: number; readonly backwards: boolean }
  | { readonly type: 'switches'; readonly from: number; readonly to: number; readonly atValue: number }
  | { readonly type: 'never-reacts' }
  | { readonly type: 'irregular'; readonly changes: number };

/** `null` when the parameter did not move at all: then only a run from another start value can tell more. */
export function classify(trace: Trace, slot: number, parameter: Parameter, start: number, gesture: GestureType): Behaved | null {
  if (gesture === 'move') return classifySweep(trace, slot, parameter, start);
  return classifySwitch(cyclesOf(trace, slot, start, gesture === 'double-tap' ? 2 : 1), parameter, start);
}

interface Cycles {
  /** Value just before the finger lifts, per press. */
  readonly held: readonly number[];
  /** Value at the end of each press, until the next one. */
  readonly after: readonly number[];
  readonly changes: number;
}

/** `presses`: how many presses make one gesture. */
function cyclesOf(trace: Trace, slot: number, start: number, presses: number): Cycles {
  const held: number[] = [];
  const after: number[] = [];
  let now = start;
  let changes = 0;
  let downs = 0;
  let ups = 0;
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    if (kind === VALUE && trace.a[i] === slot) {
      now = trace.b[i] ?? now;
      changes++;
    } else if (kind === FINGER_DOWN && trace.a[i] === 0) {
      if (downs > 0 && downs % presses === 0) after.push(now);
      downs++;
    } else if (kind === FINGER_UP && trace.a[i] === 0) {
      ups++;
      if (ups % presses === 0) held.push(now);
    }
  }
  if (downs > 0) after.push(now);
  return { held, after, changes };
}

function classifySwitch({ held, after, changes }: Cycles, parameter: Parameter, start: number): Behaved | null {
  const n = after.length;
  if (parameter.kind === 'trigger') {
    const times = (after[n - 1] ?? start) - start;
    if (times * 2 === n && n >= 4) return { type: 'every-second-press' };
    return times === 0 ? null : { type: 'fires', times, gestures: n };
  }
  if (changes === 0) return null;
  const at = (i: number): number => (i < 0 ? start : (after[i] ?? start));
  const moved = after.map((v, i) => v !== at(i - 1));
  const rest = at(n - 1);
  const heldAt = held[n - 1] ?? rest;
  if (heldAt !== rest && every(1, n, (i) => held[i] === heldAt && after[i] === rest))
    return { type: 'on-while-held', held: heldAt, rest };
  const distinct = new Set([start, ...after]).size;
  if (distinct > 2) return steps(after, start, distinct);
  if (moved.every(Boolean)) return { type: 'flips-once-per-press', first: at(0), second: at(1) };
  if (!moved[0] && every(1, n, (i) => moved[i] === true)) return { type: 'first-press-does-nothing' };
  if (n >= 4 && every(1, n, (i) => moved[i] !== moved[i - 1])) return { type: 'every-second-press' };
  if (moved[0] && every(1, n, (i) => moved[i] === false)) return stays(parameter, rest, false);
  return { type: 'irregular', changes };
}

function every(from: number, to: number, test: (i: number) => boolean): boolean {
  for (let i = from; i < to; i++) if (!test(i)) return false;
  return true;
}

/** A parameter that goes somewhere and remains there. */
export function stays(parameter: Parameter, value: number, already: boolean): Behaved {
  if (parameter.kind !== 'toggle') return { type: 'sets', value, already };
  return value >= 0.5 ? { type: 'turns-on-never-off', already } : { type: 'only-turns-off', already };
}

function steps(after: readonly number[], start: number, distinct: number): Behaved {
  const first = after[0] ?? start;
  const last = after[after.length - 1] ?? start;
  const stopped = after.length > 1 && after[after.length - 2] === last;
  const returned = new Set(after).size < after.length && !stopped;
  return { type: 'steps', count: distinct, first, last, end: stopped ? 'stops' : returned ? 'wraps' : 'goes on' };
}

function classifySweep(trace: Trace, slot: number, parameter: Parameter, start: number): Behaved | null {
  let now = start;
  let from = start;
  let top = start;
  let sentValue = 0;
  let atValue = 0;
  let count = 0;
  let largestStep = 0;
  let ups = 0;
  let downs = 0;
  let changes = 0;
  let firstAt = -1;
  let firstWay = 0;
  let before = -1;
  let phase: 'first' | 'up' | 'down' = 'first';
  let movedAt = 0;
  let longestStill = 0;
  const seen = new Set<number>();
  const sentUp = new Set<number>();
  let messagesUp = 0;
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    if (kind === FINGER_AT && trace.a[i] === 0) {
      const position = trace.b[i] ?? 0;
      if (before >= 0 && phase === 'first') {
        from = now;
        seen.add(now);
        count = 1;
        phase = 'up';
      }
      if (position < before && phase === 'up') {
        top = now;
        longestStill = Math.max(longestStill, 1 - movedAt);
        phase = 'down';
      }
      before = position;
    } else if (kind === SENT) {
      sentValue = packedValue(trace.a[i] ?? 0);
      if (phase === 'up') {
        sentUp.add(sentValue);
        messagesUp++;
      }
    } else if (kind === VALUE && trace.a[i] === slot) {
      const value = trace.b[i] ?? now;
      changes++;
      if (phase === 'up') {
        // Where a knob picks the parameter up, it may set it back by up to two steps first: that way counts for nothing.
        if (firstAt < 0) {
          firstAt = sentValue;
          firstWay = value > now ? 1 : -1;
        }
        if (value > now) ups++;
        else downs++;
        largestStep = Math.max(largestStep, Math.abs(value - now));
        longestStill = Math.max(longestStill, before - movedAt);
        movedAt = before;
        if (!seen.has(value)) count++;
        seen.add(value);
        atValue = sentValue;
      }
      now = value;
    }
  }
  if (changes === 0) return null;
  if (parameter.kind === 'trigger') return { type: 'fires', times: changes, gestures: 1 };
  // The same message again and again while the control turns one way: clicks, not positions.
  if (messagesUp > 2 && sentUp.size === 1 && (ups === 0) !== (downs === 0))
    return { type: 'clicks', perClick: largestStep, backwards: downs > 0 };
  // It stood still at first, then followed to the end, and came back past where it began: the knob picked it up on its way.
  const oneWay = ups - (firstWay > 0 ? 1 : 0) === 0 || downs - (firstWay < 0 ? 1 : 0) === 0;
  if (from === start && now !== from && firstAt > 0 && oneWay && count > 1 && parameter.kind === 'continuous')
    return { type: 'picks-up', atValue: firstAt, from, to: top, largestStep };
  if ((ups > 0 && downs > 0) || now !== from || count < 2)
    return count < 2 && now === from ? stays(parameter, now, false) : { type: 'irregular', changes };
  if (parameter.kind === 'toggle') return { type: 'switches', from, to: top, atValue };
  return { type: 'sweeps', from, to: top, count, largestStep, firstJump: Math.abs(from - start), longestStill };
}
