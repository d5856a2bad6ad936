import * as z from 'zod';
import { packedRealTime } from '../packed';
import { defineKind, plainKind } from './kind';

/** Starts sequences from their beginning (MIDI 1.0, "System real time"). */
export const start = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('start') }),
  family: 'real-time',
  name: 'Start',
  word: 'start',
  short: () => 'start',
  number: null,
  carries: 'nothing',
  statuses: [0xfa],
  put: () => (_value, out) => void out.push(packedRealTime(0xfa)),
  say: () => 'Start',
});
