import * as z from 'zod';
import { exhaustive } from '../../base';
import { ccEntry, isReserved } from '../cc-table';
import { channelSchema, u7Schema } from '../numbers';
import { packedCc, packedNumber, packedValue } from '../packed';
import { defineKind, plainKind, sevenBitNumber } from './kind';

function noteOn(number: number): string {
  const entry = ccEntry(number);
  switch (entry.class) {
    case 'undefined':
      return 'No standard meaning: free to use.';
    case 'mode':
      return `${entry.name}: a channel mode message, never a plain control.`;
    case 'bank':
    case 'data':
      return `${entry.name}: reserved, never a plain control.`;
    case 'low-byte':
      return `${entry.name}: free where no 14-bit control uses ${number - 32}.`;
    case 'general':
      return `${entry.name}: left to the user by the standard.`;
    case 'standard':
      return `${entry.name}: instruments honour this meaning.`;
    default:
      return exhaustive(entry.class);
  }
}

/** Control change (MIDI 1.0). */
export const cc = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('cc'), channel: channelSchema, number: u7Schema }),
  name: 'Control change',
  word: 'CC',
  short: ({ number }) => `CC ${number}`,
  number: {
    ...sevenBitNumber,
    title: (n) => (isReserved(n) ? `${ccEntry(n).name}: never a plain control` : ccEntry(n).name),
    entry: (n) => {
      const { short, name, class: kind } = ccEntry(n);
      if (kind === 'undefined') return { short, name: 'free', use: 'free', note: noteOn(n) };
      return { short, name, use: isReserved(n) ? 'reserved' : 'meaning', note: noteOn(n) };
    },
  },
  statuses: [0xb0],
  // Numbers below 64 are halves of 14-bit controls, but bank select (0, 32) and data entry (6, 38) are not.
  heardAs: ({ number }) => {
    const of = number < 32 ? number : number - 32;
    return { controls: [], pairs: number < 64 && of !== 0 && of !== 6 ? [of] : [] };
  },
  put:
    ({ channel, number }) =>
    (value, out) =>
      void out.push(packedCc(channel, number, value)),
  say: (word) => `CC ${packedNumber(word)} = ${packedValue(word)}`,
});
