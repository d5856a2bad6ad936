// The songs of a rig, section by section: from the state in which the last one leaves everything, the way to the next, and whether there is time for it.
import { startChain, wholeChain } from '../bench';
import { type RigIndex, type Song, type SongSection, standsOf } from '../rig';
import { barMs } from './bars';
import { type Ground, groundOf, usualWayOptions, type WayOptions } from './ground';
import type { Moment } from './onward';
import { type Way, wayTo } from './way';
import type { Wish } from './wish';

/** From one section to the next, or into the first one of a song. */
export interface Transition {
  readonly song: Song;
  /** The section that it leads to, by its place in the song. */
  readonly at: number;
  /** Milliseconds that there are: the last bar of the section before; null before a song begins and after a section without bars. */
  readonly availableMs: number | null;
  /** How everything stands where it begins. */
  readonly begins: Moment;
  readonly way: Way;
}

/** What a section needs: the values of its scene, and where controllers should stand. */
export const wishOf = ({ rig }: RigIndex, section: SongSection): Wish => ({
  values: rig.scenes.find((s) => s.id === section.sceneId)?.values ?? [],
  stand: standsOf(rig, section),
});

/** How much looking there is for a way. */
export type Look = Pick<WayOptions, 'pace' | 'plays'>;

/** A way that was found, and what it was looked for by. */
interface Remembered {
  readonly by: string;
  readonly way: Way;
}

/** Ways of a set in their order, kept from one look to the next: good for as long as the gear and all that is mapped on it stay the same (`sameGear`). */
export type WayMemory = Remembered[];

/**
 * Every transition of every song, in the order in which they are played, from switching on. Where there is no way everything stays as it is. `memory`: what was found of the
 * set before; as far as it goes the same way nothing is looked for again, and it is brought up to date.
 */
export function* transitionsOf(
  index: RigIndex,
  options: Look | ((song: Song, at: number) => Look) = usualWayOptions,
  memory: WayMemory = [],
): Generator<Transition, undefined> {
  let moment: Moment | null = null;
  let place = 0;
  for (const song of index.rig.songs) {
    const tempo = { bpm: song.bpm, beatsPerBar: song.beatsPerBar };
    let compiled: Ground | null = null;
    const ground = (): Ground => {
      compiled ??= groundOf(index, wholeChain(index, new Set(), tempo));
      return compiled;
    };
    for (const [at, section] of song.sections.entries()) {
      const before: Moment | null = moment;
      const from = (): Moment => before ?? { state: startChain(ground().chain, 'switched-on'), foot: null, t: 0 };
      const bars = song.sections[at - 1]?.bars ?? 0;
      const availableMs = bars > 0 ? barMs(song) : null;
      const { pace, plays } = typeof options === 'function' ? options(song, at) : options;
      const wish = wishOf(index, section);
      const by = JSON.stringify([tempo, availableMs, pace, plays, wish]);
      const known = memory[place]?.by === by ? memory[place] : undefined;
      const way = known?.way ?? wayTo(ground(), from(), wish, { pace, plays, availableMs });
      // What comes after a way that is new begins from another moment.
      if (!known) memory.splice(place, memory.length, { by, way });
      place++;
      const begins = from();
      moment = way.type === 'way' ? way.ends : begins;
      yield { song, at, availableMs, begins, way };
    }
  }
  memory.length = place;
}
