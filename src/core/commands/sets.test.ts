// Sets: which songs are played and in which order; nothing of it changes a song.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smallRig } from '../../../tests/kit/small-rig';
import { apply, type Edit, firstBroken, invert, playedIn, type Rig, songsIn } from '../rig';
import { addSet, addToSet, moveSong, takeFromSet } from './sets';
import { addSong, removeSong } from './songs';

const named = (prefix: string) => {
  let n = 0;
  return (): string => `${prefix}${++n}`;
};

/** Applies an edit, and holds that undo gives back what was. */
function done(rig: Rig, edit: Edit | null): Rig {
  if (!edit) return rig;
  const after = apply(rig, edit);
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  const back = apply(after.value, invert(edit));
  expect(back.ok && back.value).toEqual(rig);
  expect(firstBroken(after.value)).toBeNull();
  return after.value;
}
const songId = named('song');
const three = [1, 2, 3].reduce((rig: Rig) => done(rig, addSong(rig, songId).edit), smallRig([]));
const ids = (rig: Rig, setId: string | null): readonly string[] => songsIn(rig, setId).map((s) => s.id);

describe('a set', () => {
  it('begins with the songs that are shown, and goes its own way from there', () => {
    const made = addSet(three, three.songs, named('set'));
    const rig = done(three, made.edit);
    expect(ids(rig, made.id)).toEqual(['song1', 'song2', 'song3']);
    const [list] = rig.sets;
    const [first] = rig.songs;
    if (!list || !first) throw new Error('a set of songs');
    const shorter = done(rig, takeFromSet(list, first));
    expect(ids(shorter, made.id)).toEqual(['song2', 'song3']);
    expect(ids(shorter, null)).toEqual(['song1', 'song2', 'song3']);
    expect(playedIn(shorter, made.id).songs.map((s) => s.id)).toEqual(['song2', 'song3']);
    expect(playedIn(shorter, null)).toBe(shorter);
    expect(playedIn(shorter, 'gone')).toBe(shorter);
    const [now] = shorter.sets;
    if (!now) throw new Error('a set');
    expect(addToSet(list, first)).toBeNull();
    expect(ids(done(shorter, addToSet(now, first)), made.id)).toEqual(['song2', 'song3', 'song1']);
    // A song that goes leaves every set.
    expect(ids(done(shorter, removeSong(shorter, shorter.songs[1] ?? first)), made.id)).toEqual(['song3']);
  });
  it('is put in order by moves: whatever is moved, the order is that of a list that is moved the same way', () => {
    const move = fc.record({ at: fc.nat(2), by: fc.integer({ min: -3, max: 3 }), inSet: fc.boolean() });
    const begun = done(three, addSet(three, three.songs, named('set')).edit);
    fc.assert(
      fc.property(fc.array(move, { maxLength: 80 }), (moves) => {
        let rig = begun;
        const lists = { set: [...ids(begun, 'set1')], all: [...ids(begun, null)] };
        for (const { at, by, inSet } of moves) {
          const list = inSet ? lists.set : lists.all;
          const song = rig.songs.find((s) => s.id === list[at]);
          if (!song) throw new Error('a song');
          const edit = moveSong(rig, inSet ? (rig.sets[0] ?? null) : null, song, by);
          expect(edit === null).toBe(by === 0 || at + by < 0 || at + by > 2);
          if (edit) list.splice(at + by, 0, ...list.splice(at, 1));
          rig = done(rig, edit);
          expect([ids(rig, 'set1'), ids(rig, null)]).toEqual([lists.set, lists.all]);
        }
      }),
    );
  });
});
