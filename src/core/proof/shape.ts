// What a message stream looks like: a travel up and down, clicks one way and back, or switching.
import { decodeClicks, encodeClicks, type MessageStream, type RelativeCoding, valueMax } from '../midi';
import type { How } from './hand';

export type Shape =
  /** Lowest and highest value as parts 0–1 of what the message carries. */
  | {
      readonly type: 'travel';
      readonly low: number;
      readonly high: number;
      /** Whether it rose first: low, high, low. */
      readonly rises: boolean;
      readonly noisy: boolean;
      readonly doubled: boolean;
    }
  | { readonly type: 'clicks'; readonly coding: RelativeCoding; readonly forth: boolean; readonly doubled: boolean }
  | { readonly type: 'switch'; readonly values: readonly number[]; readonly doubled: boolean };

/** Codings that can be told apart: a sign bit the other way round is the same clicks turned the other way. */
const codings: readonly RelativeCoding[] = ['twos-complement', 'binary-offset', 'sign-magnitude'];

/** The fewest different values of a travel. */
const TRAVEL = 6;
/** How far from both ends, in parts of the way, what rests there rests between them. */
const BETWEEN = 0.15;
/** More turns than this on the way up and down are no hand's. */
const TURNS = 6;
/** Two equal values nearer than this, in milliseconds, are one heard twice: no finger is as quick. */
const TWICE_MS = 4;

/**
 * Reads a message stream that came for something moved or turned; what is tapped is always switching. `endless`: the control has no ends of its
 * own, so it may send clicks.
 */
export function shapeOf(messageStream: MessageStream, how: How, endless: boolean): Shape {
  const { values } = messageStream;
  if (how === 'taps') return { type: 'switch', values, doubled: comesTwice(messageStream) };
  const clicks = endless || how === 'clicks' ? clicksOf(messageStream) : null;
  if (clicks) return clicks;
  const distinct = new Set(values).size;
  if (distinct < TRAVEL) return { type: 'switch', values, doubled: comesTwice(messageStream) };
  const max = valueMax(messageStream.message.type);
  const low = Math.min(...values);
  const high = Math.max(...values);
  let turns = 0;
  let same = 0;
  let way = 0;
  for (let i = 1; i < values.length; i++) {
    const by = (values[i] ?? 0) - (values[i - 1] ?? 0);
    if (by === 0) same++;
    else {
      if (way !== 0 && Math.sign(by) !== way) turns++;
      way = Math.sign(by);
    }
  }
  return {
    type: 'travel',
    low: low / max,
    high: high / max,
    rises: risesFirst(values, low, high),
    noisy: turns > TURNS,
    // A moved control does not send the same value twice running: half of them equal means that each came twice.
    doubled: same > 0.35 * (values.length - 1),
  };
}

/**
 * Whether it rose first. Asked for is there and back, so the end where it rests is the one where it began; what went one way only
 * says it by that way, and what rests between its ends by the end that it came to first.
 */
function risesFirst(values: readonly number[], low: number, high: number): boolean {
  const first = values[0] ?? 0;
  const last = values[values.length - 1] ?? 0;
  if (Math.min(last - low, high - last) > BETWEEN * (high - low)) return values.indexOf(high) < values.indexOf(low);
  return legsOf(values, 0.3 * (high - low)) < 2 ? last > first : last - low <= high - last;
}

/** How often it went one way by more than `least`, before it went back by as much. */
export function legsOf(values: readonly number[], least: number): number {
  let legs = 0;
  let way = 0;
  let low = values[0] ?? 0;
  let high = low;
  for (const value of values) {
    low = Math.min(low, value);
    high = Math.max(high, value);
    if (way <= 0 && value - low > least) {
      way = 1;
      legs++;
      high = value;
    } else if (way >= 0 && high - value > least) {
      way = -1;
      legs++;
      low = value;
    }
  }
  return legs;
}

