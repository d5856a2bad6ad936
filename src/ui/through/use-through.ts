'use client';
// One wire played through for as long as it is on, by one window of this browser alone.
import { useEffect, useMemo, useRef, useState } from 'react';
import { sysexOf } from '@/core/bench';
import type { RigIndex, Wire } from '@/core/rig';
import { compileThrough, playsTheSame } from '@/core/through';
import type { Devices } from '../stage/use-listening';
import { notYet, playThrough, type ThroughNow } from './engine';
import type { ThroughWish } from './through-settings';

/** A timer of a worker: it keeps its pace in a hidden page. */
function workerTimer(): { readonly after: (ms: number, done: () => void) => void; readonly end: () => void } {
  const worker = new Worker(new URL('../../workers/timer.worker.ts', import.meta.url), { type: 'module' });
  const waiting = new Map<number, () => void>();
  let next = 0;
  worker.addEventListener('message', ({ data }: MessageEvent<number>) => {
    waiting.get(data)?.();
    waiting.delete(data);
  });
  return {
    after: (ms, done) => {
      const id = next++;
      waiting.set(id, done);
      worker.postMessage({ id, ms });
    },
    end: () => worker.terminate(),
  };
}

/** How long another window may take to let go before it is said. */
const WAITED_MS = 400;

export type ThroughState = ThroughNow | 'elsewhere' | 'off';

export function useThrough(index: RigIndex, wire: Wire, wish: ThroughWish, on: boolean, devices: Devices) {
  const [now, setNow] = useState<ThroughState>('off');
  // Songs, targets and landings change nothing of what is played: it goes on as it is.
  const gear = useRef(index);
  if (gear.current !== index && !playsTheSame(gear.current.rig, index.rig)) gear.current = index;
  const played = gear.current;
  const made = useMemo(() => compileThrough(played, wire, wish.plays, sysexOf(played)), [played, wire, wish.plays]);
  const { program } = made;
  const ports = JSON.stringify({ input: wish.input, output: wish.output });
  const frame = useRef<number | null>(null);
  useEffect(() => {
    const { input, output }: Pick<ThroughWish, 'input' | 'output'> = JSON.parse(ports);
    if (!on || input === null || output === null) {
      setNow('off');
      return;
    }
    let end: (() => void) | null = null;
    let left = false;
    const begin = (): Promise<void> => {
      const timer = workerTimer();
      let latest: ThroughNow = notYet;
      setNow(latest);
      const stop = playThrough(devices, program, { input, output }, timer.after, (next) => {
        latest = next;
        // What is drawn follows the screen; what is played does not wait for it.
        frame.current ??= requestAnimationFrame(() => {
          frame.current = null;
          setNow(latest);
        });
      });
      return new Promise((resolve) => {
        end = () => {
          stop();
          timer.end();
          resolve();
        };
        if (left) end();
      });
    };
    // What this window itself has just ended is free again at once; what another one plays is waited for.
    const waiting = setTimeout(() => setNow('elsewhere'), WAITED_MS);
    const leave = new AbortController();
    const play = async (): Promise<void> => {
      clearTimeout(waiting);
      if (!left) await begin();
    };
    if (navigator.locks)
      void navigator.locks
        .request(`keen-dial through ${wire.id}`, { signal: leave.signal }, play)
        // Given up while it waited.
        .catch(() => undefined);
    else void play();
    return () => {
      left = true;
      clearTimeout(waiting);
      leave.abort();
      end?.();
      if (frame.current !== null) cancelAnimationFrame(frame.current);
      frame.current = null;
    };
  }, [on, ports, program, devices, wire.id]);
  return { now, silent: made.silent, sendsSysex: made.sendsSysex };
}
