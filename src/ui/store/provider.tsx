'use client';
// Opens a rig on the screen: the store, the judge in its worker, and the line on which other tabs are heard.
import { type Remote, wrap } from 'comlink';
import { nanoid } from 'nanoid';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import * as z from 'zod';
import { useStore } from 'zustand';
import { type Renewal, withRenewal } from '@/core/checks';
import type { Kept, Opened } from '@/core/sync';
import { reopenRig } from '@/server/actions/rigs';
import type { JudgeWorker } from '@/workers/judge.worker';
import { keepHere, live } from './device';
import { createRigStore, type Judge, type RigState, type RigStore } from './rig-store';
import { takeOver } from './take-over';

interface Context {
  readonly store: RigStore;
  /** The judge, once its worker runs. */
  readonly judge: () => Remote<JudgeWorker> | null;
}

const RigContext = createContext<Context | null>(null);

/** What the server says of its journal. */
const toldSchema = z.object({ epoch: z.string(), version: z.number(), newest: z.string().nullable() });

const notify = {
  problem: (title: string, description: string): void => void toast.error(title, { description, duration: 9000 }),
  done: (title: string): void => void toast(title),
};

export function RigProvider({ opened, children }: { readonly opened: Opened; readonly children: ReactNode }) {
  const rigId = opened.confirmed.rig.id;
  const worker = useRef<Remote<JudgeWorker> | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  const [{ store, judge, windowId }] = useState(() => {
    const take = (verdict: Renewal | null): void => {
      if (!verdict) return;
      store.setState(withRenewal(verdict, store.getState()));
    };
    // Calls stand in one line, so that an answer never overtakes a later edit's.
    const queue = (work: (judge: Remote<JudgeWorker>) => Promise<Renewal | null>): void => {
      line.current = line.current.then(async () => {
        if (!worker.current) return;
        const asked = worker.current;
        const verdict = await work(asked);
        take(verdict ?? (await asked.load(store.getState().index.rig)));
      });
    };
    const judge: Judge = { load: (rig) => queue((j) => j.load(rig)), edit: (edit) => queue((j) => j.edit(edit)) };
    // Writes stand in one line too; a device that keeps nothing (a private window) costs the edit nothing.
    const windowId = nanoid(12);
    let written: Promise<unknown> = Promise.resolve();
    const keep = (kept: Kept): void => {
      written = written.then(() => keepHere(rigId, windowId, kept)).catch(() => undefined);
    };
    const store: RigStore = createRigStore(opened, judge, notify, keep);
    return { store, judge, windowId };
  });

  useEffect(() => {
    const raw = new Worker(new URL('../../workers/judge.worker.ts', import.meta.url), { type: 'module' });
    const remote = wrap<JudgeWorker>(raw);
    worker.current = remote;
    // A worker that was ended answers nothing any more: its line is left behind.
    line.current = Promise.resolve();
    judge.load(store.getState().index.rig);
    return () => {
      worker.current = null;
      raw.terminate();
    };
  }, [store, judge]);

  useEffect(() => {
    const source = new EventSource(`/api/rigs/${rigId}/events`);
    const { hear } = store.getState();
    source.onmessage = ({ data }) => hear({ type: 'announced', ...toldSchema.parse(JSON.parse(data)) });
    // The server is there again: nothing waits for its turn.
    source.onopen = () => hear({ type: 'again' });
    return () => source.close();
  }, [store, rigId]);

  useEffect(() => {
    const ended = new AbortController();
    live(windowId);
    const { hear, toKeep } = store.getState();
    const known = async (own: readonly string[]): Promise<readonly string[]> => (await reopenRig({ rigId, own }))?.known ?? [];
    const into = { rigId, windowId, known, found: (kept: Kept) => hear({ type: 'found', kept }), now: toKeep };
    void takeOver(into, ended.signal).catch(() => undefined);
    return () => ended.abort();
  }, [store, rigId, windowId]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent): void => {
      if (store.getState().unsent.length > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [store]);

  const context = useMemo<Context>(() => ({ store, judge: () => worker.current }), [store]);
  return <RigContext.Provider value={context}>{children}</RigContext.Provider>;
}

function useRigContext(): Context {
  const context = useContext(RigContext);
  if (!context) throw new Error('used outside of a rig');
  return context;
}

/** A part of the open rig's state. */
export function useRig<T>(select: (state: RigState) => T): T {
  return useStore(useRigContext().store, select);
}

export const useRigStore = (): RigStore => useRigContext().store;
export const useJudge = (): Context['judge'] => useRigContext().judge;
