'use client';
// The worker that finds out what is wrong. It gets the rig when it is asked something, and not with every edit.
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef } from 'react';
import type { HeardMessage } from '@/core/midi';
import type { Rig } from '@/core/rig';
import type { ProofWorker, ToldDiagnosis } from '@/workers/proof.worker';

export type Ask = (assignmentId: string, heard: readonly HeardMessage[]) => Promise<ToldDiagnosis | null>;

export function useDoctor(rig: Rig): Ask {
  const worker = useRef<Remote<ProofWorker> | null>(null);
  const loaded = useRef<Rig | null>(null);
  useEffect(() => {
    const raw = new Worker(new URL('../../workers/proof.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<ProofWorker>(raw);
    loaded.current = null;
    return () => {
      worker.current = null;
      raw.terminate();
    };
  }, []);
  return async (assignmentId, heard) => {
    // Calls stand in line: the rig is there before the question about it.
    if (loaded.current !== rig) void worker.current?.load(rig);
    loaded.current = rig;
    return (await worker.current?.diagnose(assignmentId, heard)) ?? null;
  };
}
