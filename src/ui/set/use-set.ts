'use client';
// What the worker finds for the set of a rig, as it comes; begun anew when something changes that ways depend on, and stopped on demand.
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Rig } from '@/core/rig';
import { type Pace, type RecoveryCard, sameGear, type ToldTransition } from '@/core/stage';
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
  /** The rig that it was asked for last, and its cards once they are told. */
  rig: Rig | null;
  cards: readonly RecoveryCard[] | null;
}

/** `pace`: the same thing as long as it is the same pace; null while nobody knows it yet. */
export function useSet(rig: Rig, pace: Pace | null): FoundSet {
  const [ways, setWays] = useState<ReadonlyMap<string, ToldTransition>>(new Map());
  const [cards, setCards] = useState<readonly RecoveryCard[] | null>(null);
  const [state, setState] = useState<FoundSet['state']>('looking');
  const held = useRef<Held | null>(null);
  const stopped = useRef(false);
  const end = useCallback((): void => {
    held.current?.raw.terminate();
    held.current = null;
  }, []);
  useEffect(() => end, [end]);
  const stop = useCallback((): void => {
    stopped.current = true;
    end();
    setState('stopped');
  }, [end]);
  useEffect(() => {
    if (!pace) return;
    let live = true;
    stopped.current = false;
    setState('looking');
    const timer = setTimeout(() => {
      if (stopped.current) return;
      held.current ??= begin();
      const own = held.current;
      // Songs and scenes alone changed: what was found before the first change still holds, and so do the cards.
      const same = own.rig !== null && sameGear(own.rig, rig);
      own.rig = rig;
      setWays(new Map());
      if (!same) own.cards = null;
      setCards(own.cards);
      const tell = (found: ToldTransition): void => {
        if (live) setWays((all) => new Map(all).set(keyAt(found.songId, found.at), found));
      };
      void own.remote
        .ways(rig, same, pace, proxy(tell))
        .then(() => (live ? (own.cards ?? own.remote.cards(rig)) : null))
        .then((found) => {
          if (!live || found === null) return;
          own.cards = found;
          setCards(found);
          setState('done');
        })
        // A worker that fails is ended; any change begins a new one.
        .catch(() => {
          if (live) stop();
        });
    }, SOON_MS);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [rig, pace, stop]);
  return { ways, cards, state, stop };
}

function begin(): Held {
  const raw = new Worker(new URL('../../workers/set.worker.ts', import.meta.url), { type: 'module' });
  return { raw, remote: wrap<SetWorker>(raw), rig: null, cards: null };
}
