'use client';
// Where the section is in its bars: by a clock that is heard, or by the song's own tempo from when the player went on. The window that leads counts; others are told.
import { useCallback, useEffect, useMemo, useRef } from 'react';
import {
  type BarsNow,
  type Begun,
  barsAt,
  beatsPerQuarter,
  beginsAt,
  clockTempo,
  hearClock,
  noClock,
  quartersAt,
} from '@/core/stage';
import type { StageSettings } from './stage-settings';
import type { Spot } from './use-show';

/** How the time stands; `beats`: of the song, a minute. */
export interface TimeNow {
  readonly bars: BarsNow;
  readonly beats: number;
}

export interface Time {
  /** A message of the clock that is followed. */
  readonly hear: (status: number, atMs: number) => void;
  /** Null where nothing runs. */
  readonly now: () => TimeNow | null;
}

/** What the window that leads tells the others. */
interface Told {
  readonly begun: Begun;
  readonly quarter: number;
  /** Quarters a minute. */
  readonly tempo: number;
  /** Milliseconds since 1970 at which that was so: windows count from different moments. */
  readonly at: number;
}

const NAME = 'keen-dial stand time';
const TELL_MS = 250;
/** Told longer ago than that it does not hold any more. */
const STALE_MS = 1500;

/** A section that is played, and by what quarters are counted. */
interface Playing {
  readonly spot: Spot;
  readonly at: number;
  /** By the song's own tempo: when its quarter 0 was. */
  readonly zeroMs: number;
  /** Null where no clock ran yet when it was gone on to. */
  readonly begun: Begun | null;
}

export function useTime(
  rigId: string,
  spots: readonly Spot[],
  at: number,
  leads: boolean | null,
  clock: StageSettings['clock'],
): Time {
  const heard = useRef(noClock);
  const playing = useRef<Playing | null>(null);
  const told = useRef<Told | null>(null);
  const spot = spots[at];
  const by = typeof clock === 'string' ? clock : clock.id;

  // biome-ignore lint/correctness/useExhaustiveDependencies: another clock is another beginning
  useEffect(() => {
    heard.current = noClock;
    playing.current = null;
  }, [by]);
  useEffect(() => {
    const nowMs = performance.now();
    playing.current =
      spot && by !== 'none' ? (by === 'song' ? bySong : byClock)(spot, at, playing.current, nowMs, heard.current) : null;
  }, [spot, at, by]);

  const hear = useCallback((status: number, atMs: number): void => {
    heard.current = hearClock(heard.current, status, atMs);
    const now = playing.current;
    if (!now) return;
    // Started anew it starts with what is played.
    if (status === 0xfa) playing.current = { ...now, begun: begunAt(now.spot, 0, clockTempo(heard.current)) };
    else if (now.begun === null) playing.current = byClock(now.spot, now.at, null, atMs, heard.current);
  }, []);
  const own = useCallback((): Omit<Told, 'at'> | null => {
    const now = playing.current;
    if (!now?.begun) return null;
    const nowMs = performance.now();
    const { bpm } = now.spot.song;
    if (by === 'song') return { begun: now.begun, quarter: ((nowMs - now.zeroMs) * bpm) / 60_000, tempo: bpm };
    const [tempo, quarter] = [clockTempo(heard.current), quartersAt(heard.current, nowMs)];
    return tempo === null || quarter === null
      ? null
      : { begun: { ...now.begun, perQuarter: beatsPerQuarter(bpm, tempo) }, quarter, tempo };
  }, [by]);

  useEffect(() => {
    const line = new BroadcastChannel(`${NAME} ${rigId}`);
    line.onmessage = ({ data }: MessageEvent<Told | null>) => {
      told.current = data;
    };
    const timer = leads ? setInterval(() => line.postMessage(toldNow(own())), TELL_MS) : null;
    return () => {
      if (timer !== null) clearInterval(timer);
      line.close();
    };
  }, [rigId, leads, own]);

  const now = useCallback((): TimeNow | null => {
    const known = leads === false ? carriedOn(told.current) : own();
    return known && { bars: barsAt(known.begun, known.quarter), beats: known.tempo * known.begun.perQuarter };
  }, [leads, own]);
  return useMemo(() => ({ hear, now }), [hear, now]);
}

const toldNow = (own: Omit<Told, 'at'> | null): Told | null => own && { ...own, at: Date.now() };

/** What was told a moment ago, as it is now. */
function carriedOn(told: Told | null): Omit<Told, 'at'> | null {
  const since = Date.now() - (told?.at ?? 0);
  return told && since < STALE_MS ? { ...told, quarter: told.quarter + (since * told.tempo) / 60_000 } : null;
}

const begunAt = ({ song, section }: Spot, quarter: number, tempo: number | null): Begun => ({
  quarter,
  perQuarter: beatsPerQuarter(song.bpm, tempo),
  song,
  section,
});

/** By the song's own tempo: it goes on from section to section of a song, and begins anew wherever else the player goes. */
function bySong(spot: Spot, at: number, before: Playing | null, nowMs: number): Playing {
  const goesOn =
    before?.begun && at === before.at + 1 && spot.song.id === before.spot.song.id && spot.song.bpm === before.spot.song.bpm;
  if (!goesOn) return { spot, at, zeroMs: nowMs, begun: { quarter: 0, perQuarter: 1, ...spot } };
  const quarter = ((nowMs - before.zeroMs) * spot.song.bpm) / 60_000;
  return {
    spot,
    at,
    zeroMs: before.zeroMs,
    begun: { quarter: beginsAt(quarter, { song: spot.song, perQuarter: 1 }, before.begun), perQuarter: 1, ...spot },
  };
}

/** By a clock: from where it is when the player goes on. */
function byClock(spot: Spot, at: number, before: Playing | null, nowMs: number, heard: typeof noClock): Playing {
  const quarter = quartersAt(heard, nowMs);
  if (quarter === null) return { spot, at, zeroMs: 0, begun: null };
  const next = begunAt(spot, 0, clockTempo(heard));
  const known = before?.begun && at === before.at + 1 ? before.begun : heard.started ? 'start' : null;
  return { spot, at, zeroMs: 0, begun: { ...next, quarter: beginsAt(quarter, next, known) } };
}
