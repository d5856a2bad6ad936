// What is followed, as plain data that a screen takes.
import type { SpeakingTable, Whereabouts } from '../controller';
import { type Following, likelyPlaces, possiblePlaces } from './following';

export interface FollowedView {
  readonly likely: readonly Whereabouts[];
  readonly possible: readonly Whereabouts[];
  /** Ids of functions whose latch stands on; and of those that said so last, but may have been turned unheard since. */
  readonly on: readonly string[];
  readonly onLast: readonly string[];
  /** By control that is moved: where in its travel it was when it was heard last, 0–1. */
  readonly positions: Readonly<Record<string, number>>;
  /** Functions that what was heard last may have begun with. */
  readonly spoke: readonly string[];
  /** Those of them that are no end of a touch that was heard; and when the touch that brought it began, in milliseconds: what one brings is of one. */
  readonly began: readonly string[];
  readonly touch: number | null;
  readonly lost: boolean;
  /** How many places there are at all. */
  readonly places: number;
}

/** What a screen shows of a controller that is followed. */
export function viewOf(table: SpeakingTable, following: Following): FollowedView {
  return {
    likely: likelyPlaces(table, following),
    possible: possiblePlaces(table, following),
    on: turnedOn(following.stands),
    onLast: turnedOn(following.saidLast),
    positions: Object.fromEntries(following.positions),
    spoke: following.spoke,
    began: following.began,
    touch: following.touches.at,
    lost: following.lost,
    places: table.places.length,
  };
}

const turnedOn = (stands: Following['stands']): readonly string[] =>
  [...stands].flatMap(([id, now]) => (now === 'on' ? [id] : []));
