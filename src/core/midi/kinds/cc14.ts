import * as z from 'zod';
import { ccEntry } from '../cc-table';
import { channelSchema, u7Schema } from '../numbers';
import { pairMessages } from '../sequences';
import { defineKind, plainKind, sevenBitNumber } from './kind';

/** A 14-bit control: its high byte on one number, its low byte 32 above (MIDI 1.0, "Control change"). */
export const cc14 = defineKind({
  ...plainKind,
  schema: z.object({
    type: z.literal('cc14'),
    channel: channelSchema,
    number: u7Schema.refine((n) => n >= 1 && n <= 31 && n !== 6, '14-bit controls are 1–31 without 6'),
  }),
  name: 'Control change, 14 bits',
  word: '14-bit CC',
  short: ({ number }) => `CC ${number}+${number + 32}`,
  number: {
    ...sevenBitNumber,
    refusal: '14-bit controls are 1 to 31, without 6.',
    title: (n) => `${ccEntry(n).name}; its low byte is ${n + 32}`,
  },
  most: 16383,
  statuses: [],
  sequence: 'pair',
  heardAs: ({ number }) => ({ controls: [number, number + 32], pairs: [] }),
  put:
    ({ channel, number }) =>
    (value, out) =>
      void out.push(...pairMessages(channel, number, value)),
  say: () => '',
});
