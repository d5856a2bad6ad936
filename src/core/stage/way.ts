// The way from where a rig stands to what a scene wants: the best sequence of gestures, by label-setting search with the simulator as its step. A label is dropped only where
// another of the same state is no worse in everything that is spent (multi-criteria shortest paths: P. Hansen 1980, from memory).
import type { RigIndex, StandAt } from '../rig';
import { bearingOn, reachOf } from './bearing';
import { type Cost, compareCosts, isNoWorse } from './cost';
import type { Doing } from './doing';
import { type Goal, goalOf } from './goal';
import { type Ground, usualWayOptions, type WayOptions } from './ground';
import { heapOf } from './heap';
import { type Leap, leapOf } from './loudness';
import { type Label, type Moment, onwardFrom } from './onward';
import { standsThere, type Wish } from './wish';

export interface WayStep extends Doing {
  /** Milliseconds from the step before until it has been done; of the first one from its first touch on, the foot being ready. */
  readonly ms: number;
  /** Parameters that are not as before it. */
  readonly moved: readonly string[];
  /** How much louder it makes things at once; null for no more than 6 dB. */
  readonly leap: Leap | null;
}

export type Way =
  | {
      readonly type: 'way';
      readonly steps: readonly WayStep[];
      readonly cost: Cost;
      readonly ends: Moment;
      /** Parameters that the scene says nothing of, and that are not as they were. */
      readonly outside: readonly string[];
      /** Whether none is better; otherwise every way of up to `tried` gestures was tried, and longer ones may be. */
      readonly proved: boolean;
      readonly tried: number;
    }
  /** There is none, whatever is done. */
  | { readonly type: 'none'; readonly why: readonly WhyNot[] }
  /** Given up: every way of up to `tried` gestures was tried. */
  | { readonly type: 'not-found'; readonly tried: number };

/** Why there is no way. */
export type WhyNot =
  /** No function of any control moves it. */
  | { readonly type: 'nothing-moves-it'; readonly parameterId: string }
  /** Functions move it, but nothing that can be done from here leads to them. */
  | { readonly type: 'out-of-reach'; readonly parameterId: string }
  /** It moves, and goes back when it is let go: a switch that has to be held down, a wheel that springs back. */
  | { readonly type: 'does-not-stay'; readonly parameterId: string }
  /** It moves, but never comes to the value: `nearest` is as near as it comes. */
  | { readonly type: 'never-there'; readonly parameterId: string; readonly nearest: number }
  /** Nothing leads to where a controller should stand. */
  | { readonly type: 'no-such-place'; readonly stand: StandAt }
  /** Each can be had, but never all at once. */
  | { readonly type: 'never-together' };

/** The best way to a wish, or why there is none. */
export function wayTo(ground: Ground, from: Moment, wish: Wish, options: WayOptions = usualWayOptions): Way {
  const goal = goalOf(ground.chain, from.state, wish, options);
  const never = beyondReach(ground, goal);
  if (never.length > 0) return { type: 'none', why: never };
  const onward = onwardFrom(ground, goal, options);
  const begin = onward.begin(from);
  const found = bestOf(goal);
  quickly(begin, onward, goal, found, options.plays / 4);
  const open = thoroughly(begin, onward, goal, found, options.plays);
  const best = found.best();
  if (best) return wayOf(goal, best, open);
  return open === null ? { type: 'none', why: whyNot(goal, found, onward.touched) } : { type: 'not-found', tried: open - 1 };
}

/** Values that nothing leads to, whatever is tried: told without a search. */
function beyondReach({ index, chain, deeds }: Ground, { wished, before }: Goal): readonly WhyNot[] {
  return wished.flatMap(({ parameter, slot, value, within }): readonly WhyNot[] => {
    const parameterId = parameter.id;
    const now = before[slot] ?? Number.NaN;
    if (Math.abs(now - value) <= within) return [];
    if (bearingOn(index, chain, deeds, [slot], []).most === 0)
      return [{ type: springsBack(index, parameterId) ? 'does-not-stay' : 'nothing-moves-it', parameterId }];
    const [least, most] = reachOf(chain, slot, now);
    if (value >= least - within && value <= most + within) return [];
    return [{ type: 'never-there', parameterId, nearest: value < least ? least : most }];
  });
}

/** Whether a control that springs back is there for a parameter. */
const springsBack = (index: RigIndex, parameterId: string): boolean =>
  index.rig.assignments.some(
    (a) =>
      (index.controls.get(a.controlId)?.springsTo ?? null) !== null &&
      a.actions.some((x) => x.type === 'send' && x.meant.includes(parameterId)),
  );

type Onward = ReturnType<typeof onwardFrom>;
type Found = ReturnType<typeof bestOf>;

/** Finds some way soon: always on from where the least is missing. */
function quickly(begin: Label, onward: Onward, goal: Goal, found: Found, most: number): void {
  const missing = ({ state }: Label): number => goal.missing(state).length + goal.changed(state).length;
  const heap = heapOf<Label>((a, b) => missing(a) - missing(b) || a.spent.gestures - b.spent.gestures);
  const seen = new Set([begin.at]);
  found.arrive(begin);
  heap.push(begin);
  for (let label = heap.pop(); label && found.best() === null && onward.plays() < most; label = heap.pop())
    for (const next of onward.on(label)) {
      if (seen.has(next.at)) continue;
      seen.add(next.at);
      found.arrive(next);
      heap.push(next);
    }
}

