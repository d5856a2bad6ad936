import * as z from 'zod';
import { packedRealTime } from '../packed';
import { defineKind, plainKind } from './kind';

/** Goes on where sequences stopped (MIDI 1.0, "System real time"). */
export const continued = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('continue') }),
  family: 'real-time',
  name: 'Continue',
  word: 'continue',
  short: () => 'continue',
  number: null,
  carries: 'nothing',
  statuses: [0xfb],
  put: () => (_value, out) => void out.push(packedRealTime(0xfb)),
  say: () => 'Continue',
});
