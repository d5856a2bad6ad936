// Which songs are played, and in which order: those of a set, or all of them.
import type { Rig, Song } from './schema';

/** The songs of a set in its order; all songs in theirs where there is no such set. */
export function songsIn({ songs, sets }: Pick<Rig, 'songs' | 'sets'>, setId: string | null): readonly Song[] {
  const chosen = sets.find((s) => s.id === setId);
  return chosen ? chosen.songIds.flatMap((id) => songs.find((s) => s.id === id) ?? []) : songs;
}

/** The rig as it is played in a set: with the songs of that set alone. For looking, never for keeping. */
export function playedIn(rig: Rig, setId: string | null): Rig {
  return rig.sets.some((s) => s.id === setId) ? { ...rig, songs: songsIn(rig, setId), sets: [] } : rig;
}