/** Goes through everything that can still be better. Null once that is all of it, else the fewest gestures that a way not looked at has. */
function thoroughly(begin: Label, onward: Onward, goal: Goal, found: Found, most: number): number | null {
  const heap = heapOf<Label>(
    (a, b) =>
      a.spent.hazards - b.spent.hazards ||
      a.spent.gestures + a.left - b.spent.gestures - b.left ||
      a.spent.travel - b.spent.travel,
  );
  const labels = new Map<string, readonly Label[]>();
  const keep = (label: Label): boolean => {
    const at = `${label.foot?.x} ${label.foot?.y} ${label.at}`;
    const known = labels.get(at) ?? [];
    if (known.some((k) => isNoWorse(k.spent, label.spent))) return false;
    labels.set(at, [...known.filter((k) => !isNoWorse(label.spent, k.spent)), label]);
    return true;
  };
  const hopeless = ({ spent, left }: Label): boolean => {
    const best = found.best();
    if (best === null) return false;
    return compareCosts(goal.leastOf({ ...spent, gestures: spent.gestures + left }), best.cost) >= 0;
  };
  keep(begin);
  heap.push(begin);
  for (let label = heap.pop(); label; label = heap.pop()) {
    if (hopeless(label)) continue;
    if (onward.plays() >= most) return fewest([label, ...heap.rest().filter((other) => !hopeless(other))]);
    for (const next of onward.on(label)) {
      if (hopeless(next) || !keep(next)) continue;
      found.arrive(next);
      heap.push(next);
    }
  }
  return null;
}

/** The fewest gestures that a way on from labels can have. */
const fewest = (labels: readonly Label[]): number =>
  labels.reduce((least, { spent, left }) => Math.min(least, spent.gestures + Math.max(1, left)), Number.POSITIVE_INFINITY);

/** The best way so far, how near each value came, and where controllers stood. */
function bestOf(goal: Goal) {
  const nearest = new Map<number, number>();
  const stood = new Set<string>();
  let best: { readonly label: Label; readonly cost: Cost } | null = null;
  const arrive = (label: Label): void => {
    const { state, spent } = label;
    for (const { slot, value } of goal.wished) {
      const now = state.targets.values[slot] ?? Number.NaN;
      const known = nearest.get(slot);
      if (!Number.isNaN(now) && (known === undefined || Math.abs(now - value) < Math.abs(known - value))) nearest.set(slot, now);
    }
    for (const at of goal.wish.stand) if (standsThere(goal.chain, [at], state)) stood.add(at.controllerId);
    if (!goal.isReached(state)) return;
    const cost: Cost = { ...goal.leastOf(spent), outside: goal.changed(state).length };
    if (best === null || compareCosts(cost, best.cost) < 0) best = { label, cost };
  };
  return { arrive, nearest, stood, best: (): { readonly label: Label; readonly cost: Cost } | null => best };
}

function whyNot(goal: Goal, { nearest, stood }: Found, touched: ReadonlySet<number>): readonly WhyNot[] {
  const values = goal.wished.flatMap(({ parameter, slot, value, within }): readonly WhyNot[] => {
    const parameterId = parameter.id;
    const now = nearest.get(slot);
    if (now !== undefined && Math.abs(now - value) <= within) return [];
    if (now === undefined || now === goal.before[slot])
      return [{ type: touched.has(slot) ? 'does-not-stay' : 'out-of-reach', parameterId }];
    return [{ type: 'never-there', parameterId, nearest: now }];
  });
  const places = goal.wish.stand.flatMap((stand): readonly WhyNot[] =>
    stood.has(stand.controllerId) ? [] : [{ type: 'no-such-place', stand }],
  );
  return values.length + places.length > 0 ? [...values, ...places] : [{ type: 'never-together' }];
}

function wayOf(goal: Goal, { label, cost }: NonNullable<ReturnType<Found['best']>>, open: number | null): Way {
  const { parameters } = goal.chain.targets;
  const steps: WayStep[] = [];
  for (let at: Label | null = label; at?.from && at.by; at = at.from) {
    const { from, by, spent, state } = at;
    const was = from.state.targets.values;
    steps.push({
      ...by,
      ms: spent.ms - from.spent.ms,
      moved: parameters.flatMap(({ id }, slot) => (Object.is(state.targets.values[slot], was[slot]) ? [] : [id])),
      leap: leapOf(parameters, by.deed, was, state.targets.values),
    });
  }
  const { state, foot, t } = label;
  return {
    type: 'way',
    steps: steps.reverse(),
    cost,
    ends: { state, foot, t },
    outside: goal.changed(state).map(({ parameter }) => parameter.id),
    proved: open === null,
    tried: open === null ? cost.gestures : open - 1,
  };
}
