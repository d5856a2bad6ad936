// The songs of a rig, section by section: from the state in which the last one leaves everything, the way to the next, and whether there is time for it.
import { startChain, wholeChain } from '../bench';
import type { Controller, RigIndex, Song, SongSection } from '../rig';
import { groundOf, usualWayOptions, type WayOptions } from './ground';
import type { Moment } from './onward';
import { type Way, wayTo } from './way';
import type { StandAt, Wish } from './wish';

/** From one section to the next, or into the first one of a song. */
export interface Transition {
  readonly song: Song;
  /** The section that it leads to, by its place in the song. */
  readonly at: number;
  /** Milliseconds that there are: the last bar of the section before; null before a song begins and after a section without bars. */
  readonly availableMs: number | null;
  readonly way: Way;
}

/** The length of a bar in milliseconds. */
export const barMs = ({ bpm, beatsPerBar }: Song): number => (60_000 / bpm) * beatsPerBar;

/** The controller that the bank of a section is of: the first one that has so many. */
export const bankedFor = (index: RigIndex, { bank }: Pick<SongSection, 'bank'>): Controller | undefined =>
  index.rig.controllers.find((c) => c.firmware.banks > 1 && c.firmware.banks >= (bank ?? 0));

/** What a section needs: the values of its scene, and its bank. */
export function wishOf(index: RigIndex, section: SongSection): Wish {
  const { sceneId, bank } = section;
  const scene = index.rig.scenes.find((s) => s.id === sceneId);
  const banked = bankedFor(index, section);
  const stand: readonly StandAt[] = bank === null || !banked ? [] : [{ controllerId: banked.id, bank, page: null }];
  return { values: scene?.values ?? [], stand };
}

/** How much looking there is for a way. */
export type Look = Pick<WayOptions, 'pace' | 'plays'>;

/** Every transition of every song, in the order in which they are played, from switching on. Where there is no way everything stays as it is. */
export function* transitionsOf(
  index: RigIndex,
  options: Look | ((song: Song, at: number) => Look) = usualWayOptions,
): Generator<Transition, undefined> {
  let moment: Moment | null = null;
  for (const song of index.rig.songs) {
    const { chain } = wholeChain(index, new Set(), { bpm: song.bpm, beatsPerBar: song.beatsPerBar });
    const ground = groundOf(index, chain);
    for (const [at, section] of song.sections.entries()) {
      const from: Moment = moment ?? { state: startChain(chain, 'switched-on'), foot: null, t: 0 };
      const bars = song.sections[at - 1]?.bars ?? 0;
      const availableMs = bars > 0 ? barMs(song) : null;
      const look = typeof options === 'function' ? options(song, at) : options;
      const way = wayTo(ground, from, wishOf(index, section), { ...look, availableMs });
      moment = way.type === 'way' ? way.ends : from;
      yield { song, at, availableMs, way };
    }
  }
}