function clicksOf(messageStream: MessageStream): Shape | null {
  const { values, message } = messageStream;
  if (message.type !== 'cc' || values.length < 4 || new Set(values).size > 10) return null;
  let best: { readonly coding: RelativeCoding; readonly cost: number } | null = null;
  for (const coding of codings) {
    const clicks = values.map((v) => decodeClicks(v, coding));
    if (clicks.some((c) => c === 0 || Math.abs(c) > 8)) continue;
    const cost = clicks.reduce((sum, c) => sum + Math.abs(c), 0) / clicks.length;
    if (best === null || cost < best.cost) best = { coding, cost };
  }
  if (best === null) return null;
  const { coding } = best;
  const first = values.slice(0, Math.ceil(values.length / 3)).reduce((sum, v) => sum + decodeClicks(v, coding), 0);
  return { type: 'clicks', coding, forth: first > 0, doubled: comesTwice(messageStream) };
}

/** Whether about every second value is the one before, come again at once. */
function comesTwice({ values, times }: MessageStream): boolean {
  let near = 0;
  for (let i = 1; i < values.length; i++)
    if (values[i] === values[i - 1] && (times[i] ?? 0) - (times[i - 1] ?? 0) < TWICE_MS) near++;
  return near > 0.35 * (values.length - 1);
}

/** The same clicks the other way round. */
export const mirrored = (values: readonly number[], coding: RelativeCoding): readonly number[] =>
  values.map((v) => encodeClicks(-decodeClicks(v, coding), coding));

/** Readings that differ by less than this, in parts of the whole, are the same: a step and a half of 127. */
export const NEAR = 1.5 / 127;

/** How far apart two shapes are, 0 (the same) to 1. `loose`: values that stand for any stroke (a velocity) match any but 0. */
export function apart(expected: Shape, seen: Shape, how: How, loose: boolean): number {
  // A message for each click one way: how many there are is the hand's affair.
  const [one] = new Set(expected.type === 'switch' ? expected.values : []);
  if (how === 'clicks' && one !== undefined && expected.type === 'switch' && seen.type === 'switch')
    return Math.min(
      1,
      expected.values.concat(seen.values).reduce((sum, v) => Math.max(sum, differ(one, v, false)), 0) +
        (expected.doubled === seen.doubled ? 0 : expected.doubled ? 0.05 : 0.2),
    );
  if (expected.type === 'switch' && seen.type === 'switch')
    return Math.min(
      1,
      // A second way may be slower than a finger is quick: then its values alone have to tell.
      editDistance(expected.values, seen.values, loose) + (expected.doubled === seen.doubled ? 0 : expected.doubled ? 0.05 : 0.2),
    );
  if (expected.type === 'travel' && seen.type === 'travel') {
    const off = how === 'clicks' ? 0 : over(Math.abs(expected.low - seen.low)) + over(Math.abs(expected.high - seen.high));
    return Math.min(
      1,
      (off > 0 ? 0.25 + 1.5 * off : 0) +
        (expected.rises === seen.rises ? 0 : 0.5) +
        (expected.noisy === seen.noisy ? 0 : 0.4) +
        (expected.doubled === seen.doubled ? 0 : 0.4),
    );
  }
  if (expected.type === 'clicks' && seen.type === 'clicks')
    return Math.min(
      1,
      (expected.coding === seen.coding ? 0 : 0.6) +
        (expected.forth === seen.forth ? 0 : 0.5) +
        (expected.doubled === seen.doubled ? 0 : 0.4),
    );
  return 1;
}

const over = (by: number): number => Math.max(0, by - NEAR);

/** Insertions, deletions and changes between two rows of values, as a part of the longer one (Levenshtein). */
function editDistance(a: readonly number[], b: readonly number[], loose: boolean): number {
  // What is far longer than three presses bring is not compared to its end.
  const left = a.slice(0, 40);
  const right = b.slice(0, 40);
  if (left.length === 0 || right.length === 0) return left.length === right.length ? 0 : 1;
  let row = right.map((_, j) => j + 1);
  let corner = 0;
  left.forEach((x, i) => {
    let before = corner;
    let beside = i + 1;
    corner = i + 1;
    row = right.map((y, j) => {
      const cost = Math.min(beside + 1, (row[j] ?? 0) + 1, before + differ(x, y, loose));
      before = row[j] ?? 0;
      beside = cost;
      return cost;
    });
  });
  return (row[row.length - 1] ?? 0) / Math.max(left.length, right.length);
}

/** Two values on the same side of the middle are nearer than an on and an off. */
const differ = (x: number, y: number, loose: boolean): number =>
  x === y || (loose && x > 0 && y > 0) ? 0 : x >= 64 === y >= 64 ? 0.7 : 1;
