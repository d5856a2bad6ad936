'use server';
// What the Rehearse screen may ask of the server.
import * as z from 'zod';
import { type AttemptRecord, attemptRecordSchema } from '@/core/rehearsal';
import { idSchema } from '@/core/rig';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { attemptsOf, keepAttempts } from '../rigs/attempts';

/** Every attempt of a rig, the newest first. */
export async function readAttempts(rawId: unknown): Promise<readonly AttemptRecord[]> {
  const id = idSchema.safeParse(rawId);
  return id.success ? attemptsOf(await database(), id.data) : [];
}

const severalSchema = z.array(attemptRecordSchema).max(500);

/** Keeps attempts; the reason when it cannot. */
export async function addAttempts(rawId: unknown, raw: unknown): Promise<string | null> {
  const id = idSchema.safeParse(rawId);
  const attempts = severalSchema.safeParse(raw);
  if (!id.success || !attempts.success) return 'This cannot be kept: something in it is not what it should be.';
  return orWords(async () => ((await keepAttempts(await database(), id.data, attempts.data)) ? null : 'This rig is gone.'));
}
