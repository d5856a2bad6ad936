// Where a controller can get to: every bank, page and open layer that presses lead to from the start, how many presses that takes, and
// from where there is no way back. Each gesture is played on the simulator once for each place; the search walks the table of what they did.
import { noSysex } from '../midi';
import type { Assignment, Control, Controller, Layer, RigIndex } from '../rig';
import { backwards, later, reverseEdges } from './graph';
import { lookUp } from './look-up';
import { type ControllerProgram, compileController } from './program';
import { type ControllerState, draftOf, startController } from './state';
import { type ControllerInput, stepController } from './step';

/** One step of a way: what the hand does, in words. */
export interface Step {
  readonly words: string;
  /** Bank and page after it. */
  readonly bank: number;
  readonly page: number;
}

export interface Space {
  /** Situations looked at: a bank, a page, the layers that stay open, and where *last used* leads. */
  readonly situations: number;
  /** Fewest presses from the start to a bank and page; null where nothing leads there. */
  readonly pressesTo: (bank: number, page: number) => number | null;
  /** A shortest way from the start to a bank and page; null where there is none. */
  readonly wayTo: (bank: number, page: number) => readonly Step[] | null;
  /** Banks and pages that can be reached and from which nothing leads back to the first one. */
  readonly traps: readonly { readonly bank: number; readonly page: number }[];
  /** Whether an assignment can be played at all: its bank, page and layer can be had together. */
  readonly canPlay: (assignment: Assignment) => boolean;
  /**
   * The most presses that it takes to play an assignment, from wherever the controller can be, the gesture itself counted; `Infinity`
   * where there is a place from which nothing leads to it.
   */
  readonly farthest: (assignment: Assignment) => number;
}

/** More layers that stay open than this are looked at one at a time only. */
const MOST_TOGETHER = 3;

interface Move {
  readonly weight: 1 | 2;
  /** Where it leads: the place, and the stack of layers that stay open. */
  readonly place: number;
  readonly layers: number;
  /** The place that becomes the last used one; null where the place stays. */
  readonly left: number | null;
  readonly words: () => string;
}

type Gesture = 'tap' | 'hold' | 'double-tap';

