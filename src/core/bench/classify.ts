// What a parameter did, told from the trace alone.
import { packedValue } from '../midi';
import { tempoValue } from '../receiver';
import type { GestureType, Parameter, States } from '../rig';
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
      /** What comes after the last: the first again, nothing, more; or only these two, in turn. */
      readonly end: 'wraps' | 'stops' | 'goes on' | 'alternates';
      /** Whether a press goes two of them: one as the finger goes down, one as it lifts. */
      readonly twice: boolean;
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
      readonly count: number;
      readonly largestStep: number;
    }
  | {
      readonly type: 'clicks';
      /** How far a click to the right goes, and whether it goes down. */
      readonly perClick: number;
      readonly backwards: boolean;
      /** The same of a click to the left, and whether it goes up: a coding that is read wrongly may be right one way only. */
      readonly left: { readonly perClick: number; readonly backwards: boolean };
      /** How often it changed, both ways together. */
      readonly changes: number;
    }
  | { readonly type: 'switches'; readonly from: number; readonly to: number; readonly atValue: number }
  /** Taps tell it: from the second one on it is the time between them. */
  | { readonly type: 'follows-taps'; readonly value: number }
  /** It goes through states of its own; those that it came to, in their order, as the finger went down and as it lifted. */
  | { readonly type: 'own-states'; readonly held: readonly number[]; readonly after: readonly number[] }
  /** A preset that does not say where it stands is loaded with it: nobody knows afterwards. */
  | { readonly type: 'not-known' }
  | { readonly type: 'never-reacts' }
  | { readonly type: 'irregular'; readonly changes: number };

/** A parameter in a trace. */
export interface Traced {
  readonly slot: number;
  readonly parameter: Parameter;
  /** Where it stood before. */
  readonly start: number;
  /** Whether it may take the time between presses: by taps, or by a clock. Asked of what looks so only. */
  readonly tellsTime: () => boolean;
}

/** `null` when the parameter did not move at all: then only a run from another start value can tell more. */
export function classify(trace: Trace, traced: Traced, gesture: GestureType): Behaved | null {
  const { slot, parameter, start } = traced;
  if (isLost(trace, slot)) return { type: 'not-known' };
  if (gesture === 'move') return classifySweep(trace, slot, parameter, start);
  // A latch goes on with every second press, and off with the others: where those do nothing, what this one does is not judged by them.
  const turn = latchTurn(gesture);
  const alone = turn === null ? null : cyclesOf(trace, traced, { presses: 2, own: turn });
  if (alone?.between === 0) return classifySwitch(alone, traced);
  const presses = pressesIn(gesture);
  return classifySwitch(cyclesOf(trace, traced, { presses, own: presses - 1 }), traced);
}

/** Which of two presses of a latch does what a gesture is there for: the first, 0, or the second, 1; null for what no latch does. */
function latchTurn(gesture: GestureType): 0 | 1 | null {
  if (gesture === 'latch-on') return 0;
  return gesture === 'latch-off' ? 1 : null;
}

/** How often the finger goes down for one gesture; once for a latch, of which two presses make one turn on and off. */
export const pressesIn = (gesture: GestureType): number => (gesture === 'double-tap' || gesture === 'tap-hold' ? 2 : 1);

/** Whether nobody knows at the end where a parameter stands. */
function isLost(trace: Trace, slot: number): boolean {
  for (let i = trace.kind.length - 1; i >= 0; i--)
    if (trace.kind[i] === VALUE && trace.a[i] === slot) return Number.isNaN(trace.b[i]);
  return false;
}

interface Cycles {
  /** Milliseconds from each press to the next, where they are all the same; null where they are not. */
  readonly apartMs: number | null;
  /** Value just before the finger lifts, per gesture. */
  readonly held: readonly number[];
  /** Value at the end of each gesture, until the next one. */
  readonly after: readonly number[];
  readonly changes: number;
  /** How many of the changes came of other presses than that of the gesture. */
  readonly between: number;
}

/** How many presses make one gesture, and which of them does what it is there for, from 0. */
interface Turn {
  readonly presses: number;
  readonly own: number;
}

function cyclesOf(trace: Trace, { slot, start }: Traced, { presses, own }: Turn): Cycles {
  const held: number[] = [];
  const after: number[] = [];
  let now = start;
  let changes = 0;
  let between = 0;
  let downs = 0;
  let ups = 0;
  const downAt: number[] = [];
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    if (kind === VALUE && trace.a[i] === slot) {
      now = trace.b[i] ?? now;
      changes++;
      if ((downs - 1) % presses !== own) between++;
    } else if (kind === FINGER_DOWN && trace.a[i] === 0) {
      if (downs > 0 && downs % presses === 0) after.push(now);
      if (downs % presses === own) downAt.push(trace.t[i] ?? 0);
      downs++;
    } else if (kind === FINGER_UP && trace.a[i] === 0) {
      if (ups % presses === own) held.push(now);
      ups++;
    }
  }
  if (downs > 0) after.push(now);
  return { held, after, changes, between, apartMs: evenly(downAt) };
}

