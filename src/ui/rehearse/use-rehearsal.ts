'use client';
// A take from its first click to its last judgement: the worker that plays and judges, the metronome, and the time.
import { proxy, type Remote, wrap } from 'comlink';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { type AttemptRecord, type Schedule, scheduleOf, type Take } from '@/core/rehearsal';
import type { Rig } from '@/core/rig';
import type { Pace } from '@/core/stage';
import type { RehearsedWay, RehearseWorker } from '@/workers/rehearse.worker';
import { type Bench, createBench } from '../bench/bench-store';
import { usePace } from '../set/use-pace';
import { clicksOf, type Sounding, sound } from './clicks';

/** A take that goes on. */
export interface Going {
  readonly take: Take;
  readonly schedule: Schedule;
  /** Milliseconds of the bench at which the first click sounds. */
  readonly zeroMs: number;
  /** What is taken off the times of what is played, in milliseconds. */
  readonly delayMs: number;
}

export interface Rehearsal {
  readonly bench: Bench | null;
  /** Ways by song and section (`wayAt`); those that were not looked for yet are not in it. */
  readonly ways: ReadonlyMap<string, RehearsedWay>;
  readonly looking: boolean;
  readonly going: Going | null;
  /** What became of the last ways that were played here, in their order. */
  readonly told: readonly AttemptRecord[];
  readonly begin: (take: Take) => Promise<void>;
  readonly stop: () => void;
  /** The metronome was asked for, and this device does not sound. */
  readonly silent: boolean;
  /** The ways could not be looked for. */
  readonly failed: boolean;
}

export const wayAt = (songId: string, at: number): string => `${songId} ${at}`;

/** Between pressing Begin and the first click. */
const READY_MS = 900;
/** So many of them. */
const SHOWN = 12;
/** How often it is looked whether a way is over, and how long after it the worker surely has all of it. */
const LOOK_MS = 60;
const SURELY_MS = 120;

/** `delayMs`: what was measured of player and device; null lets the device say it. `judged`: takes over what was judged. */
export function useRehearsal(
  rig: Rig,
  {
    delayMs,
    audible,
    judged,
  }: { readonly delayMs: number | null; readonly audible: boolean; readonly judged: (made: readonly AttemptRecord[]) => void },
): Rehearsal {
  const [bench, setBench] = useState<Bench | null>(null);
  const remote = useRef<Remote<RehearseWorker> | null>(null);
  const [going, setGoing] = useState<Going | null>(null);
  const [told, setTold] = useState<readonly AttemptRecord[]>([]);
  const [silent, setSilent] = useState(false);
  const clicks = useRef<Sounding | null>(null);
  const begun = useRef(0);
  const { pace } = usePace();
  const take = useRef(judged);
  useEffect(() => {
    take.current = judged;
  });

  useEffect(() => {
    const raw = new Worker(new URL('../../workers/rehearse.worker.ts', import.meta.url), { type: 'module' });
    const own = wrap<RehearseWorker>(raw);
    remote.current = own;
    const made = createBench(own);
    setBench(made);
    return () => {
      remote.current = null;
      made.close();
      raw.terminate();
      clicks.current?.stop();
    };
  }, []);

  const stop = useCallback((): void => {
    begun.current++;
    clicks.current?.stop();
    clicks.current = null;
    setGoing(null);
    void remote.current?.end();
  }, []);

  const { ways, looking, failed } = useWays(rig, pace, bench, remote, stop);

  const begin = useCallback(
    async (next: Take): Promise<void> => {
      if (!bench || !remote.current) return;
      stop();
      const mine = begun.current;
      const { song, first, last, share } = next;
      const schedule = scheduleOf(next);
      const zeroMs = bench.now() + READY_MS;
      setSilent(false);
      const sounding = audible ? sound(clicksOf(schedule), READY_MS, () => setSilent(true)) : null;
      const delay = delayMs ?? sounding?.latencyMs ?? 0;
      const whole = await remote.current.begin({ songId: song.id, first, last, share, zeroMs, delayMs: delay });
      if (mine !== begun.current || !whole) {
        sounding?.stop();
        return;
      }
      clicks.current = sounding;
      bench.takeOver(whole);
      setGoing({ take: next, schedule, zeroMs, delayMs: delay });
    },
    [bench, audible, delayMs, stop],
  );

  const hear = useCallback((made: readonly AttemptRecord[]): void => {
    setTold((was) => [...was, ...made].slice(-SHOWN));
    take.current(made);
  }, []);
  useJudging(bench, going, remote, hear, stop);

  return { bench, ways, looking, going, told, begin, stop, silent, failed };
}

type Asking = RefObject<Remote<RehearseWorker> | null>;

/** Loads the rig as it is now, and looks for its ways. */
function useWays(
  rig: Rig,
  pace: Pace | null,
  bench: Bench | null,
  remote: Asking,
  stop: () => void,
): Pick<Rehearsal, 'ways' | 'looking' | 'failed'> {
  const [ways, setWays] = useState<ReadonlyMap<string, RehearsedWay>>(new Map());
  const [looking, setLooking] = useState(true);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!bench || !pace) return;
    let live = true;
    stop();
    setLooking(true);
    setWays(new Map());
    bench.load(rig);
    const tell = (way: RehearsedWay): void => {
      if (live) setWays((all) => new Map(all).set(wayAt(way.songId, way.at), way));
    };
    remote.current
      ?.ways(pace, proxy(tell))
      .then((all) => live && all && setLooking(false))
      .catch(() => live && setFailed(true));
    return () => {
      live = false;
    };
  }, [bench, rig, pace, remote, stop]);
  return { ways, looking, failed };
}

/** Asks for each way that is over how it went, and ends the take with its last bar. */
function useJudging(
  bench: Bench | null,
  going: Going | null,
  remote: Asking,
  hear: (made: readonly AttemptRecord[]) => void,
  stop: () => void,
): void {
  useEffect(() => {
    if (!going || !bench) return;
    let live = true;
    let asking = false;
    let judged = 0;
    const { schedule, zeroMs, delayMs } = going;
    const look = async (): Promise<void> => {
      const now = bench.now();
      const at = now - zeroMs - SURELY_MS - delayMs;
      const closed = schedule.dues.filter((d) => d.closesMs <= at).length;
      if (asking || (closed === judged && at <= schedule.endsMs)) return;
      asking = true;
      const made = (await remote.current?.judged(now).catch(() => [])) ?? [];
      asking = false;
      judged = closed;
      if (live && made.length > 0) hear(made);
      if (live && at > schedule.endsMs) stop();
    };
    const timer = setInterval(() => void look(), LOOK_MS);
    return () => {
      live = false;
      clearInterval(timer);
    };
  }, [bench, going, remote, hear, stop]);
}
