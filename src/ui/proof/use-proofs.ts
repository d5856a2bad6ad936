'use client';
// The trials of the open rig: read once, and added to as they are made.
import { useCallback, useEffect, useState } from 'react';
import type { ProofRecord } from '@/core/proof';
import { addProof, readProofs } from '@/server/actions/proofs';
import { toast } from '../primitives/toast';

export interface Proofs {
  /** The newest first; null until they are read. */
  readonly records: readonly ProofRecord[] | null;
  readonly failed: boolean;
  readonly keep: (record: ProofRecord) => void;
}

export function useProofs(rigId: string): Proofs {
  const [records, setRecords] = useState<readonly ProofRecord[] | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let here = true;
    readProofs(rigId)
      .then((found) => here && setRecords((was) => (was ? [...was, ...found] : found)))
      .catch(() => here && setFailed(true));
    return () => {
      here = false;
    };
  }, [rigId]);
  const keep = useCallback(
    (record: ProofRecord): void => {
      setRecords((was) => [record, ...(was ?? [])]);
      // A trial has an id: sent twice, it is kept once.
      const send = (left: number): Promise<string | null> =>
        addProof(rigId, record).catch(async (error: unknown) => {
          if (left === 0) throw error;
          await new Promise((resolve) => setTimeout(resolve, 1500));
          return send(left - 1);
        });
      send(4)
        .then((problem) => problem !== null && toast.error('The trial was not kept.', { description: problem }))
        .catch(() =>
          toast.error('The trial was not kept.', {
            description: 'Keen Dial does not answer. It stays here until you leave the page; try again then.',
          }),
        );
    },
    [rigId],
  );
  return { records, failed, keep };
}