/** Explores a controller from its first bank and page, no layer open. */
export function exploreController(index: RigIndex, controller: Controller): Space {
  const { firmware } = controller;
  const controls = index.controlsOf.get(controller.id) ?? [];
  const { program } = compileController(index, {
    controller,
    controlIds: controls.map((c) => c.id),
    sysex: noSysex,
    place: null,
  });
  const places = firmware.banks * firmware.pages;
  const bankOf = (place: number): number => Math.floor(place / firmware.pages) + 1;
  const pageOf = (place: number): number => (place % firmware.pages) + 1;
  const placeOf = (bank: number, page: number): number => (bank - 1) * firmware.pages + page - 1;

  const own = index.rig.layers.filter((l) => index.controls.get(l.modifierControlId ?? '')?.controllerId === controller.id);
  const lasting = own.filter((l) => l.madeIn === 'controller' && l.mode !== 'while-held');
  const held = own.filter((l) => l.madeIn === 'controller' && l.mode === 'while-held');
  const stacks = stacksOf(lasting);
  const stackKey = (ids: readonly string[]): string => ids.join(' ');
  const stackAt = new Map(stacks.map((s, i) => [stackKey(s), i]));

  const acting = controls.filter((c) => leadsSomewhere(index, program, c));
  const usesLast = (c: Control): boolean => (index.assignmentsOf.get(c.id) ?? []).some((a) => a.actions.some(goesLast));
  const keepsLast = acting.some(usesLast);
  const lasts = keepsLast ? places + 1 : 1;
  const spends = lasting.some((l) => l.mode === 'next-press') ? controls.find((c) => !acting.includes(c)) : undefined;
  const tried = spends ? [...acting, spends] : acting;

  const begin = startController(program, 1, 1);
  const at = (place: number, stack: number, last: number): ControllerState => ({
    ...begin,
    bank: bankOf(place),
    page: pageOf(place),
    lastUsed: last === 0 ? null : { bank: bankOf(last - 1), page: pageOf(last - 1) },
    open: (stacks[stack] ?? []).map((id) => ({
      id,
      until: index.layers.get(id)?.mode === 'toggled' ? 'toggled' : 'next-press',
    })),
  });

  /** What gestures do at a place, with a stack of layers open; asked again for each last place only where a gesture looks at it. */
  const movesAt = (place: number, stack: number, last: number): Move[] => {
    const moves: Move[] = [];
    const seen = new Set<string>();
    const from = at(place, stack, last);
    const add = (state: ControllerState, weight: 1 | 2, words: () => string): void => {
      const to = placeOf(state.bank, state.page);
      const layers = stackAt.get(stackKey(state.open.map((o) => o.id))) ?? stack;
      const { lastUsed } = state;
      const left = lastUsed === null || lastUsed === from.lastUsed ? null : placeOf(lastUsed.bank, lastUsed.page);
      if (to === place && layers === stack && (left === null || !keepsLast)) return;
      const key = `${to} ${layers} ${weight} ${left}`;
      if (seen.has(key)) return;
      seen.add(key);
      moves.push({ weight, place: to, layers, left, words });
    };
    for (const control of tried) {
      for (const gesture of gesturesOf(index, control, firmware.press === 'waits')) {
        add(played(program, from, control, gesture, null), 1, () => wordsOf(control, gesture, null));
        for (const layer of held) {
          const modifier = index.controls.get(layer.modifierControlId ?? '');
          if (!modifier || modifier.id === control.id || !acts(index, control, layer)) continue;
          add(played(program, from, control, gesture, modifier), 2, () => wordsOf(control, gesture, modifier));
        }
      }
    }
    if (firmware.bankButtons) {
      for (const [what, count] of [
        ['bank', firmware.banks],
        ['page', firmware.pages],
      ] as const) {
        for (const by of count > 1 ? [1, -1] : []) {
          const { state } = stepController(program, from, { type: 'go', t: 0, to: { type: 'step', what, by } });
          add(state, 1, () => `${what} ${by > 0 ? 'up' : 'down'}`);
        }
      }
    }
    return moves;
  };

  // — the walk —
  const size = places * stacks.length * lasts;
  const presses = new Int32Array(size).fill(-1);
  const cameFrom = new Int32Array(size).fill(-1);
  const settled = new Uint8Array(size);
  const cameBy = new Map<number, Move>();
  const id = (place: number, stack: number, last: number): number => (place * stacks.length + stack) * lasts + last;
  const backs: number[] = [];
  const ends: number[] = [];
  const weights: number[] = [];
  const table = new Map<number, readonly Move[]>();
  const queue: number[][] = [[id(0, 0, 0)]];
  presses[id(0, 0, 0)] = 0;
  const reached: number[] = [];
  for (let level = 0; level < queue.length; level++) {
    for (const state of queue[level] ?? []) {
      if (presses[state] !== level || settled[state] === 1) continue;
      settled[state] = 1;
      reached.push(state);
      const last = state % lasts;
      const stack = Math.floor(state / lasts) % stacks.length;
      const place = Math.floor(state / lasts / stacks.length);
      const key = keepsLast ? state : place * stacks.length + stack;
      let moves = table.get(key);
      if (!moves) {
        moves = movesAt(place, stack, last);
        table.set(key, moves);
      }
      for (const move of moves) {
        const nextLast = !keepsLast ? 0 : move.left === null ? last : move.left + 1;
        const next = id(move.place, move.layers, nextLast);
        backs.push(state);
        ends.push(next);
        weights.push(move.weight);
        const cost = level + move.weight;
        const known = presses[next] ?? -1;
        if (known >= 0 && known <= cost) continue;
        presses[next] = cost;
        cameFrom[next] = state;
        cameBy.set(next, move);
        later(queue, cost).push(next);
      }
    }
  }

  const fewest = new Int32Array(places).fill(-1);
  const nearest = new Int32Array(places).fill(-1);
  for (const state of reached) {
    const place = Math.floor(state / lasts / stacks.length);
    const cost = presses[state] ?? -1;
    if ((fewest[place] ?? -1) >= 0 && (fewest[place] ?? 0) <= cost) continue;
    fewest[place] = cost;
    nearest[place] = state;
  }
  const edges = reverseEdges(size, backs, ends, weights);
  const distanceTo = (goals: ReadonlyMap<number, number>): Int32Array => backwards(size, edges, goals);

  const home = new Map(reached.filter((s) => Math.floor(s / lasts / stacks.length) === 0).map((s) => [s, 0]));
  const back = distanceTo(home);
  const trapped = new Set(reached.filter((s) => (back[s] ?? -1) < 0).map((s) => Math.floor(s / lasts / stacks.length)));

  const goalsOf = (assignment: Assignment): Map<number, number> => {
    const control = index.controls.get(assignment.controlId);
    const armed = control && program.controls.get(control.id);
    const goals = new Map<number, number>();
    if (!control || !armed) return goals;
    const layer = assignment.layerId === null ? null : (index.layers.get(assignment.layerId) ?? null);
    const byHand = layer !== null && (layer.madeIn === 'host' || !lasting.includes(layer));
    for (const state of reached) {
      const place = Math.floor(state / lasts / stacks.length);
      const bank = bankOf(place);
      const page = pageOf(place);
      if (assignment.bank !== null && assignment.bank !== bank) continue;
      if (assignment.page !== null && assignment.page !== page) continue;
      const stack = stacks[Math.floor(state / lasts) % stacks.length] ?? [];
      const layers = byHand && layer.madeIn === 'controller' ? [...stack, layer.id] : stack;
      // A layer made in the host is no layer to the hardware: Base is what is played in it.
      if (layer?.madeIn !== 'host') {
        const d = draftOf(program, begin, 0);
        const found = lookUp(d, armed, assignment.gesture.type, { bank, page, layers });
        if (!found.some((a) => a.assignment?.id === assignment.id)) continue;
      }
      goals.set(state, byHand ? 2 : 1);
    }
    return goals;
  };

  return {
    situations: reached.length,
    pressesTo: (bank, page) => {
      const n = fewest[placeOf(bank, page)] ?? -1;
      return n < 0 ? null : n;
    },
    wayTo: (bank, page) => {
      let state = nearest[placeOf(bank, page)] ?? -1;
      if (state < 0) return null;
      const steps: Step[] = [];
      while (state !== id(0, 0, 0)) {
        const place = Math.floor(state / lasts / stacks.length);
        steps.push({ words: cameBy.get(state)?.words() ?? '', bank: bankOf(place), page: pageOf(place) });
        state = cameFrom[state] ?? id(0, 0, 0);
      }
      return steps.reverse();
    },
    traps: [...trapped].sort((a, b) => a - b).map((place) => ({ bank: bankOf(place), page: pageOf(place) })),
    canPlay: (assignment) => goalsOf(assignment).size > 0,
    farthest: (assignment) => {
      const distance = distanceTo(goalsOf(assignment));
      let most = 0;
      for (const state of reached) {
        const d = distance[state] ?? -1;
        if (d < 0) return Number.POSITIVE_INFINITY;
        most = Math.max(most, d);
      }
      return most;
    },
  };
}

