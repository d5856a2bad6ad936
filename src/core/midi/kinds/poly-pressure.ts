import * as z from 'zod';
import { channelSchema, u7Schema } from '../numbers';
import { packedNumber, packedPoly, packedValue } from '../packed';
import { defineKind, plainKind } from './kind';
import { keyNumber } from './note';

/** Pressure on one key (MIDI 1.0, "Polyphonic key pressure"). */
export const polyPressure = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('poly-pressure'), channel: channelSchema, number: u7Schema }),
  name: 'Poly pressure',
  word: 'poly pressure',
  short: ({ number }) => `poly ${number}`,
  number: keyNumber,
  plays: true,
  statuses: [0xa0],
  put:
    ({ channel, number }) =>
    (value, out) =>
      void out.push(packedPoly(channel, number, value)),
  say: (word) => `Pressure ${packedValue(word)} on note ${packedNumber(word)}`,
});
