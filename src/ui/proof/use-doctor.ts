'use client';
// The worker that finds out what is wrong: it holds the rig and follows it.
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef } from 'react';
import type { HeardWord } from '@/core/midi';
import type { Rig } from '@/core/rig';
import type { ProofWorker, ToldDiagnosis } from '@/workers/proof.worker';

export type Ask = (assignmentId: string, heard: readonly HeardWord[]) => Promise<ToldDiagnosis | null>;

export function useDoctor(rig: Rig): Ask {
  const worker = useRef<Remote<ProofWorker> | null>(null);
  const ready = useRef<Promise<void>>(Promise.resolve());
  const latest = useRef(rig);
  latest.current = rig;
  useEffect(() => {
    const raw = new Worker(new URL('../../workers/proof.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<ProofWorker>(raw);
    ready.current = worker.current.load(latest.current);
    return () => {
      worker.current = null;
      raw.terminate();
    };
  }, []);
  useEffect(() => {
    if (worker.current) ready.current = worker.current.load(rig);
  }, [rig]);
  return async (assignmentId, heard) => {
    await ready.current;
    return (await worker.current?.diagnose(assignmentId, heard)) ?? null;
  };
}
