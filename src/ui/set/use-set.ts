'use client';
// What the worker finds for the set of a rig, as it comes; begun anew when something changes that ways depend on, and stopped on demand.
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Rig } from '@/core/rig';
import { type RecoveryCard, sameGear, type ToldTransition } from '@/core/stage';
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

interface Held {
  readonly raw: Worker;
  readonly remote: Remote<SetWorker>;
  /** The rig that it was asked for last. */
  rig: Rig | null;
}

export function useSet(rig: Rig): FoundSet {
  const [ways, setWays] = useState<ReadonlyMap<string, ToldTransition>>(new Map());
  const [cards, setCards] = useState<readonly RecoveryCard[] | null>(null);
  const [state, setState] = useState<FoundSet['state']>('looking');
  const held = useRef<Held | null>(null);
  useEffect(() => {
    let live = true;
    setState('looking');
    const timer = setTimeout(() => {
      held.current ??= begin();
      const own = held.current;
      // Songs and scenes alone changed: what was found before the first change still holds, and so do the cards.
      const same = own.rig !== null && sameGear(own.rig, rig);
      own.rig = rig;
      setWays(new Map());
      if (!same) setCards(null);
      const tell = (found: ToldTransition): void => {
        if (live) setWays((all) => new Map(all).set(keyAt(found.songId, found.at), found));
      };
      void own.remote
        .ways(rig, same, proxy(tell))
        .then(() => (live ? own.remote.cards(rig) : null))
        .then((found) => {
          if (!live || found === null) return;
          setCards(found);
          setState('done');
        });
    }, SOON_MS);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [rig]);
  const end = useCallback((): void => {
    held.current?.raw.terminate();
    held.current = null;
  }, []);
  useEffect(() => end, [end]);
  const stop = (): void => {
    end();
    setState('stopped');
  };
  return { ways, cards, state, stop };
}

function begin(): Held {
  const raw = new Worker(new URL('../../workers/set.worker.ts', import.meta.url), { type: 'module' });
  return { raw, remote: wrap<SetWorker>(raw), rig: null };
}
