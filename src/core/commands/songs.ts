// Songs and what each of their sections wants to sound: made, changed and taken away.
import { batch, type Edit, insert, type Parameter, type Rig, remove, type Song, type SongSection, set } from '../rig';

/** A section of eight bars that wants nothing yet. */
const plainSection = (name: string): SongSection => ({ name, bars: 8, sceneId: null, bank: null });

/** One more song at the end, 120 beats a minute in four, with one section. */
export function addSong(rig: Rig, newId: () => string): { readonly edit: Edit; readonly id: string } {
  const id = newId();
  const order = Math.max(0, ...rig.songs.map((s) => s.order)) + 1;
  const name = `Song ${rig.songs.length + 1}`;
  const row: Song = { id, order, name, bpm: 120, beatsPerBar: 4, sections: [plainSection('Beginning')], note: '' };
  return { edit: batch('Add a song', [insert('songs', row)]), id };
}

/** Takes a song away, and the scenes that nothing else needs. */
export const removeSong = (rig: Rig, song: Song): Edit =>
  batch(`Remove ${song.name}`, [remove('songs', song), ...scenesLeft(rig, song, [])]);

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
 * What a section wants of a parameter; null for nothing. A section without a scene gets one of its own; a scene that other sections share changes for all of them.
 */
export function wantInSection(
  rig: Rig,
  song: Song,
  at: number,
  parameter: Parameter,
  value: number | null,
  newId: () => string,
): Edit | null {
  const section = song.sections[at];
  if (!section) return null;
  const label = `What ${section.name} wants of ${parameter.name}`;
  const scene = rig.scenes.find((s) => s.id === section.sceneId);
  const wanted = value === null ? [] : [{ parameterId: parameter.id, value }];
  if (scene) {
    const known = scene.values.findIndex((v) => v.parameterId === parameter.id);
    const values = known < 0 ? [...scene.values, ...wanted] : scene.values.toSpliced(known, 1, ...wanted);
    return batch(label, [set('scenes', scene, 'values', values)]);
  }
  if (value === null) return null;
  const row = {
    id: newId(),
    order: Math.max(0, ...rig.scenes.map((s) => s.order)) + 1,
    name: `${song.name}: ${section.name}`.slice(0, 80),
    values: wanted,
    assignmentId: null,
    note: '',
  };
  const sections = song.sections.map((s, i) => (i === at ? { ...s, sceneId: row.id } : s));
  return batch(label, [insert('scenes', row), set('songs', song, 'sections', sections)]);
}

/** Removes the scenes of a song that none of its remaining sections needs, nor another song, nor a function that recalls them. */
function scenesLeft(rig: Rig, song: Song, sections: readonly SongSection[]): readonly Edit[] {
  const others = rig.songs.flatMap((s) => (s.id === song.id ? sections : s.sections));
  const needed = new Set(others.map((s) => s.sceneId));
  const had = new Set(song.sections.map((s) => s.sceneId));
  return rig.scenes.flatMap((s) => (had.has(s.id) && !needed.has(s.id) && s.assignmentId === null ? [remove('scenes', s)] : []));
}
