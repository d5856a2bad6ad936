'use client';
// What the worker finds for the set of a rig, as it comes; begun anew when something changes that ways depend on, and stopped on demand.
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Rig } from '@/core/rig';
import type { RecoveryCard, ToldTransition } from '@/core/stage';
import type { SetWorker } from '@/workers/set.worker';

export interface FoundSet {
  /** By song and place in it: `song 2`. */
  readonly ways: ReadonlyMap<string, ToldTransition>;
  readonly cards: readonly RecoveryCard[] | null;
  /** `looking` until all is found; `stopped` by the player. */
  readonly state: 'looking' | 'done' | 'stopped';
  readonly stop: () => void;
}

/** Typing a name and the like waits so long before ways are looked for anew. */
const SOON_MS = 400;

/** A text with its place in a list: a section of a song, a line of several. */
export const keyAt = (text: string, at: number): string => `${text} ${at}`;

export function useSet(rig: Rig): FoundSet {
  const [ways, setWays] = useState<ReadonlyMap<string, ToldTransition>>(new Map());
  const [cards, setCards] = useState<readonly RecoveryCard[] | null>(null);
  const [state, setState] = useState<FoundSet['state']>('looking');
  const [running, setRunning] = useState<Worker | null>(null);
  useEffect(() => {
    let worker: Worker | null = null;
    setState('looking');
    const timer = setTimeout(() => {
      worker = new Worker(new URL('../../workers/set.worker.ts', import.meta.url), { type: 'module' });
      setRunning(worker);
      setWays(new Map());
      const remote: Remote<SetWorker> = wrap<SetWorker>(worker);
      const tell = (found: ToldTransition): void => setWays((all) => new Map(all).set(keyAt(found.songId, found.at), found));
      void remote
        .ways(rig, proxy(tell))
        .then(() => remote.cards(rig))
        .then((found) => {
          setCards(found);
          setState('done');
        });
    }, SOON_MS);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [rig]);
  const stop = (): void => {
    running?.terminate();
    setState('stopped');
  };
  return { ways, cards, state, stop };
}
