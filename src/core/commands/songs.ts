// Songs and their sections: made, changed and taken away.
import {
  batch,
  type Edit,
  insert,
  type Rig,
  remove,
  type Song,
  type SongSection,
  type StandAt,
  saysWhere,
  set,
  standsOf,
} from '../rig';
import { removeWithDependents } from './cascade';

/** A section of eight bars that wants nothing yet. */
export const plainSection = (name: string): SongSection => ({ name, bars: 8, sceneId: null, bank: null });

/** One more song at the end, 120 beats a minute in four, with one section. */
export function addSong(rig: Rig, newId: () => string): { readonly edit: Edit; readonly id: string; readonly song: Song } {
  const id = newId();
  const order = Math.max(0, ...rig.songs.map((s) => s.order)) + 1;
  const name = `Song ${rig.songs.length + 1}`;
  const row: Song = { id, order, name, bpm: 120, beatsPerBar: 4, sections: [plainSection('Beginning')], note: '' };
  return { edit: batch('Add a song', [insert('songs', row)]), id, song: row };
}

/** Takes a song away, out of every set, and the scenes that nothing else needs. */
export const removeSong = (rig: Rig, song: Song): Edit =>
  batch(`Remove ${song.name}`, [...removeWithDependents(rig, [{ table: 'songs', id: song.id }]), ...scenesLeft(rig, song, [])]);

/** Changes what a section says. */
export const changeSection = (song: Song, at: number, change: Partial<SongSection>): Edit =>
  batch(`Change a section of ${song.name}`, [
    set(
      'songs',
      song,
      'sections',
      song.sections.map((s, i) => (i === at ? { ...s, ...change } : s)),
    ),
  ]);

/** One more section after another one. */
export const addSection = (song: Song, after: number): Edit =>
  batch(`Add a section to ${song.name}`, [
    set('songs', song, 'sections', song.sections.toSpliced(after + 1, 0, plainSection(`Part ${song.sections.length + 1}`))),
  ]);

/** Takes a section away, and its scene if nothing else needs it. */
export function removeSection(rig: Rig, song: Song, at: number): Edit {
  const sections = song.sections.toSpliced(at, 1);
  return batch(`Remove a section of ${song.name}`, [
    set('songs', song, 'sections', sections),
    ...scenesLeft(rig, song, sections),
  ]);
}

/** Moves a section by some places; nothing where it would leave the song. */
export function moveSection(song: Song, at: number, by: number): Edit | null {
  const moved = song.sections[at];
  const to = at + by;
  if (!moved || to < 0 || to >= song.sections.length) return null;
  return batch(`Move a section of ${song.name}`, [
    set('songs', song, 'sections', song.sections.toSpliced(at, 1).toSpliced(to, 0, moved)),
  ]);
}

/**
 * Moves a section into another song, before the section at `to` there (its number of sections: at the end), with what it wants
 * and where the player stands. Nothing where it is the only one of its song.
 */
export function moveSectionInto(song: Song, at: number, other: Song, to: number): Edit | null {
  const moved = song.sections[at];
  if (!moved || song.sections.length === 1 || song.id === other.id) return null;
  return batch(`Move a section of ${song.name} to ${other.name}`, [
    set('songs', song, 'sections', song.sections.toSpliced(at, 1)),
    set('songs', other, 'sections', other.sections.toSpliced(to, 0, moved)),
  ]);
}

/** Says where a controller should stand in a section; nothing of it said is that it does not matter. What an older rig said by a bank alone is said of its controller from then on. */
export function standInSection(
  rig: Rig,
  song: Song,
  at: number,
  controllerId: string,
  to: Omit<StandAt, 'controllerId'>,
): Edit | null {
  const section = song.sections[at];
  if (!section) return null;
  const others = standsOf(rig, section).filter((s) => s.controllerId !== controllerId);
  const stands = [...others, { controllerId, ...to }].filter(saysWhere).toSorted(byPlaceIn(rig));
  return changeSection(song, at, { bank: null, stands });
}

/** In the order of the controllers. */
const byPlaceIn = ({ controllers }: Rig): ((a: StandAt, b: StandAt) => number) => {
  const place = new Map(controllers.map((c, i) => [c.id, i]));
  return (a: StandAt, b: StandAt): number => (place.get(a.controllerId) ?? 0) - (place.get(b.controllerId) ?? 0);
};

/** Removes the scenes of a song that none of the sections that it has then needs, nor another song, nor a function that recalls them. */
export function scenesLeft(rig: Rig, song: Song, sections: readonly SongSection[]): readonly Edit[] {
  const others = rig.songs.flatMap((s) => (s.id === song.id ? sections : s.sections));
  const needed = new Set(others.map((s) => s.sceneId));
  const had = new Set(song.sections.map((s) => s.sceneId));
  return rig.scenes.flatMap((s) => (had.has(s.id) && !needed.has(s.id) && s.assignmentId === null ? [remove('scenes', s)] : []));
}
