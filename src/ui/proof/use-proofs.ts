'use client';
// The trials of the open rig.
import { useCallback } from 'react';
import { type ProofRecord, proofRecordSchema } from '@/core/proof';
import { addProof, readProofs } from '@/server/actions/proofs';
import type { RecordKind } from '../store/records';
import { type Logbook, useRecords } from '../store/use-records';

const trials: RecordKind<ProofRecord> = {
  name: 'trial',
  parse: (raw) => proofRecordSchema.safeParse(raw).data ?? null,
  read: readProofs,
  add: async (rigId, records) => {
    for (const record of records) {
      const problem = await addProof(rigId, record);
      if (problem !== null) return problem;
    }
    return null;
  },
};

export type Proofs = Omit<Logbook<ProofRecord>, 'keep'> & { readonly keep: (record: ProofRecord) => void };

export function useProofs(rigId: string): Proofs {
  const { keep: keepAll, ...logbook } = useRecords(trials, rigId);
  const keep = useCallback((record: ProofRecord) => keepAll([record]), [keepAll]);
  return { ...logbook, keep };
}
