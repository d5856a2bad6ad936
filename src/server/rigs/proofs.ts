// Trials of functions as they are kept: written once, never changed.
import { type ProofRecord, proofRecordSchema } from '@/core/proof';
import { type Database, type DbRecord, reading, type Source } from '../database/connection';

/** The most trials of a rig that are read at once; older ones stay on the disk. */
const MOST = 5000;

/** Trials of a rig, the newest first. `since`: only those after this time (ISO 8601). */
export function proofsOf(source: Source, rigId: string, since = ''): Promise<readonly ProofRecord[]> {
  return reading(source, async ({ all }) => {
    const rows = await all(`SELECT * FROM "proofs" WHERE "rigId" = $1 AND "at" > $2 ORDER BY "at" DESC LIMIT ${MOST}`, [
      rigId,
      since,
    ]);
    return rows.map(proofOf);
  });
}

/** A trial as it is on disk, through its schema. */
export const proofOf = (record: DbRecord): ProofRecord =>
  proofRecordSchema.parse({
    ...record,
    heard: JSON.parse(String(record.heard)),
    causes: JSON.parse(String(record.causes)),
    facts: record.facts == null ? null : JSON.parse(String(record.facts)),
  });

/** Keeps a trial; one that is kept already (the same id) stays as it is. False when the rig is gone. */
export function keepProof(db: Database, rigId: string, proof: ProofRecord): Promise<boolean> {
  return db.write(async ({ one, insert }) => {
    if (!(await one('SELECT 1 AS "there" FROM "rigs" WHERE "id" = $1 AND "deletedAt" IS NULL', [rigId]))) return false;
    const record = {
      ...proof,
      rigId,
      heard: JSON.stringify(proof.heard),
      causes: JSON.stringify(proof.causes),
      facts: proof.facts ? JSON.stringify(proof.facts) : null,
    };
    await insert('proofs', [record], 'ON CONFLICT DO NOTHING');
    return true;
  });
}
