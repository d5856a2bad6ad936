// A stream of words sorted by address: each message stream is one message and the values that came on it, in order.
import { kindOf, type Message, messageSchema, packedType } from './message';
import { type PackedMessage, packedChannel, packedNumber, packedValue } from './packed';
import { assemble, idleAssembler } from './sequences';

export interface HeardMessage {
  readonly atMs: number;
  readonly word: PackedMessage;
}

export interface MessageStream {
  readonly message: Message;
  /** 0–127 or 0–16383; the velocity of a note with 0 for its end; 127 for what carries no value. */
  readonly values: readonly number[];
  /** When each value came, in milliseconds. */
  readonly times: readonly number[];
}

/** One message out of a stream of words, put together where it came in several. */
interface Found {
  readonly type: Message['type'];
  readonly channel: number;
  readonly number: number;
  readonly value: number;
  readonly atMs: number;
  /** The position of the word with which it was complete. */
  readonly place: number;
}

/**
 * Sorts words by address, in the order in which addresses were first heard. 14-bit pairs, RPN and NRPN are put together. Bytes of
 * sequences, bank select and channel mode messages are no message streams of their own, unless they are among the messages
 * that are `known` to be sent. SysEx is left out. Source of pairs and sequences: MIDI 1.0 Detailed Specification, "Control change".
 */
export function messageStreamsIn(heard: readonly HeardMessage[], known: readonly Message[] = []): readonly MessageStream[] {
  const groups = new Map<string, { message: Message; values: number[]; times: number[] }>();
  for (const found of foundIn(heard, known)) {
    const key = nameOf(found);
    let group = groups.get(key);
    if (!group) {
      group = { message: messageOf(found), values: [], times: [] };
      groups.set(key, group);
    }
    group.values.push(found.value);
    group.times.push(found.atMs);
  }
  return [...groups.values()];
}

/** The same messages one after another, as they were complete, each with the position of its last word. */
export function messagesInOrder(
  heard: readonly HeardMessage[],
  known: readonly Message[] = [],
): readonly { readonly message: Message; readonly value: number; readonly atMs: number; readonly place: number }[] {
  const messages = new Map<string, Message>();
  return foundIn(heard, known).map((found) => {
    const key = nameOf(found);
    const message = messages.get(key) ?? messageOf(found);
    messages.set(key, message);
    return { message, value: found.value, atMs: found.atMs, place: found.place };
  });
}

const nameOf = ({ type, channel, number }: Found): string => `${type} ${channel} ${number}`;
const messageOf = ({ type, channel, number }: Found): Message => messageSchema.parse({ type, channel, number, bank: null });

function foundIn(heard: readonly HeardMessage[], known: readonly Message[]): readonly Found[] {
  const plain = new Set(known.flatMap((m) => (m.type === 'cc' ? [m.channel * 128 + m.number] : [])));
  const all: Found[] = [];
  const pairs = pairsIn(heard, plain);
  let state = idleAssembler;
  heard.forEach(({ word, atMs }, place) => {
    const put = (type: Message['type'], channel: number, number: number, value: number): void =>
      void all.push({ type, channel, number, value, atMs, place });
    const type = packedType(word);
    const channel = packedChannel(word);
    if (type === 'cc') {
      const number = packedNumber(word);
      if (!plain.has(channel * 128 + number)) {
        const step = assemble({ pairs: pairs.get(channel) ?? NONE, when: 'wait-for-low-byte' }, state, word);
        state = step.state;
        if (step.done && step.done.type !== 'step') put(step.done.type, channel, step.done.number, step.done.value);
        if (number === 0 || number === 32 || number >= 120 || parameterNumbers.has(number)) return;
        // Data entry and its buttons belong to a parameter once one was chosen; before that they are controls like others.
        if (dataControls.has(number) && state.chosen[channel] !== undefined) return;
        if (pairs.get(channel)?.has(number) || pairs.get(channel)?.has(number - 32)) return;
      }
      put(type, channel, number, packedValue(word));
    } else if (type !== 'other' && kindOf(type).family !== 'exclusive') {
      const kind = kindOf(type);
      put(
        type,
        kind.family === 'channel' ? channel : 0,
        kind.number ? packedNumber(word) : 0,
        kind.carries === 'value' ? packedValue(word) : 127,
      );
    }
  });
  return all;
}

const NONE: ReadonlySet<number> = new Set();
const dataControls: ReadonlySet<number> = new Set([6, 38, 96, 97]);
const parameterNumbers: ReadonlySet<number> = new Set([98, 99, 100, 101]);

/** Numbers that came as high bytes with their low byte right behind, by channel: 14-bit controls. */
function pairsIn(heard: readonly HeardMessage[], plain: ReadonlySet<number>): ReadonlyMap<number, ReadonlySet<number>> {
  const found = new Map<number, Set<number>>();
  for (let i = 1; i < heard.length; i++) {
    const high = heard[i - 1]?.word ?? 0;
    const low = heard[i]?.word ?? 0;
    if (packedType(high) !== 'cc' || packedType(low) !== 'cc' || packedChannel(high) !== packedChannel(low)) continue;
    const n = packedNumber(high);
    if (n < 1 || n > 31 || n === 6 || packedNumber(low) !== n + 32) continue;
    if (plain.has(packedChannel(high) * 128 + n) || plain.has(packedChannel(high) * 128 + n + 32)) continue;
    found.set(packedChannel(high), (found.get(packedChannel(high)) ?? new Set()).add(n));
  }
  return found;
}
