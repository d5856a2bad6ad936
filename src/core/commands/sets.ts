// Sets: songs put together and in order, each once.
import { batch, type Edit, insert, type Rig, type SetList, type Song, set, songsIn } from '../rig';
import { type NewId, nextOrder, patch } from './shared';

/** One more set, with the songs that are shown now, in their order. */
export function addSet(rig: Rig, songs: readonly Song[], newId: NewId): { readonly edit: Edit; readonly id: string } {
  const id = newId();
  const row: SetList = {
    id,
    order: nextOrder(rig.sets),
    name: `Set ${rig.sets.length + 1}`,
    songIds: songs.map((s) => s.id),
    note: '',
  };
  return { edit: batch(`Add ${row.name}`, [insert('sets', row)]), id };
}

/** Puts a song at the end of a set; nothing where it is in it. */
export const addToSet = (list: SetList, song: Song): Edit | null =>
  list.songIds.includes(song.id)
    ? null
    : batch(`Add ${song.name} to ${list.name}`, [set('sets', list, 'songIds', [...list.songIds, song.id])]);

/** Takes a song out of a set; the song stays. */
export const takeFromSet = (list: SetList, song: Song): Edit =>
  batch(`Take ${song.name} out of ${list.name}`, [
    set(
      'sets',
      list,
      'songIds',
      list.songIds.filter((id) => id !== song.id),
    ),
  ]);

/**
 * Moves a song by some places in a set, or without one in the order of all songs; nothing where it would leave it. Among all songs it goes between the orders of its new
 * neighbours, so that no other song changes.
 */
export function moveSong(rig: Rig, list: SetList | null, song: Song, by: number): Edit | null {
  const songs = songsIn(rig, list?.id ?? null);
  const at = songs.findIndex((s) => s.id === song.id);
  const to = at + by;
  if (at < 0 || by === 0 || to < 0 || to >= songs.length) return null;
  const label = `Move ${song.name}`;
  const moved = songs.toSpliced(at, 1).toSpliced(to, 0, song);
  if (list)
    return batch(label, [
      set(
        'sets',
        list,
        'songIds',
        moved.map((s) => s.id),
      ),
    ]);
  const [before, after] = [moved[to - 1]?.order, moved[to + 1]?.order];
  const order = before === undefined ? (after ?? 1) - 1 : after === undefined ? before + 1 : (before + after) / 2;
  const fits = (before === undefined || order > before) && (after === undefined || order < after);
  // Where neighbours stand too close for anything between them, all are counted anew.
  return batch(label, fits ? patch('songs', song, { order }) : moved.flatMap((s, i) => patch('songs', s, { order: i + 1 })));
}
