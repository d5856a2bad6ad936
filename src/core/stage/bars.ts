// Where a section is in its bars: when it began, by when the player went on, and how much of it is left.
import type { Song, SongSection } from '../rig';

/** The tempo and metre in which bars are counted. */
type Metre = Pick<Song, 'bpm' | 'beatsPerBar'>;

/** The length of a bar in milliseconds. */
export const barMs = ({ bpm, beatsPerBar }: Metre): number => (60_000 / bpm) * beatsPerBar;

/** A section that is played: the quarter at which it began, and what is counted in it. */
export interface Begun {
  readonly quarter: number;
  /** Beats of the song in a quarter of the clock. */
  readonly perQuarter: number;
  readonly song: Metre;
  readonly section: Pick<SongSection, 'bars'>;
}

/** What a beat may be: a quarter, an eighth, a half, a dotted quarter. */
const BEATS = [1, 2, 1 / 2, 2 / 3] as const;
/** A band that plays along is this close to the tempo of its song. Assumed, no source. */
const CLOSE = 0.08;

/**
 * How many beats of a song a quarter of the clock has: one, where the clock runs at the tempo of the song; two, where the song counts eighths and the clock runs half as fast. One where no
 * such figure brings clock and song together.
 * @example beatsPerQuarter(180, 90) // => 2
 */
export function beatsPerQuarter(bpm: number, clockTempo: number | null): number {
  if (clockTempo === null) return 1;
  return BEATS.find((n) => Math.abs((clockTempo * n) / bpm - 1) <= CLOSE) ?? 1;
}

/**
 * The quarter at which a section begins that a player went on to at `quarter`. Who goes on within the last bar of a section with bars, or up to half a bar behind it, means its end. Else the
 * downbeat nearest to it is meant; bars are counted from the section before, from the start of the clock (0), or, where neither is known, from the very moment (`before` null).
 */
export function beginsAt(quarter: number, next: Pick<Begun, 'song' | 'perQuarter'>, before: Begun | 'start' | null): number {
  if (before === null) return quarter;
  const known = before === 'start' ? { ...next, quarter: 0, section: { bars: 0 } } : before;
  const bar = known.song.beatsPerBar / known.perQuarter;
  const ends = known.quarter + known.section.bars * bar;
  if (known.section.bars > 0 && quarter >= ends - bar && quarter <= ends + bar / 2) return ends;
  return known.quarter + Math.round((quarter - known.quarter) / bar) * bar;
}

/** Where a section is. */
export interface BarsNow {
  /** Whole bars before it begins are 0 and less; from 1. */
  readonly bar: number;
  /** From 1. */
  readonly beat: number;
  /** Beats until it ends, negative once it is over; null where it lasts until it ends. */
  readonly beatsLeft: number | null;
  /** How much of it is over, 0–1; null where it lasts until it ends. */
  readonly share: number | null;
}

/** Where a section is at a quarter. */
export function barsAt({ quarter: begun, perQuarter, song, section }: Begun, quarter: number): BarsNow {
  const beats = (quarter - begun) * perQuarter;
  // A sum of twenty-fourths is never quite whole.
  const whole = Math.floor(beats + 1e-6);
  const bar = Math.floor(whole / song.beatsPerBar);
  const all = section.bars * song.beatsPerBar;
  return {
    bar: bar + 1,
    beat: whole - bar * song.beatsPerBar + 1,
    beatsLeft: section.bars > 0 ? all - beats : null,
    share: section.bars > 0 ? Math.min(1, Math.max(0, beats / all)) : null,
  };
}
