// A player who plays ways to a click, exactly as planned or with mistakes that are planted.
import type { ChainEvent } from '../../src/core/bench';
import type { Schedule } from '../../src/core/rehearsal';
import type { RigIndex, ScriptEvent } from '../../src/core/rig';
import { deedEvents, type Transition, type WayStep } from '../../src/core/stage';

/** Between two gestures, in milliseconds: nobody is faster with one foot. */
const BETWEEN_MS = 170;
/** The same where a second press soon after the first is another gesture. */
export const UNHURRIED_MS = 900;

/** What the hand does for one step of a way, from a time on. */
export function played(index: RigIndex, { deed, to, state }: WayStep, from: number | null, t: number): readonly ScriptEvent[] {
  if (deed.does === 'turn') return [{ do: 'turn', atMs: t, on: deed.on.id, clicks: to ?? 0 }];
  if (deed.does === 'move') {
    const start = from ?? to ?? 0;
    const steps = Math.max(1, Math.round(Math.abs((to ?? 0) - start) * 127));
    return Array.from({ length: steps }, (_, i) => ({
      do: 'move' as const,
      atMs: t + i * 2,
      on: deed.on.id,
      position: start + (((to ?? 0) - start) * (i + 1)) / steps,
    }));
  }
  if (deed.does === 'button') {
    const now = state.controllers[index.rig.controllers.indexOf(deed.of)];
    return [{ do: 'go', atMs: t, on: deed.of.id, bank: now?.bank ?? 1, page: now?.page ?? 1 }];
  }
  return deedEvents(deed, t);
}

export const lastOf = (events: readonly { readonly atMs: number }[], t: number): number => events.at(-1)?.atMs ?? t;

/** All steps of a way one after the other; they begin at a time or end by one. */
export function wayPlayed(
  index: RigIndex,
  { way }: Transition,
  when: { readonly begins: number } | { readonly endsBy: number },
  leaves: ReadonlySet<number> = new Set(),
  between = BETWEEN_MS,
): readonly ChainEvent[] {
  if (way.type !== 'way') return [];
  const play = (begins: number): readonly ChainEvent[] => {
    const events: ChainEvent[] = [];
    let t = begins;
    way.steps.forEach((step, i) => {
      if (leaves.has(i)) return;
      const own = played(index, step, null, t);
      events.push(...own);
      t = lastOf(own, t) + between;
    });
    return events;
  };
  if ('begins' in when) return play(when.begins);
  return play(when.endsBy - lastOf(play(0), 0));
}

/** Every way of a take as planned, each over 100 ms before its downbeat. */
export const asPlanned = (
  index: RigIndex,
  transitions: readonly Transition[],
  { dues }: Schedule,
  between = BETWEEN_MS,
): readonly ChainEvent[] =>
  transitions
    .flatMap((t) => {
      const due = dues.find((d) => d.at === t.at);
      return due ? wayPlayed(index, t, { endsBy: due.dueMs - 100 }, new Set(), between) : [];
    })
    .sort((a, b) => a.atMs - b.atMs);
