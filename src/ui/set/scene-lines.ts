// The sections of all songs as lines of a table: what each wants, and what of it is other than before.
import type { Rig, Song } from '@/core/rig';

/** A section: its place in its song, and what it wants. */
export interface SceneLine {
  readonly song: Song;
  readonly at: number;
  /** Wanted values by parameter. */
  readonly wants: ReadonlyMap<string, number>;
  /** Parameters that it wants other than the nearest section before that names them; than at their start where none does. */
  readonly changes: ReadonlySet<string>;
}

/** Every section of every song, in the order in which they are played. */
export function linesOf({ songs, scenes, parameters }: Pick<Rig, 'songs' | 'scenes' | 'parameters'>): readonly SceneLine[] {
  const named = new Map(scenes.map((s) => [s.id, s.values]));
  const before = new Map(parameters.map((p) => [p.id, p.start]));
  return songs.flatMap((song) =>
    song.sections.map(({ sceneId }, at): SceneLine => {
      const wants = new Map((named.get(sceneId ?? '') ?? []).map((v) => [v.parameterId, v.value]));
      const changes = new Set([...wants].flatMap(([id, value]) => (before.get(id) === value ? [] : [id])));
      for (const [id, value] of wants) before.set(id, value);
      return { song, at, wants, changes };
    }),
  );
}
