// From one moment to the next: everything that can be done from there, played once for each state, with what it costs a hand.
import type { ChainState } from '../bench';
import { bearingOn } from './bearing';
import { nothingSpent, type Spent } from './cost';
import { type Doing, doingsOf } from './doing';
import type { Goal } from './goal';
import type { Ground, WayOptions } from './ground';
import { distance, gestureMs, middleOf, pressMs, type Spot } from './movement';
import { stateNumbers } from './state-numbers';

/** A rig while nothing is under way, where the foot is (null: ready at whatever comes first), and the time of the chain in milliseconds. */
export interface Moment {
  readonly state: ChainState;
  readonly foot: Spot | null;
  readonly t: number;
}

/** A moment as one end of a way that is looked for, and how it came about. */
export interface Label extends Moment {
  /** The number of its state. */
  readonly at: number;
  readonly spent: Spent;
  /** No way on has fewer gestures. */
  readonly left: number;
  readonly from: Label | null;
  readonly by: Doing | null;
}

/** Longer than any window of double taps or holds after a gesture, in milliseconds. */
const BETWEEN_MS = 3000;

/** What came of a deed, and the number of the state that it leads to. */
interface Done {
  readonly doing: Doing;
  readonly at: number;
}

/** What leads on, for one goal. `on` gives each label that one thing done leads to; `plays` is how many were played so far, `touched` the wanted slots that any of them moved at all. */
export function onwardFrom(ground: Ground, goal: Goal, options: WayOptions) {
  const { chain, lefts } = ground;
  const numberOf = stateNumbers(chain);
  const places = goal.wish.stand.map((s) => s.controllerId);
  const { deeds, most } = bearingOn(ground.index, chain, ground.deeds, goal.wanted, places);
  const played: (readonly Done[])[] = [];
  const touched = new Set<number>();
  let plays = 0;

  /** One thing done brings `most` values at once. */
  const leftFrom = (state: ChainState): number =>
    goal.isReached(state) ? 0 : Math.max(1, most === 0 ? 1 : Math.ceil(goal.missing(state).length / most));

  const after = (label: Label, { doing, at }: Done): Label => {
    const { deed, state, endsAt, travelled, hazards } = doing;
    const { spent } = label;
    const foot = deed.on === null ? label.foot : middleOf(deed.on, lefts.get(deed.of.id) ?? 0);
    const mm = label.foot && foot ? distance(label.foot, foot) : 0;
    const width = deed.on === null ? 0 : Math.min(deed.on.width, deed.on.height);
    // Whatever is held down meanwhile is pressed first, with the other foot or hand. The foot is ready where it begins.
    const held = deed.holding.length > 0 ? options.pace.a : 0;
    const there = label.from === null ? 0 : pressMs(options.pace, mm, width);
    return {
      state,
      foot,
      t: endsAt + BETWEEN_MS,
      at,
      spent: {
        hazards: spent.hazards + hazards,
        ms: spent.ms + there + held + gestureMs(deed, travelled),
        gestures: spent.gestures + 1,
        travel: spent.travel + mm,
      },
      left: leftFrom(state),
      from: label,
      by: doing,
    };
  };

  const on = (label: Label): readonly Label[] => {
    const aims = [...goal.missing(label.state), ...goal.changed(label.state)];
    return deeds.flatMap((deed, i) => {
      const place = label.at * deeds.length + i;
      const known =
        played[place] ??
        doingsOf(chain, label.state, deed, label.t, aims, goal.wanted).map((doing) => ({ doing, at: numberOf(doing.state) }));
      if (played[place] === undefined) {
        plays++;
        for (const { doing } of known) for (const slot of doing.touched) touched.add(slot);
      }
      played[place] = known;
      return known.map((done) => after(label, done));
    });
  };

  const begin = (from: Moment): Label => ({
    ...from,
    at: numberOf(from.state),
    spent: nothingSpent,
    left: leftFrom(from.state),
    from: null,
    by: null,
  });
  return { begin, on, touched, plays: (): number => plays };
}
