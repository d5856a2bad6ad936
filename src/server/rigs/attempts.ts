// The logbook of rehearsals: written once, never changed.
import { type AttemptRecord, attemptRecordSchema } from '@/core/rehearsal';
import { type Database, type DbRecord, reading, type Source } from '../database/connection';

/** The most attempts of a rig that are read at once; older ones stay on the disk. */
const MOST = 5000;

/** Attempts of a rig, the newest first. */
export function attemptsOf(source: Source, rigId: string): Promise<readonly AttemptRecord[]> {
  return reading(source, async ({ all }) => {
    const rows = await all(`SELECT * FROM "attempts" WHERE "rigId" = $1 ORDER BY "at" DESC, rowid DESC LIMIT ${MOST}`, [rigId]);
    return rows.map(attemptOf);
  });
}

/** Fields that lie in the database as JSON text. */
const structured = ['missing', 'elsewhere', 'extra', 'leftOut'] as const;

/** An attempt as it is on disk, through its schema. */
export const attemptOf = (record: DbRecord): AttemptRecord =>
  attemptRecordSchema.parse({
    ...record,
    right: Boolean(record.right),
    ...Object.fromEntries(structured.map((field) => [field, JSON.parse(String(record[field]))])),
  });

/** Keeps attempts; one that is kept already (the same id) stays as it is. False when the rig is gone. */
export function keepAttempts(db: Database, rigId: string, attempts: readonly AttemptRecord[]): Promise<boolean> {
  return db.write(async ({ one, insert }) => {
    if (!(await one('SELECT 1 AS "there" FROM "rigs" WHERE "id" = $1 AND "deletedAt" IS NULL', [rigId]))) return false;
    const records = attempts.map((attempt) => ({
      ...attempt,
      rigId,
      right: attempt.right ? 1 : 0,
      ...Object.fromEntries(structured.map((field) => [field, JSON.stringify(attempt[field])])),
    }));
    await insert('attempts', records, 'ON CONFLICT DO NOTHING');
    return true;
  });
}
