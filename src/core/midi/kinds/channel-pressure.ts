import * as z from 'zod';
import { channelSchema } from '../numbers';
import { packedPressure, packedValue } from '../packed';
import { defineKind, plainKind } from './kind';

/** Pressure on all keys of a channel (MIDI 1.0). */
export const channelPressure = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('channel-pressure'), channel: channelSchema }),
  name: 'Channel pressure',
  word: 'pressure',
  short: () => 'pressure',
  number: null,
  plays: true,
  statuses: [0xd0],
  put:
    ({ channel }) =>
    (value, out) =>
      void out.push(packedPressure(channel, value)),
  say: (word) => `Pressure ${packedValue(word)}`,
});