/** How far apart times are that come evenly; null for others. */
function evenly([first = 0, second = 0, ...rest]: readonly number[]): number | null {
  const apart = second - first;
  return apart > 0 && rest.every((t, i) => Math.abs(t - second - (i + 1) * apart) < 1e-6) ? apart : null;
}

function classifySwitch({ held, after, changes, apartMs }: Cycles, traced: Traced): Behaved | null {
  const { parameter, start, tellsTime } = traced;
  const n = after.length;
  if (parameter.kind === 'trigger') {
    const times = (after[n - 1] ?? start) - start;
    if (times * 2 === n && n >= 4) return { type: 'every-second-press' };
    return times === 0 ? null : { type: 'fires', times, gestures: n };
  }
  if (changes === 0) return null;
  if (parameter.states !== null && goesBy(parameter, parameter.states, start, held, after))
    return { type: 'own-states', held, after };
  const tapped = apartMs === null || parameter.kind !== 'continuous' ? null : tempoValue(parameter, apartMs);
  const isTapped = (i: number): boolean => tapped !== null && Math.abs((after[i] ?? 0) - tapped) < 1e-6 * tapped;
  if (tapped !== null && after[0] === start && every(1, n, isTapped) && tellsTime())
    return { type: 'follows-taps', value: tapped };
  const at = (i: number): number => (i < 0 ? start : (after[i] ?? start));
  const moved = after.map((v, i) => v !== at(i - 1));
  const rest = at(n - 1);
  const heldAt = held[n - 1] ?? rest;
  if (heldAt !== rest && every(1, n, (i) => held[i] === heldAt && after[i] === rest))
    return { type: 'on-while-held', held: heldAt, rest };
  if (n >= 4 && every(1, n, (i) => moved[i] !== moved[i - 1])) return { type: 'every-second-press' };
  // Two values in turn: where it began does not count, it never comes back there by itself.
  if (n >= 2 && moved.every(Boolean) && every(2, n, (i) => after[i] === after[i - 2]))
    return parameter.kind === 'stepped'
      ? { type: 'steps', count: 2, first: at(0), last: at(1), end: 'alternates', twice: false }
      : { type: 'flips-once-per-press', first: at(0), second: at(1) };
  const distinct = new Set([start, ...after]).size;
  if (distinct > 2) return steps(after, held, start, distinct);
  if (!moved[0] && every(1, n, (i) => moved[i] === true)) return { type: 'first-press-does-nothing' };
  if (moved[0] && every(1, n, (i) => moved[i] === false)) return stays(parameter, rest, false);
  return { type: 'irregular', changes };
}

/** Whether a parameter went where its own table leads at each press and release. */
function goesBy(
  { lowest }: Parameter,
  { press, release }: States,
  start: number,
  held: readonly number[],
  after: readonly number[],
): boolean {
  let now = start - lowest;
  return after.every((end, i) => {
    const down = press[now] ?? now;
    now = release[down] ?? down;
    return held[i] === lowest + down && end === lowest + now;
  });
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

function steps(after: readonly number[], held: readonly number[], start: number, distinct: number): Behaved {
  const first = after[0] ?? start;
  const last = after[after.length - 1] ?? start;
  const stopped = after.length > 1 && after[after.length - 2] === last;
  const returned = new Set(after).size < after.length && !stopped;
  const twice = held[0] !== start && held[0] !== first;
  return { type: 'steps', count: distinct, first, last, end: stopped ? 'stops' : returned ? 'wraps' : 'goes on', twice };
}

/** What came of one position of the hand, until the next. */
interface Moment {
  readonly position: number;
  /** Values that the hand sent, in the order in which they went out. */
  readonly sent: readonly number[];
  /** What the parameter became, with what had been sent last by then. */
  readonly took: readonly { readonly value: number; readonly sent: number }[];
  /** How often it changed. */
  readonly changes: number;
}

/**
 * A sweep, position by position. A value in two messages passes through one that nobody meant, for as long as the second one takes: of what has many
 * values only where it ends counts. What has two counts every change.
 */
function momentsOf(trace: Trace, slot: number, parameter: Parameter): readonly Moment[] {
  const many = parameter.kind === 'continuous' || parameter.kind === 'stepped';
  const moments: { position: number; sent: number[]; took: { value: number; sent: number }[]; changes: number }[] = [];
  let sent = 0;
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    if (kind === FINGER_AT && trace.a[i] === 0) {
      moments.push({ position: trace.b[i] ?? 0, sent: [], took: [], changes: 0 });
      continue;
    }
    const moment = moments.at(-1);
    if (!moment) continue;
    if (kind === SENT) {
      sent = packedValue(trace.a[i] ?? 0);
      if (trace.c[i] === 0) moment.sent.push(sent);
    } else if (kind === VALUE && trace.a[i] === slot) {
      if (many) moment.took.length = 0;
      moment.took.push({ value: trace.b[i] ?? 0, sent });
      moment.changes++;
    }
  }
  return moments;
}

