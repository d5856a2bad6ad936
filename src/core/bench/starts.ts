// From where a parameter is played: where the show starts, with what has to be so for whatever moves it.
import { addressKey } from '../midi';
import type { Listener } from '../receiver';
import type { Chain } from './chain';

/** Start values of a chain by slot. */
export type Start = readonly number[];

/**
 * From where each parameter is played, by its slot: from the start of the chain where something that moves it is awake there, else with what the first of them needs to
 * be so, and nothing that acts in its place. Several landings at one number may each need something else: a parameter for each sound, say.
 */
export function startsOf({ targets }: Chain): (slot: number) => Start {
  const { listeners, start } = targets;
  if (!listeners.some((l) => l.conditions.length > 0)) return () => start;
  const beside = ({ landing }: Listener): readonly Listener[] =>
    targets.receiverOf.get(landing.targetId)?.listeners.get(addressKey(landing.address)) ?? [];
  const known = new Map<number, Start>();
  return (slot) => {
    const before = known.get(slot);
    if (before) return before;
    const movers = listeners.filter((l) => l.slot === slot);
    const [first] = movers;
    const made =
      !first || movers.some((l) => isAwake(l, beside(l), start))
        ? start
        : awakened(first, beside(first), targets.parameters, start);
    known.set(slot, made);
    return made;
  };
}

const isSo = ({ conditions }: Listener, values: Start): boolean => conditions.every((c) => values[c.slot] === c.value);

/** Whether a listener hears with such values: what it needs is so, and nothing acts in its place. */
const isAwake = (listener: Listener, beside: readonly Listener[], values: Start): boolean =>
  isSo(listener, values) && (listener.actsInstead || !beside.some((l) => l.actsInstead && isSo(l, values)));

/** Values with which a listener hears. */
function awakened(
  listener: Listener,
  beside: readonly Listener[],
  parameters: Chain['targets']['parameters'],
  start: Start,
): Start {
  const values = [...start];
  for (const { slot, value } of listener.conditions) values[slot] = value;
  if (listener.actsInstead) return values;
  const own = new Set(listener.conditions.map((c) => c.slot));
  for (const other of beside.filter((l) => l.actsInstead && isSo(l, values))) {
    const free = other.conditions.find((c) => !own.has(c.slot));
    const of = free && parameters[free.slot];
    if (free && of) values[free.slot] = of.start !== free.value ? of.start : of.lowest !== free.value ? of.lowest : of.highest;
  }
  return values;
}