/** Orders in which layers that stay open can lie on each other: all of them for a few, one at a time for many. */
function stacksOf(layers: readonly Layer[]): readonly (readonly string[])[] {
  const ids = layers.map((l) => l.id);
  if (ids.length > MOST_TOGETHER) return [[], ...ids.map((id) => [id])];
  const all: string[][] = [[]];
  for (let i = 0; i < all.length; i++) for (const id of ids) if (!all[i]?.includes(id)) all.push([...(all[i] ?? []), id]);
  return all;
}

const goesLast = (a: Assignment['actions'][number]): boolean => a.type === 'go' && a.to.type === 'last-used';

/** Whether a control can take the controller anywhere: it goes to a bank or page, or opens a layer that stays. */
function leadsSomewhere(index: RigIndex, program: ControllerProgram, control: Control): boolean {
  if ((index.assignmentsOf.get(control.id) ?? []).some((a) => a.actions.some((x) => x.type === 'go'))) return true;
  const opens = program.controls.get(control.id)?.opens ?? [];
  return opens.some((m) => m.layer.mode !== 'while-held' || m.tap !== null);
}

/** Whether a control has anything of its own in a layer that is held open. */
const acts = (index: RigIndex, control: Control, layer: Layer): boolean =>
  (index.assignmentsOf.get(control.id) ?? []).some((a) => a.layerId === layer.id && a.actions.some((x) => x.type === 'go'));

