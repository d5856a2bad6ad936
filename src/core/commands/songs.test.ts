// Songs: what is added, changed and taken away, and that undo brings all of it back.
import { describe, expect, it } from 'vitest';
import { continuous, layer, parameter, smallRig } from '../../../tests/kit/small-rig';
import { apply, batch, type Edit, invert, type Rig } from '../rig';
import { removeWithDependents } from './cascade';
import { keepAsSection, keepInSection, ownScene, wantAs, wantInSection, withPreset } from './scenes';
import {
  addSection,
  addSong,
  changeSection,
  moveSection,
  moveSectionInto,
  removeSection,
  removeSong,
  standInSection,
} from './songs';

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
  it('give a section to another song, with what it wants and where one stands; the last one stays', () => {
    const two = done(begun, addSection(songOf(begun), 0));
    const wanting = done(two, wantInSection(two, songOf(two), 1, mix, 40, newId));
    const both = done(wanting, addSong(wanting, newId).edit);
    const [from, into] = both.songs;
    if (!from || !into) throw new Error('two songs');
    const moved = from.sections[1];
    const first = done(both, moveSectionInto(from, 1, into, 0));
    expect(first.songs.map((s) => s.sections)).toEqual([[from.sections[0]], [moved, ...into.sections]]);
    expect(first.scenes).toEqual(both.scenes);
    const last = done(both, moveSectionInto(from, 1, into, 1));
    expect(last.songs[1]?.sections).toEqual([...into.sections, moved]);
    expect(moveSectionInto(into, 0, from, 0)).toBeNull();
    expect(moveSectionInto(from, 0, from, 1)).toBeNull();
  });
  it('say of each controller where it should stand; what one bank said before is said of its controller', () => {
    const old = done(begun, changeSection(songOf(begun), 0, { bank: 2 }));
    const banked: Rig = {
      ...old,
      controllers: old.controllers.flatMap((c) => [
        { ...c, firmware: { ...c.firmware, banks: 3 } },
        { ...c, id: 'other', order: c.order + 1, firmware: { ...c.firmware, banks: 1 } },
      ]),
    };
    const said = { bank: null, page: null, layerIds: ['heel'] };
    const both = done(
      { ...banked, layers: [layer({ id: 'heel', mode: 'toggled' })] },
      standInSection(banked, songOf(banked), 0, 'other', said),
    );
    expect(songOf(both).sections[0]).toMatchObject({
      bank: null,
      stands: [
        { controllerId: 'board', bank: 2, page: null, layerIds: null },
        { controllerId: 'other', ...said },
      ],
    });
    // A controller or layer that goes takes what was said of it along, and undo brings it back.
    const without = done(both, batch('Remove', removeWithDependents(both, [{ table: 'layers', id: 'heel' }])));
    // That no layer should be open was never said.
    expect(songOf(without).sections[0]?.stands?.map((s) => s.controllerId)).toEqual(['board']);
    const alone = done(both, batch('Remove', removeWithDependents(both, [{ table: 'controllers', id: 'other' }])));
    expect(songOf(alone).sections[0]?.stands?.map((s) => s.controllerId)).toEqual(['board']);
    const none = done(alone, standInSection(alone, songOf(alone), 0, 'board', { bank: null, page: null, layerIds: null }));
    expect(songOf(none).sections[0]).toMatchObject({ bank: null, stands: [] });
  });
  it('share a scene that changes for both, and part again; a scene that nothing needs goes', () => {
    const two = done(begun, addSection(songOf(begun), 0));
    const both = done(two, wantInSection(two, songOf(two), 0, drone, 1, newId));
    const own = done(both, wantInSection(both, songOf(both), 1, mix, 40, newId));
    const [first, second] = own.scenes;
    if (!first || !second) throw new Error('two scenes');
    const shared = done(own, wantAs(own, songOf(own), 1, first.id));
    expect(shared.scenes).toEqual([first]);
    expect(songOf(shared).sections.map((s) => s.sceneId)).toEqual([first.id, first.id]);
    expect(wantAs(shared, songOf(shared), 1, first.id)).toBeNull();
    const changed = done(shared, wantInSection(shared, songOf(shared), 1, mix, 70, newId));
    expect(changed.scenes).toMatchObject([{ values: [{ parameterId: 'drone' }, { parameterId: 'mix', value: 70 }] }]);
    const parted = done(changed, ownScene(changed, songOf(changed), 1, newId));
    expect(parted.scenes.map((s) => s.values)).toEqual([changed.scenes[0]?.values, changed.scenes[0]?.values]);
    const apart = done(parted, wantInSection(parted, songOf(parted), 1, mix, null, newId));
    expect(apart.scenes.map((s) => s.values.map((v) => v.parameterId))).toEqual([['drone', 'mix'], ['drone']]);
    expect(ownScene(two, songOf(two), 0, newId)).toBeNull();
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
  it('keep everything at once, as a section of their own, or what a preset keeps', () => {
    const values = [
      { parameterId: 'mix', value: 40 },
      { parameterId: 'drone', value: 1 },
    ];
    const first = done(begun, keepInSection(begun, songOf(begun), 0, values, newId));
    expect(first.scenes.map((s) => s.values)).toEqual([values]);
    const second = done(first, keepAsSection(first, songOf(first), values.slice(1), newId));
    expect(songOf(second).sections.map((s) => [s.name, s.bars, second.scenes.find((x) => x.id === s.sceneId)?.values])).toEqual([
      ['Beginning', 8, values],
      ['Part 2', 8, values.slice(1)],
    ]);
    const preset = {
      values: [
        { parameterId: 'drone', value: 0 },
        { parameterId: 'x', value: 3 },
      ],
    };
    expect(withPreset(values, preset)).toEqual([values[0], { parameterId: 'drone', value: 0 }, { parameterId: 'x', value: 3 }]);
    // More than a scene holds is not taken.
    const many = Array.from({ length: 513 }, (_, i) => ({ parameterId: `p${i}`, value: 0 }));
    expect([keepInSection(first, songOf(first), 0, many, newId), keepAsSection(first, songOf(first), many, newId)]).toEqual([
      null,
      null,
    ]);
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
