import * as z from 'zod';
import { channelSchema, u14Schema } from '../numbers';
import { parameterControls, parameterMessages } from '../sequences';
import { defineKind, fourteenBitNumber, plainKind } from './kind';

/** A registered parameter: its number, then its value, in control changes (MIDI 1.0, "Registered and non-registered parameter numbers"). */
export const rpn = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('rpn'), channel: channelSchema, number: u14Schema }),
  name: 'RPN',
  word: 'RPN',
  short: ({ number }) => `RPN ${number}`,
  number: fourteenBitNumber,
  most: 16383,
  statuses: [],
  sequence: 'parameter',
  heardAs: () => ({ controls: parameterControls, pairs: [] }),
  put:
    ({ type, channel, number }) =>
    (value, out) =>
      void out.push(...parameterMessages(type, channel, number, value)),
  say: () => '',
});
