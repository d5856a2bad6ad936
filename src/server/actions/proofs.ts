'use server';
// What the Proof screen may ask of the server.
import { type ProofRecord, proofRecordSchema } from '@/core/proof';
import { idSchema } from '@/core/rig';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { keepProof, proofsOf } from '../rigs/proofs';

/** Every trial of a rig, the newest first. */
export async function readProofs(rawId: unknown): Promise<readonly ProofRecord[]> {
  const id = idSchema.safeParse(rawId);
  return id.success ? proofsOf(await database(), id.data) : [];
}

/** Keeps a trial; the reason when it cannot. */
export async function addProof(rawId: unknown, raw: unknown): Promise<string | null> {
  const id = idSchema.safeParse(rawId);
  const proof = proofRecordSchema.safeParse(raw);
  if (!id.success || !proof.success) return 'This trial cannot be kept: something in it is not what it should be.';
  return orWords(async () => ((await keepProof(await database(), id.data, proof.data)) ? null : 'This rig is gone.'));
}
