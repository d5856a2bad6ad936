'use client';
// The logbook of the open rig: read once, and added to as it is played.
import { type AttemptRecord, attemptRecordSchema } from '@/core/rehearsal';
import { addAttempts, readAttempts } from '@/server/actions/attempts';
import type { RecordKind } from '../store/records';
import { type Logbook, useRecords } from '../store/use-records';

const attempts: RecordKind<AttemptRecord> = {
  name: 'attempt',
  parse: (raw) => attemptRecordSchema.safeParse(raw).data ?? null,
  read: readAttempts,
  add: addAttempts,
};

export const useAttempts = (rigId: string): Logbook<AttemptRecord> => useRecords(attempts, rigId);
