// A rig as ways are looked for on it, and how much looking there is.
import type { Chain } from '../bench';
import type { RigIndex } from '../rig';
import { type Deed, deedsOf } from './hand';
import { type Pace, usualPace } from './movement';

/** A rig as ways are looked for on it. */
export interface Ground {
  readonly index: RigIndex;
  readonly chain: Chain;
  readonly deeds: readonly Deed[];
  /** Where each panel begins on the floor, in millimetres, by controller: side by side in their order. */
  readonly lefts: ReadonlyMap<string, number>;
}

export interface WayOptions {
  readonly pace: Pace;
  /** Milliseconds that there are; null where it does not matter. */
  readonly availableMs: number | null;
  /** Most gestures that are played. */
  readonly plays: number;
}
/** An unmeasured player, all the time there is, and 4,000 gestures played: about half a second. */
export const usualWayOptions: WayOptions = { pace: usualPace, availableMs: null, plays: 4000 };

/** A first look: 200 gestures played, some 20 ms a way. */
export const firstLook: WayOptions = { ...usualWayOptions, plays: 200 };

/** The first look and the closer one, at the pace of a player. */
export const looksAt = (pace: Pace): { readonly soon: WayOptions; readonly close: WayOptions } => ({
  soon: { ...firstLook, pace },
  close: { ...usualWayOptions, pace },
});

/** What ways over a chain of a rig are looked for on. */
export function groundOf(index: RigIndex, chain: Chain): Ground {
  const lefts = new Map<string, number>();
  let left = 0;
  for (const { id, width } of index.rig.controllers) {
    lefts.set(id, left);
    left += width;
  }
  return { index, chain, deeds: deedsOf(index), lefts };
}
