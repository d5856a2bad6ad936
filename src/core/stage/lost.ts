// Lost: what to press so that a controller is at a known place again, wherever it was. Bank, page and layers that stay open are told from each other; what latches and
// counts cannot be reset blindly, and is named.
import { type ControllerTable, controllerTable, type Whereabouts } from '../controller';
import type { Assignment, Controller, RigIndex } from '../rig';
import { type Found, type ResetLimits, resetWord, shortestWord, usualLimits } from './reset';

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
  const found = resetWord(everyPlace(table), table.acts, limits);
  if (found.type === 'too-many-states') return { type: 'not-searched', most: limits.states };
  if (found.type === 'found') return { type: 'way', way: wayOf(table, found), notKnown };
  return {
    type: 'none',
    apart: [placeAt(table, found.apart[0]), placeAt(table, found.apart[1])],
    jump: withJump(index, controller, limits),
    withOneLook: withOneLook(table, limits),
    afterSwitchingOn: controller.firmware.startsAt?.type === 'last' ? null : placeAt(table, 0),
    notKnown,
  };
}

const everyPlace = ({ places }: ControllerTable): readonly number[] => places.map((_, i) => i);
const nowhere: Whereabouts = { bank: 1, page: 1, layerIds: [] };
const placeAt = ({ places }: ControllerTable, at: number): Whereabouts => places[at] ?? nowhere;

const wayOf = (table: ControllerTable, { word, weight, end, proved }: Found): WayHome => ({
  gestures: word.map((i) => table.acts[i]?.words ?? ''),
  presses: weight,
  ends: placeAt(table, end),
  proved,
});

/** The same with one switch more that goes to the first bank: the smallest change that helps, where it does. */
function withJump(index: RigIndex, controller: Controller, limits: ResetLimits): WayHome | null {
  const table = controllerTable(index, controller, limits.states, 'with-a-jump');
  const found = table && resetWord(everyPlace(table), table.acts, limits);
  return table && found?.type === 'found' ? wayOf(table, found) : null;
}

/** The most presses that it takes when one look tells the bank and page; null where even then layers cannot be told. */
function withOneLook(table: ControllerTable, limits: ResetLimits): { readonly presses: number } | null {
  const places = new Map<string, number[]>();
  table.places.forEach(({ bank, page }, i) => {
    const key = `${bank} ${page}`;
    places.set(key, [...(places.get(key) ?? []), i]);
  });
  let presses = 0;
  for (const here of places.values()) {
    const way = shortestWord(here, table.acts, limits.sets);
    if (way === null) return null;
    presses = Math.max(presses, way.weight);
  }
  return { presses };
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
