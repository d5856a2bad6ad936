// A drill as it goes: which switch is next, and what was heard of the switches of a controller.
import { addressKey, type MessageStream } from '../midi';
import type { Controller, RigIndex } from '../rig';
import { type DrillPress, LEAST_BITS } from './drill';
import { bitsOf, distance, middleOf } from './movement';

/** A switch to press next: how far the foot comes, in millimetres, and how wide it is. */
export interface Aim {
  readonly controlId: string;
  readonly mm: number;
  readonly width: number;
}

export interface DrillRun {
  readonly aims: readonly Aim[];
  /** How many of them were pressed. */
  readonly done: number;
  /** When the last one was pressed; null before the first. */
  readonly lastMs: number | null;
  /** Whether nothing else was pressed since. */
  readonly clean: boolean;
  readonly presses: readonly DrillPress[];
}

export type Drill =
  | { readonly type: 'drill'; readonly run: DrillRun }
  /** Fewer than two switches send something when they are pressed. */
  | { readonly type: 'too-few-switches' }
  /** The switches are so near to each other that nothing would tell what distance costs. */
  | { readonly type: 'too-near' };

/** A press of a switch as it was heard. */
export interface HeardPress {
  readonly controlId: string;
  readonly atMs: number;
}

/** So many presses are asked for: those that do not count, after a slip or a rest, leave enough. Assumed, no source. */
export const DRILL_PRESSES = 40;
/** Whoever takes longer from one switch to the next has rested. Assumed, no source. */
const RESTED_MS = 3000;

const switches: ReadonlySet<string> = new Set(['footswitch', 'button', 'pad']);

/** A drill on the switches of a controller that send something when they are pressed: the same again, the nearest, the farthest, each pair as often as the others. */
export function drillOn(index: RigIndex, controller: Controller): Drill {
  const all = (index.controlsOf.get(controller.id) ?? []).filter(
    (control) =>
      switches.has(control.kind) &&
      (index.assignmentsOf.get(control.id) ?? []).some(
        (a) => a.gesture.type === 'press' && a.actions.some((x) => x.type === 'send'),
      ),
  );
  const [first] = all;
  if (!first || all.length < 2) return { type: 'too-few-switches' };
  const pairs = all.flatMap((from) =>
    all.map((to) => {
      const mm = distance(middleOf(from, 0), middleOf(to, 0));
      return { from, to, mm, bits: bitsOf(mm, Math.min(to.width, to.height)), used: 0 };
    }),
  );
  const spread = Math.max(...pairs.map((p) => p.bits)) - Math.min(...pairs.map((p) => p.bits));
  if (spread < LEAST_BITS) return { type: 'too-near' };
  const aims: Aim[] = [];
  let at = first;
  for (let n = 0; n < DRILL_PRESSES; n++) {
    const [next] = pairs
      .filter((p) => p.from === at && (p.from === p.to) === (n % 4 === 0))
      .toSorted((a, b) => a.used - b.used || (n % 2 === 0 ? a.bits - b.bits : b.bits - a.bits));
    if (!next) break;
    next.used += 1;
    at = next.to;
    aims.push({ controlId: at.id, mm: next.mm, width: Math.min(at.width, at.height) });
  }
  return { type: 'drill', run: { aims, done: 0, lastMs: null, clean: true, presses: [] } };
}

/**
 * Which switches of a controller were pressed, by what was heard of it: what a press of theirs sends, and not what their end does. In the order of their times.
 */
export function pressesHeard(index: RigIndex, controllerId: string, streams: readonly MessageStream[]): readonly HeardPress[] {
  const presses = streams.flatMap(({ message, values, times }) =>
    (index.sendsAt.get(addressKey(message)) ?? []).flatMap(({ assignment, send }) => {
      if (assignment.gesture.type !== 'press' || index.controls.get(assignment.controlId)?.controllerId !== controllerId)
        return [];
      const { behaviour } = send;
      const ends = (value: number): boolean =>
        (message.type === 'note' && value === 0) ||
        (behaviour.type === 'momentary' && behaviour.up === value && behaviour.down !== value);
      return values.flatMap((value, i) => (ends(value) ? [] : [{ controlId: assignment.controlId, atMs: times[i] ?? 0 }]));
    }),
  );
  return presses.toSorted((a, b) => a.atMs - b.atMs);
}

/**
 * A drill after presses that were heard at one moment. The switch that is next counts, with the time since the one before it; not if anything else was pressed
 * between, or after a rest. One number can stand for several switches: it counts if the next one is among them.
 */
export function drillHears(run: DrillRun, heard: readonly HeardPress[]): DrillRun {
  const next = run.aims[run.done];
  const [press] = heard;
  if (!next || !press) return run;
  if (!heard.some((h) => h.controlId === next.controlId)) {
    const before = run.aims[run.done - 1]?.controlId;
    return heard.some((h) => h.controlId === before) ? run : { ...run, clean: false };
  }
  const ms = press.atMs - (run.lastMs ?? Number.NEGATIVE_INFINITY);
  const counts = run.clean && ms > 0 && ms <= RESTED_MS;
  return {
    ...run,
    done: run.done + 1,
    lastMs: press.atMs,
    clean: true,
    presses: counts ? [...run.presses, { mm: next.mm, width: next.width, ms }] : run.presses,
  };
}
