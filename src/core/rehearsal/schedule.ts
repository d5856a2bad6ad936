// When everything of a take is due: the count-in, the bars, and the downbeat by which each section has to stand.
import type { Song } from '../rig';
import { barMs } from '../stage';

/** One go: the ways into some sections of a song that follow each other, at a share of its tempo. */
export interface Take {
  readonly song: Song;
  /** The first and the last section that is gone into, by their place in the song. */
  readonly first: number;
  readonly last: number;
  /** How fast, 1 as written. */
  readonly share: number;
}

/** Slowest and fastest share of a song's tempo that is rehearsed. */
export const SHARES = { least: 0.5, most: 1.2 } as const;
/** Bars that a section lasts in a take which in the song goes on until it ends. */
export const UNTIL_IT_ENDS_BARS = 4;

/** A way into a section: when its bar begins, when it has to be there, and until when it is waited for. Milliseconds from the first click. */
export interface Due {
  /** The section that it leads to, by its place in the song. */
  readonly at: number;
  /** Where the last bar of the section before begins; null where it does not matter how early it is gone. */
  readonly opensMs: number | null;
  /** The downbeat of the section. */
  readonly dueMs: number;
  readonly closesMs: number;
}

export interface Schedule {
  readonly beatMs: number;
  readonly beatsPerBar: number;
  /** How long is counted in: one bar, the section before not sounding yet. */
  readonly countInMs: number;
  readonly dues: readonly Due[];
  readonly endsMs: number;
}

/**
 * The plan of a take: one bar is counted in, then comes the bar before the first section, then every section with its bars. What is late is waited for until half of its section is
 * over, but no longer than a bar.
 */
export function scheduleOf({ song, first, last, share }: Take): Schedule {
  const bar = barMs(song) / share;
  const dues: Due[] = [];
  let dueMs = 2 * bar;
  for (let at = first; at <= last; at++) {
    const length = lengthOf(song, at) * bar;
    const opens = (song.sections[at - 1]?.bars ?? 0) > 0;
    dues.push({ at, opensMs: opens ? dueMs - bar : null, dueMs, closesMs: dueMs + Math.min(bar, length / 2) });
    dueMs += length;
  }
  const beatMs = bar / song.beatsPerBar;
  return { beatMs, beatsPerBar: song.beatsPerBar, countInMs: bar, dues, endsMs: (dues.at(-1)?.dueMs ?? bar) + bar };
}

/** Bars of a section as a take plays it. */
const lengthOf = (song: Song, at: number): number => song.sections[at]?.bars || UNTIL_IT_ENDS_BARS;

/** One click of the metronome. */
export interface Click {
  readonly atMs: number;
  /** The first one of a bar. */
  readonly one: boolean;
}

/** Clicks from one time on up to another, that one left out; a scheduler asks for the next fraction of a second again and again. */
export function clicksBetween({ beatMs, beatsPerBar, endsMs }: Schedule, from: number, to: number): readonly Click[] {
  // The same edge for where one fraction ends and the next begins: no click falls between, and none sounds twice.
  const firstFrom = (t: number): number => Math.max(0, Math.ceil(t / beatMs - 1e-6));
  const clicks: Click[] = [];
  for (let n = firstFrom(from); n < Math.min(firstFrom(to), Math.round(endsMs / beatMs) + 1); n++)
    clicks.push({ atMs: n * beatMs, one: n % beatsPerBar === 0 });
  return clicks;
}

/** Lights no more often than three times a second: faster than that only the bars are shown (WCAG 2.2, success criterion 2.3.1, three flashes). */
export const showsBeats = ({ beatMs }: Pick<Schedule, 'beatMs'>): boolean => beatMs >= 1000 / 3;
