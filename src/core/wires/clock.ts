// Whose clock is followed: MIDI clock goes where start and stop go (MIDI 1.0: system real time), and says how fast, 24 to a quarter note.
import { isTempo, type Parameter, type RigIndex } from '../rig';
import { networkOf, waysOf } from './arrived';

/** Tempos that go by each other, by the ids of the parameters that tell them. */
export interface Clocks {
  /** By the tempo of a target that sends its clock: those that follow it. */
  readonly leads: ReadonlyMap<string, readonly string[]>;
  /** By the tempo of a target that follows a clock: those whose clock comes there. */
  readonly follows: ReadonlyMap<string, readonly string[]>;
}

/** The tempo of a target: its first parameter in beats a minute. */
export const tempoParameter = (index: RigIndex, targetId: string): Parameter | undefined =>
  (index.parametersOf.get(targetId) ?? []).find(isTempo);

/** Whose clock comes where, over the wires of a rig. */
export function clocksOf(index: RigIndex): Clocks {
  const before = known.get(index);
  if (before) return before;
  const leads = new Map<string, string[]>();
  const follows = new Map<string, string[]>();
  for (const sender of index.rig.targets) {
    const tempo = sender.reception.clock === 'sent' ? tempoParameter(index, sender.id) : undefined;
    if (!tempo) continue;
    const reached = new Set(
      waysOf(networkOf(index.rig), sender.id, { type: 'start' }, '').arrived.flatMap((a) => (a.remote ? [a.to] : [])),
    );
    for (const id of reached) {
      const own = index.targets.get(id)?.reception.clock === 'followed' ? tempoParameter(index, id) : undefined;
      if (!own) continue;
      leads.set(tempo.id, [...(leads.get(tempo.id) ?? []), own.id]);
      follows.set(own.id, [...(follows.get(own.id) ?? []), tempo.id]);
    }
  }
  const found = { leads, follows };
  known.set(index, found);
  return found;
}

/** An index is asked for each function that is played, and never changes. */
const known = new WeakMap<RigIndex, Clocks>();
