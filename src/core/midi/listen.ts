// What somebody touched, told from what arrived in the last moment: which control was meant, and which only happened along.
import type { Message } from './message';
import { type HeardMessage, messageStreamsIn } from './message-streams';

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
export function candidates(heard: readonly HeardMessage[], nowMs: number, expected: Expected): readonly Candidate[] {
  const recent = heard.filter((h) => h.atMs > nowMs - LISTEN_MS && h.atMs <= nowMs);
  return messageStreamsIn(recent)
    .map(({ message, values, times }): Candidate => {
      const behaves = behaviourOf(message, values);
      return {
        message,
        count: values.length,
        distinct: new Set(values).size,
        lastAt: times[times.length - 1] ?? 0,
        behaves,
        fits: behaves === expected || (behaves === 'moves' && expected === 'clicks'),
      };
    })
    .sort((a, b) => Number(b.fits) - Number(a.fits) || b.count - a.count || b.lastAt - a.lastAt);
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
