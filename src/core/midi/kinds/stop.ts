import * as z from 'zod';
import { packedRealTime } from '../packed';
import { defineKind, plainKind } from './kind';

/** Stops sequences (MIDI 1.0, "System real time"). */
export const stop = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('stop') }),
  family: 'real-time',
  name: 'Stop',
  word: 'stop',
  short: () => 'stop',
  number: null,
  carries: 'nothing',
  statuses: [0xfc],
  put: () => (_value, out) => void out.push(packedRealTime(0xfc)),
  say: () => 'Stop',
});
