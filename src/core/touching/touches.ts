// Controls out of what arrives while they are touched one after another: a rest parts them, and what comes together belongs together.
import { addressKey, type HeardMessage, type Message, type MessageStream, messageStreamsIn, packedStatus } from '../midi';
import { type Reading, readingsOf, readingsOfBoth } from './readings';

/** How long nothing comes between two controls, in milliseconds. Common practice, no source. */
const REST_MS = 950;

/** A control as it was touched. */
export interface Touched {
  /** What it sends as it is pressed or moved. */
  readonly message: Message;
  /** What it can be: one thing where that can be told; never none. */
  readonly readings: readonly [Reading, ...Reading[]];
  /** What it sends as its cap is touched and let go, where it does. */
  readonly touch: Message | null;
  /** What it sends as it is pressed harder, where it does. */
  readonly pressure: Message | null;
  /** What it sends as it is turned the other way, where that is another message; or what a second switch sends. */
  readonly back: Message | null;
  /** When it was touched first, in milliseconds. */
  readonly atMs: number;
}

/**
 * The controls that were touched, in the order in which each was touched first. Clock, active sensing and SysEx are no controls. One that is touched again is
 * read anew: what it did last counts.
 */
export function touchesIn(heard: readonly HeardMessage[]): readonly Touched[] {
  const found = new Map<number, Touched>();
  for (const part of partsOf(heard))
    for (const touched of controlsIn(part)) {
      const [key, back] = [addressKey(touched.message), touched.back && addressKey(touched.back)];
      // Turned the other way first this time, or one way alone before.
      const turned = back === null ? undefined : found.get(back);
      if (back !== null && turned?.back && addressKey(turned.back) === key) {
        found.set(back, { ...turned, readings: touched.readings });
        continue;
      }
      if (back !== null) found.delete(back);
      const before = found.get(key);
      found.set(key, before ? { ...touched, atMs: before.atMs } : touched);
    }
  return [...found.values()];
}

/** What belongs to one control or more that were touched without a rest: cut where nothing of a channel came for a while. */
function partsOf(heard: readonly HeardMessage[]): readonly (readonly HeardMessage[])[] {
  const parts: HeardMessage[][] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (const message of heard) {
    if (packedStatus(message.word) >= 0xf0) continue;
    const open = parts.at(-1);
    if (open && message.atMs - last < REST_MS) open.push(message);
    else parts.push([message]);
    last = message.atMs;
  }
  return parts;
}

interface Read {
  readonly stream: MessageStream;
  readonly readings: readonly [Reading, ...Reading[]];
}

/** The controls of one part: a touch around a movement and pressure while a note sounds belong to it, all else stands by itself. */
function controlsIn(part: readonly HeardMessage[]): readonly Touched[] {
  const reads = messageStreamsIn(part).map((stream): Read => ({ stream, readings: readingsOf(stream) }));
  const moving = reads.filter((r) => r.readings.some(({ kind }) => kind === 'moved' || kind === 'springs' || kind === 'clicks'));
  const spent = new Set<MessageStream>();
  const touchOf = new Map<MessageStream, Message>();
  const pressureOf = new Map<MessageStream, Message>();
  for (const { stream, readings } of reads) {
    if (isPressure(stream.message)) {
      const struck = reads.find((r) => r.stream.message.type === 'note' && bears(r.stream, stream));
      if (!struck) continue;
      pressureOf.set(struck.stream, stream.message);
      spent.add(stream);
      continue;
    }
    if (!readings.some(({ kind }) => kind === 'momentary') || stream.values.length !== 2) continue;
    const around = moving.find((m) => m.stream !== stream && encloses(stream, m.stream));
    if (!around) continue;
    touchOf.set(around.stream, stream.message);
    spent.add(stream);
  }
  const left = reads.filter(({ stream }) => !spent.has(stream));
  const [one, other] = left;
  if (one && other && left.length === 2 && isOneEach(one) && isOneEach(other)) {
    const atMs = one.stream.times[0] ?? 0;
    const readings = readingsOfBoth(one.stream, other.stream);
    return [{ message: one.stream.message, readings, touch: null, pressure: null, back: other.stream.message, atMs }];
  }
  return left.map(({ stream, readings }) => ({
    message: stream.message,
    readings,
    touch: touchOf.get(stream) ?? null,
    pressure: pressureOf.get(stream) ?? null,
    back: null,
    atMs: stream.times[0] ?? 0,
  }));
}

/** Whether a stream says the same each time, and more than once. */
const isOneEach = ({ stream, readings }: Read): boolean => readings.some((r) => r.kind === 'fixed') && stream.values.length > 1;

const isPressure = ({ type }: Message): boolean => type === 'channel-pressure' || type === 'poly-pressure';

/** Whether a note is what the pressure is of: the same note where it says which, else any of its channel that sounds by then. */
function bears(note: MessageStream, pressure: MessageStream): boolean {
  const [of, by] = [note.message, pressure.message];
  if (!('channel' in of) || !('channel' in by) || of.channel !== by.channel) return false;
  if ('number' in by && 'number' in of) return by.number === of.number;
  return (note.times[0] ?? 0) <= (pressure.times[0] ?? 0);
}

/** Whether something begins before and ends after something else. */
const encloses = (outer: MessageStream, inner: MessageStream): boolean =>
  (outer.times[0] ?? 0) <= (inner.times[0] ?? 0) && (outer.times.at(-1) ?? 0) >= (inner.times.at(-1) ?? 0);
