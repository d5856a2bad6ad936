// Whose clock is followed: MIDI clock goes where start and stop go (MIDI 1.0: system real time), and says how fast, 24 to a quarter note.
import type { Parameter, RigIndex } from '../rig';
import { networkOf, waysOf } from './arrived';

/** Who sends a clock: a target, of the tempo that one of its parameters tells; or a controller, of its own. */
export interface ClockSource {
  readonly unitId: string;
  /** Null for a controller. */
  readonly parameterId: string | null;
}

/** Tempos that go by each other, by the ids of the parameters that tell them. */
export interface Clocks {
  /** By the tempo of a target that sends its clock, or by a controller that does: those that follow it. */
  readonly leads: ReadonlyMap<string, readonly string[]>;
  /** By the tempo of a target that follows a clock: whose clocks come there. */
  readonly follows: ReadonlyMap<string, readonly ClockSource[]>;
}

/** The tempo of a target: its first parameter in beats a minute. */
export const tempoParameter = (index: RigIndex, targetId: string): Parameter | undefined => index.tempoOf.get(targetId);

/** Everything on a rig that sends a clock: controllers first, then targets, in their order. */
function sourcesOf(index: RigIndex): readonly ClockSource[] {
  const own = index.rig.controllers.flatMap((c) => (c.clock === null ? [] : [{ unitId: c.id, parameterId: null }]));
  const told = index.rig.targets.flatMap((t) => {
    const tempo = t.reception.clock === 'sent' ? tempoParameter(index, t.id) : undefined;
    return tempo ? [{ unitId: t.id, parameterId: tempo.id }] : [];
  });
  return [...own, ...told];
}

/** Whose clock comes where, over the wires of a rig. */
export function clocksOf(index: RigIndex): Clocks {
  const before = known.get(index);
  if (before) return before;
  const leads = new Map<string, string[]>();
  const follows = new Map<string, ClockSource[]>();
  for (const source of sourcesOf(index)) {
    const { arrived } = waysOf(networkOf(index.rig), source.unitId, { type: 'start' }, '');
    const by = source.parameterId ?? source.unitId;
    for (const id of new Set(arrived.flatMap((a) => (a.remote ? [a.to] : [])))) {
      const own = index.targets.get(id)?.reception.clock === 'followed' ? tempoParameter(index, id) : undefined;
      if (!own) continue;
      leads.set(by, [...(leads.get(by) ?? []), own.id]);
      follows.set(own.id, [...(follows.get(own.id) ?? []), source]);
    }
  }
  const found = { leads, follows };
  known.set(index, found);
  return found;
}

/** An index is asked for each function that is played, and never changes. */
const known = new WeakMap<RigIndex, Clocks>();
