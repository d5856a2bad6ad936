// What one stream of messages can come from: a switch of some sort, something that is moved, an encoder in some coding. What cannot be told apart is said as
// several. Common practice, no source, but for the codings (see midi/relative).
import { kindOf, type MessageStream, type RelativeCoding, valueMax } from '../midi';

type ReadKind =
  /** Something while it is pressed, something else as it is let go. */
  | 'momentary'
  /** One value with each press, in turn. */
  | 'latching'
  /** The same with each press. */
  | 'fixed'
  /** Struck: how hard it was is told. */
  | 'struck'
  /** Moved through its travel, and stays. */
  | 'moved'
  /** Springs back to its middle. */
  | 'springs'
  /** Turned in clicks. */
  | 'clicks'
  /** Turned in clicks, with a message for each way. */
  | 'each-way'
  /** Two of which each sends the same with each press. */
  | 'two-fixed';

/** One thing that a stream can come from; the coding where it is turned in clicks. */
export interface Reading {
  readonly kind: ReadKind;
  readonly coding: RelativeCoding | null;
}

const read = (kind: ReadKind, coding: RelativeCoding | null = null): Reading => ({ kind, coding });

/** All that a stream can come from: one reading where it can be told, several where it cannot; never none. */
export function readingsOf({ message, values, times }: MessageStream): readonly [Reading, ...Reading[]] {
  const { carries } = kindOf(message.type);
  if (carries !== 'value') return [read('fixed')];
  if (message.type === 'note') {
    const struck = values.filter((v) => v > 0);
    if (new Set(struck).size > 1) return [read('struck')];
    // As hard each time: a switch, or a steady hand; as hard as can be is a switch.
    return struck.every((v) => v === 127) ? [read('momentary')] : [read('momentary'), read('struck')];
  }
  const distinct = new Set(values).size;
  if (distinct === 1) {
    // Quicker than presses, and always one way.
    const [first, ...more] = isQuick(times) ? codingsOf(values).codings.map((c) => read('clicks', c)) : [];
    return first ? [first, ...more, read('fixed')] : [read('fixed')];
  }
  if (distinct === 2 && inTurn(values)) return switchReadings(values, times);
  if (message.type === 'pitch-bend') return [read(values.at(-1) === 8192 ? 'springs' : 'moved')];
  return (valueMax(message.type) === 127 ? clickReadings(values) : null) ?? [read('moved')];
}

/** What comes faster than a finger presses one switch again and again, in milliseconds. Common practice, no source. */
const QUICK_MS = 130;

/** Whether some messages come faster one after the other than presses do. */
export function isQuick(times: readonly number[]): boolean {
  const gaps = times.flatMap((t, i) => (i === 0 ? [] : [t - (times[i - 1] ?? t)])).sort((a, b) => a - b);
  return gaps.length >= 3 && (gaps[Math.floor(gaps.length / 2)] ?? QUICK_MS) < QUICK_MS;
}

/**
 * What two streams that came without a rest between them can come from, each of one value: an encoder with a message for each way, or two switches that were
 * pressed one right after the other; for certain where both come faster than presses do.
 */
export const readingsOfBoth = (one: MessageStream, other: MessageStream): readonly [Reading, ...Reading[]] =>
  isQuick(one.times) && isQuick(other.times) ? [read('each-way')] : [read('each-way'), read('two-fixed')];

/** What is turned in clicks, or could be; null where it is moved for certain. A position is sent when it changes, so that none comes twice running. */
function clickReadings(values: readonly number[]): readonly [Reading, ...Reading[]] | null {
  const { codings, both } = codingsOf(values);
  const [first, ...more] = codings.map((c) => read('clicks', c));
  if (!first) return null;
  const repeated = repeats(values);
  if (leaps(values) || repeated >= 0.25 || (both && repeated > 0)) return [first, ...more];
  return both ? [first, ...more, read('moved')] : null;
}

/** Whether no value comes twice running. */
const inTurn = (values: readonly number[]): boolean => values.every((v, i) => i === 0 || v !== values[i - 1]);

/** Which part of the values is the same as the one before: clicks repeat, a position is sent when it changes. */
const repeats = (values: readonly number[]): number =>
  values.filter((v, i) => i > 0 && v === values[i - 1]).length / Math.max(1, values.length - 1);

/** Whether it goes from one end of its values to the other at once, and is nowhere between: what is moved passes through. */
function leaps(values: readonly number[]): boolean {
  const sorted = [...values].sort((a, b) => a - b);
  return values.length > 4 && sorted.some((v, i) => i > 0 && v - (sorted[i - 1] ?? v) >= 40);
}

/** Two values in turn: a press and its release lie closer together than the release and the next press; what comes once a press does not. */
function switchReadings(values: readonly number[], times: readonly number[]): readonly [Reading, ...Reading[]] {
  const high = Math.max(...values);
  const held: number[] = [];
  const apart: number[] = [];
  for (let i = 1; i < values.length; i++) {
    const took = (times[i] ?? 0) - (times[i - 1] ?? 0);
    (values[i - 1] === high ? held : apart).push(took);
  }
  // An odd number of messages is no number of presses with their releases.
  if (values.length % 2 === 1) return [read('latching')];
  if (apart.length === 0) return [read('momentary'), read('latching')];
  const longest = Math.max(...held);
  const shortest = Math.min(...apart);
  if (longest < shortest * 0.85) return [read('momentary')];
  return values[0] === high && longest < shortest * 1.6 ? [read('latching'), read('momentary')] : [read('latching')];
}

/** Where the values of slow and of quick clicks lie, down and up, for each coding. */
const ranges: readonly { readonly coding: RelativeCoding; readonly down: Span; readonly up: Span }[] = [
  { coding: 'twos-complement', up: [1, 20], down: [108, 127] },
  { coding: 'binary-offset', up: [65, 84], down: [44, 63] },
  { coding: 'sign-magnitude', up: [1, 20], down: [65, 84] },
];
type Span = readonly [number, number];
const within = (v: number, [low, high]: Span): boolean => v >= low && v <= high;

/** The codings in which all values are clicks, and whether they show both directions; one that does goes before all that show one. */
function codingsOf(values: readonly number[]): { readonly codings: readonly RelativeCoding[]; readonly both: boolean } {
  const fit = ranges.filter(({ up, down }) => values.every((v) => within(v, up) || within(v, down)));
  const both = fit.filter(({ up, down }) => values.some((v) => within(v, up)) && values.some((v) => within(v, down)));
  return { codings: (both.length > 0 ? both : fit).map((r) => r.coding), both: both.length > 0 };
}
