'use client';
// Where the controllers of a rig are, by a worker that follows what is heard of them.
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Rig } from '@/core/rig';
import { sameGear } from '@/core/stage';
import type { Heard, StageWorker, Views } from '@/workers/stage.worker';
import { type Gathered, gathered } from './gathered';

/** Milliseconds that a message waits for those behind it: less than a frame. */
const TOGETHER_MS = 12;

export interface FollowingNow {
  /** Null until the worker has looked at the rig. */
  readonly views: Views | null;
  /** The same, ahead of what is drawn. */
  readonly known: () => Views | null;
  readonly worker: () => Remote<StageWorker> | null;
  /** Takes what came in by a port. */
  readonly hear: (heard: Heard) => void;
}

/** `drawn`: controllers that are played on the drawing. `told` is called with every change, before it is drawn. */
export function useFollowing(rig: Rig, drawn: readonly string[], told: (views: Views) => void): FollowingNow {
  const [views, setViews] = useState<Views | null>(null);
  const known = useRef<Views | null>(null);
  const remote = useRef<Remote<StageWorker> | null>(null);
  const coming = useRef<Gathered<Heard> | null>(null);
  const latest = useRef({ told, drawn });
  latest.current = { told, drawn };
  // Names, songs and ticks change nothing of where anything is: what is known of that holds.
  const gear = useRef(rig);
  if (gear.current !== rig && !sameGear(gear.current, rig)) gear.current = rig;
  const followed = gear.current;
  useEffect(() => {
    const raw = new Worker(new URL('../../workers/stage.worker.ts', import.meta.url), { type: 'module' });
    const own = wrap<StageWorker>(raw);
    remote.current = own;
    coming.current = gathered((heard) => void own.heard(heard), TOGETHER_MS);
    let frame: number | null = null;
    void own.begin(
      followed,
      latest.current.drawn,
      proxy((all: readonly Views[]) => {
        for (const some of all) {
          known.current = { ...known.current, ...some };
          latest.current.told(some);
        }
        // A pedal says a hundred things a second: what is drawn follows the screen.
        frame ??= requestAnimationFrame(() => {
          frame = null;
          setViews(known.current);
        });
      }),
    );
    return () => {
      if (frame !== null) cancelAnimationFrame(frame);
      coming.current?.end();
      coming.current = null;
      remote.current = null;
      raw.terminate();
    };
  }, [followed]);
  const key = JSON.stringify(drawn);
  const before = useRef(key);
  useEffect(() => {
    const was: readonly string[] = JSON.parse(before.current);
    const is: readonly string[] = JSON.parse(key);
    before.current = key;
    const changed = [...is.filter((id) => !was.includes(id)), ...was.filter((id) => !is.includes(id))];
    if (changed.length === 0) return;
    coming.current?.flush();
    void remote.current?.sources(is, changed);
  }, [key]);
  const worker = useCallback(() => {
    coming.current?.flush();
    return remote.current;
  }, []);
  const hear = useCallback((heard: Heard) => coming.current?.add(heard), []);
  return { views, known: () => known.current, worker, hear };
}
