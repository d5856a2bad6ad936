// Banks of channels in a host: which strip of a lane is under a landing now.
import type { Parameter, RigIndex, Target } from '../rig';
import type { Listener } from './program';

/** Where a landing is one strip of a bank of channels. */
export interface Strip {
  /** Slot of the parameter that tells where the bank stands, and the first of its steps. */
  readonly moved: number;
  readonly first: number;
  readonly stride: number;
  readonly width: number;
  /** Which strip of the bank it is, from 0. */
  readonly at: number;
  /** The same landing on each parameter of its lane. */
  readonly lane: readonly Listener[];
}

/** The strip that a parameter is under its landing; null where it is in no bank, or past the width of one. */
export function stripOf(
  index: RigIndex,
  target: Target,
  parameter: Parameter,
  slotOf: (parameter: Parameter) => number,
  listenerFor: (parameter: Parameter) => Listener,
): Strip | null {
  for (const bank of target.channelBanks) {
    const moved = index.parameters.get(bank.moved);
    const lane = bank.lanes.find((l) => l.indexOf(parameter.id) >= 0 && l.indexOf(parameter.id) < bank.width);
    if (!moved || !lane || moved.kind !== 'stepped' || moved.id === parameter.id) continue;
    return {
      moved: slotOf(moved),
      first: moved.lowest,
      stride: bank.stride,
      width: bank.width,
      at: lane.indexOf(parameter.id),
      lane: lane.flatMap((id) => {
        const strip = index.parameters.get(id);
        return strip ? [listenerFor(strip)] : [];
      }),
    };
  }
  return null;
}

/** What a listener moves now: itself, or the strip that stands there; null where there is none, or nobody knows where its bank stands. */
export function standingThere(listener: Listener, values: readonly number[]): Listener | null {
  const { strip } = listener;
  if (strip === null) return listener;
  const past = Math.max(0, strip.lane.length - strip.width);
  const from = Math.min(past, Math.max(0, ((values[strip.moved] ?? strip.first) - strip.first) * strip.stride));
  return strip.lane[from + strip.at] ?? null;
}