/** One way of a sweep, from a value on. */
interface Way {
  readonly begun: number;
  ended: number;
  ups: number;
  downs: number;
  largestStep: number;
  /** How often something was sent, and what was: values in their order, as one text. */
  clicks: number;
  readonly sent: Set<string>;
}

const way = (begun: number): Way => ({ begun, ended: begun, ups: 0, downs: 0, largestStep: 0, clicks: 0, sent: new Set() });

function go(w: Way, { sent, took }: Moment): void {
  if (sent.length > 0) {
    w.clicks++;
    w.sent.add(sent.join());
  }
  for (const { value } of took) {
    if (value === w.ended) continue;
    if (value > w.ended) w.ups++;
    else w.downs++;
    w.largestStep = Math.max(w.largestStep, Math.abs(value - w.ended));
    w.ended = value;
  }
}

function classifySweep(trace: Trace, slot: number, parameter: Parameter, start: number): Behaved | null {
  const moments = momentsOf(trace, slot, parameter);
  const changes = moments.reduce((sum, m) => sum + m.changes, 0);
  if (changes === 0) return null;
  if (parameter.kind === 'trigger') return { type: 'fires', times: changes, gestures: 1 };
  const turn = moments.findIndex((m, i) => m.position < (moments[i - 1]?.position ?? 0));
  const [first, ...rest] = moments;
  const rising = turn < 0 ? rest : rest.slice(0, turn - 1);
  const from = first?.took.at(-1)?.value ?? start;
  const up = way(from);
  for (const moment of rising) go(up, moment);
  const down = way(up.ended);
  for (const moment of turn < 0 ? [] : moments.slice(turn)) go(down, moment);
  const clicks = clicksOf(up, down, changes);
  if (clicks) return clicks;
  const { count, longestStill, atValue, firstTook } = wayUp(rising, from, first?.position ?? 0);
  const [now, top] = [down.ended, up.ended];
  // Where a knob picks the parameter up, it may set it back by up to two steps first: that way counts for nothing.
  const firstWay = firstTook === null ? 0 : Math.sign(firstTook.value - from);
  const oneWay = up.ups - (firstWay > 0 ? 1 : 0) === 0 || up.downs - (firstWay < 0 ? 1 : 0) === 0;
  // It stood still at first, then followed to the end, and came back past where it began: the knob picked it up on its way.
  const picked = from === start && now !== from && oneWay && count > 1 && parameter.kind === 'continuous';
  if (picked && firstTook !== null && firstTook.sent > 0)
    return { type: 'picks-up', atValue: firstTook.sent, from, to: top, count, largestStep: up.largestStep };
  if ((up.ups > 0 && up.downs > 0) || now !== from || count < 2)
    return count < 2 && now === from ? stays(parameter, now, false) : { type: 'irregular', changes };
  if (parameter.kind === 'toggle') return { type: 'switches', from, to: top, atValue };
  return { type: 'sweeps', from, to: top, count, largestStep: up.largestStep, firstJump: Math.abs(from - start), longestStill };
}

/** The same message again and again while the control turns one way: clicks, not positions. Null for anything else. */
function clicksOf(up: Way, down: Way, changes: number): Extract<Behaved, { type: 'clicks' }> | null {
  const same = up.clicks > 2 && up.sent.size === 1;
  const steady = (up.ups === 0 || up.downs === 0) && up.ups + up.downs + down.ups + down.downs > 0;
  if (!same || !steady) return null;
  return {
    type: 'clicks',
    perClick: up.largestStep,
    backwards: up.downs > 0,
    left: { perClick: down.largestStep, backwards: down.ups > 0 },
    changes,
  };
}

/** The way up, value by value: how many there were, where nothing moved, and what was taken first and last. */
function wayUp(moments: readonly Moment[], from: number, begun: number) {
  const seen = new Set([from]);
  let now = from;
  let movedAt = begun;
  let longestStill = 0;
  let atValue = 0;
  let firstTook: { readonly value: number; readonly sent: number } | null = null;
  for (const { position, took } of moments)
    for (const taken of took) {
      if (taken.value === now) continue;
      firstTook ??= taken;
      longestStill = Math.max(longestStill, position - movedAt);
      movedAt = position;
      seen.add(taken.value);
      now = taken.value;
      atValue = taken.sent;
    }
  return { count: seen.size, longestStill: Math.max(longestStill, 1 - movedAt), atValue, firstTook };
}
