// What somebody touched, told from what arrived in the last moment: which control was meant, and which only happened along.
import { type Message, messageSchema } from './message';
import { assemble, idleAssembler } from './sequences';
import { type Word, wordChannel, wordNumber, wordType, wordValue } from './word';

export interface HeardWord {
  readonly atMs: number;
  readonly word: Word;
}

/** What is expected: something that moves, something that is switched, or an encoder that sends clicks. */
export type Expected = 'moves' | 'switches' | 'clicks';

export interface Candidate {
  readonly message: Message;
  /** How many messages came, and how many different values. */
  readonly count: number;
  readonly distinct: number;
  readonly lastAt: number;
  readonly behaves: Expected;
  /** Whether it is of the kind that is expected. */
  readonly fits: boolean;
}

/** How far back is looked, in milliseconds. */
export const LISTEN_MS = 1000;

/**
 * Everything that arrived in the last second as candidates, the likeliest first: those of the expected kind before others, those
 * with more messages before those with fewer (a bumped neighbour moves less than the control that is meant), later ones before
 * earlier ones. 14-bit pairs, RPN and NRPN are put together first. Common practice, no source.
 */
export function candidates(heard: readonly HeardWord[], nowMs: number, expected: Expected): readonly Candidate[] {
  const recent = heard.filter((h) => h.atMs > nowMs - LISTEN_MS && h.atMs <= nowMs);
  const groups = new Map<string, { message: Message; values: number[]; lastAt: number }>();
  const put = (message: Message, value: number, atMs: number): void => {
    const key = JSON.stringify(message);
    const group = groups.get(key) ?? { message, values: [], lastAt: atMs };
    group.values.push(value);
    group.lastAt = atMs;
    groups.set(key, group);
  };
  const pairs = pairsIn(recent);
  let state = idleAssembler;
  for (const { word, atMs } of recent) {
    const type = wordType(word);
    const channel = wordChannel(word);
    if (type === 'cc') {
      const number = wordNumber(word);
      const step = assemble({ pairs: pairs.get(channel) ?? NONE, when: 'wait-for-low-byte' }, state, word);
      state = step.state;
      if (step.done && step.done.type !== 'step') {
        put(messageSchema.parse({ type: step.done.type, channel, number: step.done.number }), step.done.value, atMs);
      }
      // Bytes of sequences, bank select and channel mode messages are no controls of their own.
      if (number === 0 || number === 32 || number >= 120 || carriers.has(number)) continue;
      if (pairs.get(channel)?.has(number) || pairs.get(channel)?.has(number - 32)) continue;
      put(messageSchema.parse({ type, channel, number }), wordValue(word), atMs);
    } else if (type === 'note' || type === 'poly-pressure') {
      put(messageSchema.parse({ type, channel, number: wordNumber(word) }), wordValue(word), atMs);
    } else if (type === 'program') {
      put(messageSchema.parse({ type, channel, number: wordNumber(word), bank: null }), 127, atMs);
    } else if (type === 'pitch-bend' || type === 'channel-pressure') {
      put(messageSchema.parse({ type, channel }), wordValue(word), atMs);
    } else if (type === 'start' || type === 'stop' || type === 'continue') {
      put(messageSchema.parse({ type }), 127, atMs);
    }
  }
  return [...groups.values()]
    .map(({ message, values, lastAt }): Candidate => {
      const behaves = behaviourOf(message, values);
      return {
        message,
        count: values.length,
        distinct: new Set(values).size,
        lastAt,
        behaves,
        fits: behaves === expected || (behaves === 'moves' && expected === 'clicks'),
      };
    })
    .sort((a, b) => Number(b.fits) - Number(a.fits) || b.count - a.count || b.lastAt - a.lastAt);
}

const NONE: ReadonlySet<number> = new Set();
const carriers: ReadonlySet<number> = new Set([6, 38, 96, 97, 98, 99, 100, 101]);

/** Numbers that came as high bytes with their low byte right behind, by channel: 14-bit controls. */
function pairsIn(heard: readonly HeardWord[]): ReadonlyMap<number, ReadonlySet<number>> {
  const found = new Map<number, Set<number>>();
  for (let i = 1; i < heard.length; i++) {
    const high = heard[i - 1]?.word ?? 0;
    const low = heard[i]?.word ?? 0;
    if (wordType(high) !== 'cc' || wordType(low) !== 'cc' || wordChannel(high) !== wordChannel(low)) continue;
    const n = wordNumber(high);
    if (n < 1 || n > 31 || n === 6 || wordNumber(low) !== n + 32) continue;
    found.set(wordChannel(high), (found.get(wordChannel(high)) ?? new Set()).add(n));
  }
  return found;
}

/** Values of one click either way in the three codings, and of a few at once. */
const click = (v: number): boolean => v <= 4 || v >= 124 || (v >= 60 && v <= 68);

function behaviourOf(message: Message, values: readonly number[]): Expected {
  if (message.type === 'note' || message.type === 'program' || !('channel' in message)) return 'switches';
  const distinct = new Set(values);
  if (message.type === 'cc' && values.length >= 3 && distinct.size <= 3 && [...distinct].every((v) => v !== 0 && click(v)))
    return 'clicks';
  if (distinct.size >= 3) return 'moves';
  return message.type === 'cc' ? 'switches' : 'moves';
}
