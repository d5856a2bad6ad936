// What is followed, as plain data that a screen takes.
import type { SpeakingTable, Whereabouts } from '../controller';
import { type Following, likelyPlaces, possiblePlaces } from './following';

export interface FollowedView {
  readonly likely: readonly Whereabouts[];
  readonly possible: readonly Whereabouts[];
  /** Ids of functions whose latch is known to stand on, or off. */
  readonly on: readonly string[];
  readonly off: readonly string[];
  /** Functions that what was heard last may have begun with. */
  readonly spoke: readonly string[];
  readonly lost: boolean;
  /** How many places there are at all. */
  readonly places: number;
}

/** What a screen shows of a controller that is followed. */
export function viewOf(table: SpeakingTable, following: Following): FollowedView {
  const standing = (as: 'on' | 'off'): readonly string[] =>
    [...following.stands].flatMap(([id, now]) => (now === as ? [id] : []));
  return {
    likely: likelyPlaces(table, following),
    possible: possiblePlaces(table, following),
    on: standing('on'),
    off: standing('off'),
    spoke: following.spoke,
    lost: following.lost,
    places: table.places.length,
  };
}
