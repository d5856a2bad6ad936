// Lost: what to press so that a controller is at a known place again, wherever it was. Bank, page and layers that stay open are told from each other; what latches and
// counts cannot be reset blindly, and is named.
import { type ControllerTable, controllerTable, type Whereabouts } from '../controller';
import type { Assignment, Controller, RigIndex } from '../rig';
import { type Reset, type ResetLimits, resetWord, usualLimits } from './reset';

/** What the hand does, and where it stands then. */
export interface WayHome {
  readonly gestures: readonly string[];
  readonly presses: number;
  readonly ends: Whereabouts;
  /** Whether no other sequence has fewer presses. */
  readonly proved: boolean;
}

/** What a function remembers that nobody can see: how its next press goes on is not known. */
export interface NotKnown {
  readonly assignment: Assignment;
  readonly remembers: 'latch' | 'counter' | 'turn';
}

export type Lost =
  | { readonly type: 'way'; readonly way: WayHome; readonly notKnown: readonly NotKnown[] }
  /** Two places that nothing brings together; what would help, and what helps with a look at the display or by switching off. */
  | {
      readonly type: 'none';
      readonly apart: readonly [Whereabouts, Whereabouts];
      readonly jump: WayHome | null;
      readonly withOneLook: { readonly presses: number } | null;
      readonly afterSwitchingOn: Whereabouts | null;
      readonly notKnown: readonly NotKnown[];
    }
  | { readonly type: 'not-searched'; readonly most: number };

/** The fewest gestures that take a controller to one place from every place that it can be in; why there are none, and what helps then. */
export function lostOn(index: RigIndex, controller: Controller, limits: ResetLimits = usualLimits): Lost {
  const table = controllerTable(index, controller, limits.states);
  if (!table) return { type: 'not-searched', most: limits.states };
  const notKnown = remembering(index, controller);
  const all = table.places.map((_, i) => i);
  const letters = table.acts;
  const found = resetWord(all, letters, limits);
  if (found.type === 'too-many-states') return { type: 'not-searched', most: limits.states };
  if (found.type === 'found') return { type: 'way', way: wayOf(table, found), notKnown };
  return {
    type: 'none',
    apart: [placeAt(table, found.apart[0]), placeAt(table, found.apart[1])],
    jump: withJump(table, limits),
    withOneLook: withOneLook(table, limits),
    afterSwitchingOn: controller.firmware.startsAt?.type === 'last' ? null : placeAt(table, 0),
    notKnown,
  };
}

const nowhere: Whereabouts = { bank: 1, page: 1, layerIds: [] };
const placeAt = ({ places }: ControllerTable, at: number): Whereabouts => places[at] ?? nowhere;

const wayOf = (table: ControllerTable, { word, weight, end, proved }: Extract<Reset, { type: 'found' }>): WayHome => ({
  gestures: word.map((i) => table.acts[i]?.words ?? ''),
  presses: weight,
  ends: placeAt(table, end),
  proved,
});

/** The same with one switch more that goes to the first bank: the smallest change that helps, where it does. */
function withJump(table: ControllerTable, limits: ResetLimits): WayHome | null {
  const { places } = table;
  const home = places.findIndex((s) => s.bank === 1);
  const leads = Int32Array.from(places, (from, i) => {
    const to = places.findIndex((s) => s.bank === 1 && s.page === from.page && sameLayers(s, from));
    return to < 0 ? (home < 0 ? i : home) : to;
  });
  const jump = { weight: 1 as const, words: 'press it', leads };
  const whole = { ...table, acts: [jump, ...table.acts] };
  const all = places.map((_, i) => i);
  const found = resetWord(all, whole.acts, limits);
  return found.type === 'found' ? wayOf(whole, found) : null;
}

const sameLayers = (a: Whereabouts, b: Whereabouts): boolean => a.layerIds.join(' ') === b.layerIds.join(' ');

/** The most presses that it takes when one look tells the bank and page; null where even then layers cannot be told. */
function withOneLook(table: ControllerTable, limits: ResetLimits): { readonly presses: number } | null {
  const places = new Map<string, number[]>();
  table.places.forEach(({ bank, page }, i) => {
    const key = `${bank} ${page}`;
    places.set(key, [...(places.get(key) ?? []), i]);
  });
  let presses = 0;
  for (const here of places.values()) {
    const way = gathered(here, table, limits.sets);
    if (way === null) return null;
    presses = Math.max(presses, way);
  }
  return { presses };
}

/** The fewest presses that bring some situations together, over sets of situations; null where nothing does, or too many sets would have to be looked at. */
function gathered(here: readonly number[], { acts }: ControllerTable, most: number): number | null {
  const keyOf = (set: readonly number[]): string => set.join(' ');
  const best = new Map<string, number>([[keyOf(here), 0]]);
  const queue: (readonly number[])[][] = [[here]];
  for (let level = 0; level < queue.length; level++)
    for (const set of queue[level] ?? []) {
      if (best.get(keyOf(set)) !== level) continue;
      if (set.length === 1) return level;
      for (const { weight, leads } of acts) {
        const next = [...new Set(set.map((s) => leads[s] ?? s))].sort((a, b) => a - b);
        const known = best.get(keyOf(next));
        if (known !== undefined && known <= level + weight) continue;
        if (best.size >= most) return null;
        best.set(keyOf(next), level + weight);
        const waiting = queue[level + weight] ?? [];
        queue[level + weight] = waiting;
        waiting.push(next);
      }
    }
  return null;
}

/** Functions of a controller that remember what they sent last. */
function remembering(index: RigIndex, controller: Controller): readonly NotKnown[] {
  return (index.controlsOf.get(controller.id) ?? []).flatMap((control) =>
    (index.assignmentsOf.get(control.id) ?? []).flatMap((assignment): readonly NotKnown[] => {
      const sends = assignment.actions.flatMap((a) => (a.type === 'send' ? [a.behaviour.type] : []));
      const remembers = sends.includes('latching')
        ? 'latch'
        : sends.includes('stepping')
          ? 'counter'
          : assignment.actions.some((a) => a.turn !== undefined)
            ? 'turn'
            : null;
      return remembers === null ? [] : [{ assignment, remembers }];
    }),
  );
}
