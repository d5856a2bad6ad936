// Numbers in a few characters for before and after, and costs in words.
import { plural } from '@/core/base';
import { type Message, shortName } from '@/core/midi';
import type { CostLevel, Loosening } from '@/core/numbers';

/** An address as it stands in a list: its channel only where it differs from another's. */
export function addressWords(message: Message, beside: Message): string {
  const same = 'channel' in message && 'channel' in beside && message.channel === beside.channel;
  return `${shortName(message)}${same || !('channel' in message) ? '' : ` ch ${message.channel}`}`;
}

export const gapWords: Readonly<Record<CostLevel, (by: number) => string>> = {
  moved: () => 'fewer addresses to move or to enter again',
  unwanted: (by) => `up to ${by} fewer unwanted ${plural(by, 'meaning')}`,
  broken: (by) => `up to ${by} more ${plural(by, 'neighbour')} side by side`,
  rank: () => 'numbers that come earlier in the order',
};

export const loosenWords: Readonly<Record<Loosening, string>> = {
  'any-channel': 'let them leave their channel',
  notes: 'let switches send notes',
  'any-number': 'let the targets take more numbers (in Gear)',
  unpin: 'let pinned numbers move',
  leftovers: 'take away what targets still listen for and nothing sends',
};
