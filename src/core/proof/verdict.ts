// While it arrives: whether what is planned has come, may still come, or cannot come any more.
import type { HeardMessage, Message, MessageStream } from '../midi';
import { type Ask, type Expected, plannedFor, proofStreams, receivedOf } from './ask';
import { type Apart, apartFrom } from './received';
import { comesAsPlanned, counterOf, countsOn, knownTo } from './replay';
import { legsOf, NEAR } from './shape';

export type Verdict =
  /** Nothing came yet that belongs to anything. */
  | { readonly type: 'waiting' }
  /** What came is as planned, and more of it is to come. */
  | { readonly type: 'so-far'; readonly done: number; readonly all: number }
  /** All came as planned. `also`: what came besides. */
  | { readonly type: 'proved'; readonly also: readonly Message[] }
  | { readonly type: 'differs' };

/** How long nothing has to come, in milliseconds, before what came is taken to be all. Common practice, no source. */
export const QUIET_MS = 1100;

/** As long as that for an ask: the waits that are planned between two messages count on top. */
export const quietFor = (ask: Ask): number =>
  QUIET_MS + ask.assignment.actions.reduce((sum, a) => sum + (a.type === 'wait' ? a.ms : 0), 0);

/** What can be said of an ask by now; one step a message, so that a right gesture is known with its last message. */
export function verdictOf(ask: Ask, heard: readonly HeardMessage[]): Verdict {
  if (heard.length === 0) return { type: 'waiting' };
  const messageStreams = proofStreams(heard, knownTo(ask), ask.counted);
  let done = 0;
  let open = 0;
  for (const expected of ask.expected) {
    const seen = messageStreams.get(expected.key);
    if (!seen) continue;
    if (isWhole(ask, expected, seen)) done++;
    else if (maybe(ask, expected, seen)) open++;
    else return { type: 'differs' };
  }
  const own = new Set(ask.expected.map((e) => e.key));
  const others = [...messageStreams].filter(([key]) => !own.has(key) && !ask.aside.has(key) && !ask.besideKeys.has(key));
  if (done === ask.expected.length && apartOf(ask, heard) !== null) return { type: 'differs' };
  if (done === ask.expected.length) return { type: 'proved', also: others.map(([, s]) => s.message) };
  if (done + open > 0) return { type: 'so-far', done, all: ask.expected.length };
  return others.length > 0 ? { type: 'differs' } : { type: 'waiting' };
}

/** What is apart although every message came as planned: the bank of a program, or the order; null for nothing. */
export const apartOf = (ask: Ask, heard: readonly HeardMessage[]): Apart | null =>
  apartFrom(
    plannedFor(ask),
    receivedOf(ask, heard),
    ask.how,
    ask.assignment.actions.some((a) => a.type === 'wait'),
  );

function isWhole(ask: Ask, expected: Expected, seen: MessageStream): boolean {
  if (!comesAsPlanned(ask, expected.values, expected.message, seen)) return false;
  if (ask.how !== 'travel' || new Set(expected.values).size < 3) return true;
  // There and back, and at the end where it began.
  const low = Math.min(...seen.values);
  const high = Math.max(...seen.values);
  const last = seen.values[seen.values.length - 1] ?? low;
  const rest = expected.values[expected.values.length - 1] ?? low;
  // What springs back may be let go at any time: it ends where it rests.
  const atEnd = Math.min(last - low, high - last, ask.control.springsTo === null ? high : Math.abs(last - rest));
  return legsOf(seen.values, 0.3 * (high - low)) >= 2 && atEnd <= 3 * NEAR * (high - low);
}

/** Whether more of the same gesture can still bring out what is planned. */
function maybe(ask: Ask, expected: Expected, seen: MessageStream): boolean {
  if (ask.how !== 'taps') return true;
  const counter = counterOf(ask, expected.message);
  if (counter) return seen.values.length < expected.values.length && countsOn(counter, seen.values);
  return seen.values.length < expected.values.length && seen.values.every((v, i) => alike(ask, v, expected.values[i] ?? -1));
}

const alike = (ask: Ask, seen: number, planned: number): boolean =>
  seen === planned ||
  (seen > 0 && planned > 0 && ask.assignment.actions.some((a) => a.type === 'send' && a.behaviour.type === 'range'));
