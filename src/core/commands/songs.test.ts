// Songs: what is added, changed and taken away, and that undo brings all of it back.
import { describe, expect, it } from 'vitest';
import { continuous, parameter, smallRig } from '../../../tests/kit/small-rig';
import { apply, type Edit, invert, type Rig } from '../rig';
import { addSection, addSong, changeSection, moveSection, removeSection, removeSong, wantInSection } from './songs';

let count = 0;
const newId = (): string => `n${++count}`;

/** Applies an edit, and holds that undo gives back what was. */
function done(rig: Rig, edit: Edit | null): Rig {
  if (!edit) throw new Error('an edit');
  const after = apply(rig, edit);
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  const back = apply(after.value, invert(edit));
  expect(back.ok && back.value).toEqual(rig);
  return after.value;
}
const songOf = (rig: Rig) => {
  const song = rig.songs.at(-1);
  if (!song) throw new Error('a song');
  return song;
};

const drone = parameter('drone', { order: 1 });
const mix = continuous('mix', 0, 100, { order: 2 });
const empty = smallRig([drone, mix]);
const begun = done(empty, addSong(empty, newId).edit);

describe('songs', () => {
  it('begin with one section, and sections come after, move and go', () => {
    expect(songOf(begun)).toMatchObject({ name: 'Song 1', bpm: 120, sections: [{ name: 'Beginning', bars: 8 }] });
    const two = done(begun, addSection(songOf(begun), 0));
    const renamed = done(two, changeSection(songOf(two), 1, { name: 'Storm', bars: 4, bank: 2 }));
    expect(songOf(renamed).sections).toEqual([
      { name: 'Beginning', bars: 8, sceneId: null, bank: null },
      { name: 'Storm', bars: 4, sceneId: null, bank: 2 },
    ]);
    const moved = done(renamed, moveSection(songOf(renamed), 1, -1));
    expect(songOf(moved).sections.map((s) => s.name)).toEqual(['Storm', 'Beginning']);
    expect(moveSection(songOf(moved), 0, -1)).toBeNull();
    expect(songOf(done(moved, removeSection(moved, songOf(moved), 0))).sections.map((s) => s.name)).toEqual(['Beginning']);
  });
  it('want values by scenes of their own, which go with them', () => {
    const on = done(begun, wantInSection(begun, songOf(begun), 0, drone, 1, newId));
    expect(on.scenes).toMatchObject([{ name: 'Song 1: Beginning', values: [{ parameterId: 'drone', value: 1 }] }]);
    const both = done(on, wantInSection(on, songOf(on), 0, mix, 40, newId));
    const changed = done(both, wantInSection(both, songOf(both), 0, drone, 0, newId));
    expect(changed.scenes[0]?.values).toEqual([
      { parameterId: 'drone', value: 0 },
      { parameterId: 'mix', value: 40 },
    ]);
    const without = done(changed, wantInSection(changed, songOf(changed), 0, drone, null, newId));
    expect(without.scenes[0]?.values).toEqual([{ parameterId: 'mix', value: 40 }]);
    expect(wantInSection(begun, songOf(begun), 0, drone, null, newId)).toBeNull();
    expect(done(without, removeSection(without, songOf(without), 0)).scenes).toEqual([]);
  });
  it('keep a scene that another song needs', () => {
    const on = done(begun, wantInSection(begun, songOf(begun), 0, drone, 1, newId));
    const sceneId = on.scenes[0]?.id ?? '';
    const two = done(on, addSong(on, newId).edit);
    const shared = done(two, changeSection(songOf(two), 0, { sceneId }));
    const one = done(shared, removeSong(shared, songOf(shared)));
    expect(one.scenes.map((s) => s.id)).toEqual([sceneId]);
    expect(done(one, removeSong(one, songOf(one))).scenes).toEqual([]);
  });
});
