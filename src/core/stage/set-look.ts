// A set as it is, looked at as closely as it takes: the measure for every change of it.
import type { RigIndex, Song } from '../rig';
import { looksAt, usualWayOptions } from './ground';
import { type Pace, usualPace } from './movement';
import { type Look, type Transition, transitionsOf } from './show';

/** How closely each section is looked at. */
export type LookAt = (song: Pick<Song, 'id'>, at: number) => Look;

export interface PlayedSet {
  readonly all: readonly Transition[];
  /** How it was looked at; a change of the set is looked at in the same way. */
  readonly look: LookAt;
}

/** As closely as the screen does, at the pace of the look. */
export const closer = (look: Look): Look => ({ ...look, plays: usualWayOptions.plays });

/** A section by the song that it is of and its place in it. */
export const sectionKey = ({ song, at }: Transition): string => `${song.id} ${at}`;

/**
 * Every transition of a set: those that `closely` asks for, and those into which a first look finds no way, as closely as the screen does; all others soon. What comes after a section
 * begins where its way leads, so one that was only not looked for would put everything after it somewhere else.
 */
export function playedAsFound(
  index: RigIndex,
  closely: (song: Pick<Song, 'id'>, at: number) => boolean = () => false,
  pace: Pace = usualPace,
): PlayedSet {
  const hard = new Set<string>();
  const { soon, close } = looksAt(pace);
  const look: LookAt = (song, at) => (closely(song, at) || hard.has(`${song.id} ${at}`) ? close : soon);
  let all = [...transitionsOf(index, look)];
  // A way that is found then leads to another beginning for those after it.
  for (let more = notFound(all, hard); more.length > 0; more = notFound(all, hard)) {
    for (const key of more) hard.add(key);
    all = [...transitionsOf(index, look)];
  }
  return { all, look };
}

const notFound = (all: readonly Transition[], hard: ReadonlySet<string>): readonly string[] =>
  all.flatMap((t) => (t.way.type === 'not-found' && !hard.has(sectionKey(t)) ? [sectionKey(t)] : []));
