'use client';
// Opens a rig on the screen: the store, the judge in its worker, and the line on which other tabs are heard.
import { type Remote, wrap } from 'comlink';
import { nanoid } from 'nanoid';
import { createContext, type ReactNode, useContext, useEffect, useId, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { withRenewal } from '@/core/checks';
import { type Kept, type Opened, openedFrom } from '@/core/sync';
import { reopenRig } from '@/server/actions/rigs';
import type { JudgeWorker } from '@/workers/judge.worker';
import { toast } from '../primitives/toast';
import { keepHere, live } from './device';
import { type Judging, judging } from './judging';
import { hearOf } from './line';
import { createRigStore, type RigState, type RigStore } from './rig-store';
import { takeOver } from './take-over';

interface Context {
  readonly store: RigStore;
  /** The judge, once its worker runs. */
  readonly judge: () => Remote<JudgeWorker> | null;
  readonly onScreen: Judging['onScreen'];
}

const RigContext = createContext<Context | null>(null);

const notify = {
  problem: (title: string, description: string): void => void toast.error(title, { description, duration: 9000 }),
  done: (title: string): void => void toast(title),
};

/** A store with its judge, keeping what it has unsent on this device. */
function openStore(opened: Opened) {
  const windowId = nanoid(12);
  const { id: rigId } = opened.confirmed.rig;
  // Writes stand in one line too; a device that keeps nothing (a private window) costs the edit nothing.
  let written: Promise<unknown> = Promise.resolve();
  const keep = (kept: Kept): void => {
    written = written.then(() => keepHere(rigId, windowId, kept)).catch(() => undefined);
  };
  const judge = judging(
    () => store.getState().index.rig,
    (told) => store.setState({ ...withRenewal(told, store.getState()), ...('toEnter' in told ? { toEnter: told.toEnter } : {}) }),
  );
  const store: RigStore = createRigStore(opened, judge, notify, keep);
  return { store, judge, windowId };
}

/** What this tab left with something unsent or set aside, by rig: opened again, it goes on where it was. */
const left = new Map<string, ReturnType<typeof openStore>>();

function reopened(opened: Opened): ReturnType<typeof openStore> {
  const { rig, version, newest } = opened.confirmed;
  const before = left.get(rig.id);
  if (!before) return openStore(opened);
  before.store.getState().hear({ type: 'announced', epoch: opened.epoch, version, newest });
  return before;
}

/** `opened`: a rig handed over as one string. As a value React would look at each thing in it on the way, twice. */
export function RigProvider({ opened, children }: { readonly opened: string; readonly children: ReactNode }) {
  const worker = useRef<Remote<JudgeWorker> | null>(null);
  const [{ store, judge, windowId }] = useState(() => reopened(openedFrom(opened)));
  const rigId = store.getState().index.rig.id;

  useEffect(() => {
    const raw = new Worker(new URL('../../workers/judge.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<JudgeWorker>(raw);
    judge.begin(worker.current);
    return () => {
      worker.current = null;
      judge.begin(null);
      raw.terminate();
    };
  }, [judge]);

  useEffect(() => {
    const { hear } = store.getState();
    return hearOf(rigId, {
      told: ({ epoch, version, newest }) => hear({ type: 'announced', epoch, version, newest }),
      missing: (epoch) => hear({ type: 'announced', epoch, version: -1, newest: null }),
      open: () => hear({ type: 'again' }),
    });
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

  useEffect(() => {
    left.delete(rigId);
    return () => {
      const { unsent, aside } = store.getState();
      if (unsent.length + aside.length > 0) left.set(rigId, { store, judge, windowId });
    };
  }, [store, judge, windowId, rigId]);

  const context = useMemo<Context>(() => ({ store, judge: () => worker.current, onScreen: judge.onScreen }), [store, judge]);
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
/** Says which functions are shown here, so that they are judged before what nobody sees yet. */
export function useOnScreen(ids: readonly string[]): void {
  const { onScreen } = useRigContext();
  const part = useId();
  useEffect(() => {
    onScreen(part, ids);
    return () => onScreen(part, null);
  }, [onScreen, part, ids]);
}

export const useJudge = (): Context['judge'] => useRigContext().judge;
