'use client';
// Where the player is in the set: which section, and how much of the way to the next one is done. One window leads; others of the same browser follow it, and may tell it to go on.
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { RigIndex, Song, SongSection } from '@/core/rig';
import { nextWay, noStep, type StepsDone, stepsDone, type ToldStep, type ToldTransition } from '@/core/stage';
import type { Views } from '@/workers/stage.worker';

/** A section of the set, in the order in which it is played. */
export interface Spot {
  readonly song: Song;
  readonly section: SongSection;
  /** Its place in its song. */
  readonly at: number;
}

export const spotsOf = (index: RigIndex): readonly Spot[] =>
  index.rig.songs.flatMap((song) => song.sections.map((section, at) => ({ song, section, at })));

/** `at`: the section that is played, −1 before the first; the rest is how far the way to the next is gone. */
export interface Position extends StepsDone {
  readonly at: number;
}

export type Goes = 1 | -1 | 'start';

/** What windows say to each other. */
type Said =
  | { readonly type: 'now'; readonly position: Position; readonly views: Views | null }
  | { readonly type: 'asks' }
  | { readonly type: 'goes'; readonly by: Goes };

const NAME = 'keen-dial stand';
const START: Position = { at: -1, ...noStep };

/** Where this window was, by rig: a page that is loaded anew in the middle of a song goes on there. */
const KEY = 'keen-dial stage at';

function recalled(rigId: string, spots: readonly Spot[]): Position {
  try {
    const [place = '', songId] = (window.sessionStorage.getItem(`${KEY} ${rigId}`) ?? '').split(' ');
    const at = Number(place);
    // In another set another song is there: then it begins anew.
    return place !== '' && songId !== undefined && spots[at]?.song.id === songId ? { at, ...noStep } : START;
  } catch {
    // A browser that keeps nothing.
    return START;
  }
}

function keep(rigId: string, spots: readonly Spot[], { at }: Position): void {
  try {
    window.sessionStorage.setItem(`${KEY} ${rigId}`, `${at} ${spots[at]?.song.id ?? ''}`);
  } catch {
    // Then it begins anew.
  }
}

export interface Show {
  readonly position: Position;
  /** What another window that leads knows of the controllers; null where this one leads. */
  readonly led: Views | null;
  /** Whether this window leads; null until that is known. One that does not lead opens no port. */
  readonly leads: boolean | null;
  /** On, back, or before the first section. */
  readonly go: (by: Goes) => void;
  /** Takes what was heard: steps are ticked off, and the last one leads on. */
  readonly heard: (views: Views) => void;
}

/** `views`: what this window knows of the controllers by itself; `takeOver`: it leads now, and the window that led knew this. */
export function useShow(
  index: RigIndex,
  wayInto: (spot: Spot) => ToldTransition | undefined,
  views: () => Views | null,
  takeOver: (known: Views) => void,
): Show {
  const spots = useMemo(() => spotsOf(index), [index]);
  const [position, setPosition] = useState(START);
  const [led, setLed] = useState<Views | null>(null);
  const [leading, setLeading] = useState<boolean | null>(null);
  const line = useRef<BroadcastChannel | null>(null);
  const leads = useRef(false);
  const now = useRef(position);
  const latest = useRef({ spots, wayInto, views, index, takeOver, led });
  latest.current = { spots, wayInto, views, index, takeOver, led };
  const say = useCallback((said: Said): void => line.current?.postMessage(said), []);

  const moveTo = useCallback(
    (to: Position): void => {
      const { at, done, begun, touch } = now.current;
      if (at !== to.at || done !== to.done || begun !== to.begun || touch !== to.touch) {
        now.current = to;
        setPosition(to);
        keep(latest.current.index.rig.id, latest.current.spots, to);
      }
      if (leads.current) say({ type: 'now', position: to, views: latest.current.views() });
    },
    [say],
  );
  const step = useCallback(
    (by: Goes): void => {
      const at = stepped(now.current.at, by, latest.current.spots.length);
      if (at !== now.current.at) moveTo({ at, ...noStep });
    },
    [moveTo],
  );

  const { id } = index.rig;
  useEffect(() => {
    now.current = recalled(id, latest.current.spots);
    setPosition(now.current);
    const channel = new BroadcastChannel(`${NAME} ${id}`);
    line.current = channel;
    const ends = new AbortController();
    channel.onmessage = ({ data }: MessageEvent<Said>) => {
      if (data.type === 'now' && !leads.current) {
        now.current = data.position;
        setPosition(data.position);
        setLed(data.views);
        setLeading(false);
      } else if (leads.current && data.type === 'goes') step(data.by);
      else if (leads.current && data.type === 'asks') say({ type: 'now', position: now.current, views: latest.current.views() });
    };
    channel.postMessage({ type: 'asks' } satisfies Said);
    leadInTurn(`${NAME} ${id}`, ends.signal, () => {
      leads.current = true;
      setLeading(true);
      setLed(null);
      if (latest.current.led) latest.current.takeOver(latest.current.led);
    });
    return () => {
      leads.current = false;
      ends.abort();
      channel.close();
      line.current = null;
    };
  }, [id, say, step]);

  // Who leads is not known in the first moment: then it goes on here.
  const go = useCallback((by: Goes): void => (leading === false ? say({ type: 'goes', by }) : step(by)), [leading, step, say]);
  const heard = useCallback(
    (some: Views): void => {
      const { spots, wayInto, index } = latest.current;
      const next = spots[now.current.at + 1];
      if (leads.current) moveTo(afterHearing(index, (next && wayInto(next)?.steps) ?? [], now.current, some));
    },
    [moveTo],
  );
  return { position, led, leads: leading, go, heard };
}

const stepped = (at: number, by: Goes, count: number): number =>
  by === 'start' ? -1 : Math.min(count - 1, Math.max(-1, at + by));

/** Begins to lead as soon as no other window does, and goes on until `signal` ends it. Where there are no locks each window leads itself. */
function leadInTurn(name: string, signal: AbortSignal, begin: () => void): void {
  const lead = (): Promise<void> => {
    begin();
    return new Promise((resolve) => signal.addEventListener('abort', () => resolve()));
  };
  if (!navigator.locks) void lead();
  else void navigator.locks.request(name, { signal }, lead).catch(() => undefined);
}

/** Where the player is once something more was heard: the last step leads on. */
function afterHearing(index: RigIndex, steps: readonly ToldStep[], { at, ...before }: Position, some: Views): Position {
  const now = Object.entries(some).reduce<StepsDone>(
    (n, [controllerId, view]) => (view ? stepsDone(index, steps, n, { ...view, controllerId }) : n),
    before,
  );
  return steps.length > 0 && now.done === steps.length ? { at: at + 1, ...nextWay(now) } : { at, ...now };
}
