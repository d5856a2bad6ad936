import * as z from 'zod';
import { channelSchema, u14Schema } from '../numbers';
import { parameterControls, parameterMessages } from '../sequences';
import { defineKind, fourteenBitNumber, plainKind } from './kind';

/** A parameter of the maker's own: its number, then its value, in control changes (MIDI 1.0, "Registered and non-registered parameter numbers"). */
export const nrpn = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('nrpn'), channel: channelSchema, number: u14Schema }),
  name: 'NRPN',
  word: 'NRPN',
  short: ({ number }) => `NRPN ${number}`,
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