/**
 * Gestures that can lead somewhere. On firmware that waits for a second tap a long press is not the same as a short one: the press goes
 * out while the finger is still down, and so in the place where it went down.
 */
function gesturesOf(index: RigIndex, control: Control, waits: boolean): readonly Gesture[] {
  const all = new Set((index.assignmentsOf.get(control.id) ?? []).map((a) => a.gesture.type));
  const byHold =
    all.has('hold') ||
    (waits && all.has('double-tap')) ||
    (index.layersByModifier.get(control.id) ?? []).some((l) => l.tap.length > 0);
  return ['tap', ...(byHold ? (['hold'] as const) : []), ...(all.has('double-tap') ? (['double-tap'] as const) : [])];
}

function wordsOf(control: Control, gesture: Gesture, modifier: Control | null): string {
  const verb = { tap: 'press', hold: 'hold', 'double-tap': 'double-tap' }[gesture];
  return `${modifier ? `hold ${modifier.name} and ` : ''}${verb} ${control.name}`;
}

const TAP_MS = 40;

/** One gesture from a state, all that is due after it done. */
function played(
  program: ControllerProgram,
  from: ControllerState,
  control: Control,
  gesture: Gesture,
  modifier: Control | null,
): ControllerState {
  const { holdMs, doubleTapMs } = program.firmware;
  const tap = Math.min(TAP_MS, holdMs / 4, doubleTapMs / 4);
  let state = from;
  let wake: number | null = null;
  const feed = (input: ControllerInput): void => {
    while (wake !== null && wake <= input.t) {
      const due: number = wake;
      const step = stepController(program, state, { type: 'tick', t: due });
      state = step.state;
      wake = step.wakeAt !== null && step.wakeAt <= due ? null : step.wakeAt;
    }
    const step = stepController(program, state, input);
    state = step.state;
    wake = step.wakeAt;
  };
  const { id } = control;
  const t0 = modifier ? tap : 0;
  if (modifier) feed({ type: 'press', controlId: modifier.id, t: 0, velocity: null });
  feed({ type: 'press', controlId: id, t: t0, velocity: null });
  const down = gesture === 'hold' ? holdMs + tap : tap;
  feed({ type: 'release', controlId: id, t: t0 + down });
  if (gesture === 'double-tap') {
    feed({ type: 'press', controlId: id, t: t0 + 2 * tap, velocity: null });
    feed({ type: 'release', controlId: id, t: t0 + 3 * tap });
  }
  const end = t0 + 4 * tap + holdMs + 2 * doubleTapMs;
  if (modifier) feed({ type: 'release', controlId: modifier.id, t: end });
  feed({ type: 'tick', t: end + 120_000 });
  return state;
}
