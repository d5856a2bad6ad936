// Trials of functions as they are kept: written once, never changed.
import { Op } from 'sequelize';
import { type ProofRecord, proofRecordSchema } from '@/core/proof';
import type { Database } from '../database/connection';
import { recordSchema } from './rows';

/** The most trials of a rig that are read at once; older ones stay on the disk. */
const MOST = 5000;

/** Trials of a rig, the newest first. `since`: only those after this time (ISO 8601). */
export async function proofsOf(db: Database, rigId: string, since?: string): Promise<readonly ProofRecord[]> {
  const rows = await db.proofs.findAll({
    where: since === undefined ? { rigId } : { rigId, at: { [Op.gt]: since } },
    order: [['at', 'DESC']],
    limit: MOST,
    raw: true,
  });
  return rows.map((row) => {
    const record = recordSchema(row);
    return proofRecordSchema.parse({
      ...record,
      heard: JSON.parse(String(record.heard)),
      causes: JSON.parse(String(record.causes)),
    });
  });
}

/** Keeps a trial; one that is kept already (the same id) stays as it is. False when the rig is gone. */
export async function keepProof(db: Database, rigId: string, proof: ProofRecord): Promise<boolean> {
  return db.write(async (transaction) => {
    if ((await db.rigs.count({ where: { id: rigId, deletedAt: null }, transaction })) === 0) return false;
    await db.proofs.bulkCreate([{ ...proof, rigId, heard: JSON.stringify(proof.heard), causes: JSON.stringify(proof.causes) }], {
      transaction,
      ignoreDuplicates: true,
    });
    return true;
  });
}
