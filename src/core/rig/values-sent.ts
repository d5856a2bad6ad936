// Which values a send can put out: for what listens for some of them only.
import { exhaustive, type Lookup } from '../base';
import { carriesValue, type Message, valueMax, valuesArriving } from '../midi';
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
      return true;
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

/** Whether a landing acts on some values of its message only. */
export const isChosen = (landing: Landing): boolean => chosenValues(modeOf(landing.mode).needs, landing) !== null;

/** Whether a landing acts on something that a send puts out on a gesture; `heard`: as what this arrives, and where the landing hears it. */
export function actsOnSome(
  counters: Lookup<string, Counter>,
  send: Send,
  gesture: Gesture['type'],
  landing: Landing,
  heard: HeardSend = { as: send.message, at: send.message, when: 'act-on-each' },
): boolean {
  const chosen = chosenValues(modeOf(landing.mode).needs, landing);
  if (chosen === null || !carriesValue(send.message.type)) return true;
  return valuesArriving(heard.as, heard.at, chosen, heard.when, heard.tops).some(({ from, to }) =>
    canSend(counters, send, gesture, from, to),
  );
}

/** As what a send arrives, at which of a landing's addresses it is heard, whether each byte of several acts, and which high bytes can come before a low one. */
export interface HeardSend {
  readonly as: Message;
  readonly at: Message;
  readonly when: Reception['fourteenBit'];
  readonly tops?: (high: number) => boolean;
}
