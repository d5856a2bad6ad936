import * as z from 'zod';
import { channelSchema } from '../numbers';
import { packedBend, packedValue } from '../packed';
import { defineKind, plainKind } from './kind';

/** Pitch bend, 0–16383 with 8192 at rest (MIDI 1.0). */
export const pitchBend = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('pitch-bend'), channel: channelSchema }),
  name: 'Pitch bend',
  word: 'pitch bend',
  short: () => 'bend',
  number: null,
  most: 16383,
  plays: true,
  statuses: [0xe0],
  put:
    ({ channel }) =>
    (value, out) =>
      void out.push(packedBend(channel, value)),
  say: (word) => {
    const off = packedValue(word) - 8192;
    return `Bend ${off < 0 ? '−' : '+'}${Math.abs(off)}`;
  },
});
