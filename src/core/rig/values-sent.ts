// Which values a send can put out: for what listens for some of them only.
import { exhaustive, type Lookup } from '../base';
import {
  carriesValue,
  decodeClicks,
  type Message,
  MOST_CLICKS,
  type RelativeCoding,
  type ValueRange,
  valueMax,
  valuesArriving,
} from '../midi';
import { chosenValues, modeOf } from '../modes';
import { countingOf } from './counting';
import type { Counter, Gesture, Landing, Reception, Send } from './schema';

/** Whether a send can put out a value from `from` to `to` on a gesture: on a press, a release, or anywhere in its travel. */
export function canSend(
  counters: Lookup<string, Counter>,
  { message, behaviour }: Send,
  gesture: Gesture['type'],
  from: number,
  to: number,
): boolean {
  const among = (...values: readonly number[]): boolean => values.some((v) => v >= from && v <= to);
  switch (behaviour.type) {
    case 'range': {
      const low = Math.min(behaviour.from, behaviour.to);
      const high = Math.max(behaviour.from, behaviour.to);
      // On a press the release sends 0.
      return (gesture !== 'move' && among(0)) || (low <= to && high >= from);
    }
    case 'momentary':
      return among(behaviour.down, behaviour.up);
    case 'latching':
      return among(behaviour.first, behaviour.second);
    case 'fixed':
    case 'click':
      return among(behaviour.value);
    case 'relative':
      return saysClicks(behaviour.coding, from, to);
    case 'stepping': {
      const counter = countingOf(counters, behaviour);
      // A note that is struck ends with 0.
      if (behaviour.velocity !== undefined) return among(behaviour.velocity, 0);
      return (
        !counter || message.type === 'program' || (counter.from <= to && Math.min(counter.to, valueMax(message.type)) >= from)
      );
    }
    default:
      return exhaustive(behaviour);
  }
}

/** Whether one of some values says clicks, as many as one message carries: none says nothing. */
function saysClicks(coding: RelativeCoding, from: number, to: number): boolean {
  for (let v = from; v <= Math.min(to, 127); v++) {
    const clicks = Math.abs(decodeClicks(v, coding));
    if (clicks > 0 && clicks <= MOST_CLICKS) return true;
  }
  return false;
}

/** Whether a landing acts on some values of its message only. */
export const isChosen = (landing: Landing): boolean => chosenValues(modeOf(landing.mode).needs, landing) !== null;

/** Whether a landing acts on something that a send puts out on a gesture, so far as it tells values apart. */
export function actsOnSome(counters: Lookup<string, Counter>, send: Send, gesture: Gesture['type'], landing: Landing): boolean {
  const chosen = chosenValues(modeOf(landing.mode).needs, landing);
  const plain: HeardSend = { as: send.message, at: send.message, when: 'act-on-each' };
  return chosen === null || arrivesAmong(counters, send, gesture, [chosen], plain);
}

/** Whether something that a send puts out on a gesture is heard among some values; of what carries none, whether there are any. */
export function arrivesAmong(
  counters: Lookup<string, Counter>,
  send: Send,
  gesture: Gesture['type'],
  values: readonly ValueRange[],
  { as, at, when, tops }: HeardSend,
): boolean {
  if (!carriesValue(send.message.type)) return values.length > 0;
  return values.some((heard) =>
    valuesArriving(as, at, heard, when, tops).some(({ from, to }) => canSend(counters, send, gesture, from, to)),
  );
}

/** As what a send arrives, at which of a landing's addresses it is heard, whether each byte of several acts, and which high bytes can come before a low one. */
export interface HeardSend {
  readonly as: Message;
  readonly at: Message;
  readonly when: Reception['fourteenBit'];
  readonly tops?: (high: number) => boolean;
}
