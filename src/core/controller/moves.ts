// What gestures do in a situation: each is played on the simulator, and where it leads is a move.
import {
  type Assignment,
  type Control,
  type Controller,
  type Firmware,
  isTapped,
  isTogether,
  type Layer,
  opening,
  type RigIndex,
} from '../rig';
import type { ControllerProgram } from './program';
import type { Situation, Situations } from './situations';
import { type ControllerState, startController } from './state';
import { type ControllerInput, stepController } from './step';

export interface Move {
  /** How many presses it takes: two with a modifier held. */
  readonly weight: 1 | 2;
  readonly place: number;
  readonly stack: number;
  /** The place that becomes the last used one; null where it stays. */
  readonly left: number | null;
  /** What the hand does. */
  readonly words: () => string;
}

/** Gestures of one switch that can differ in what comes of them; `tap-again`: two presses too far apart to be a double tap. */
export type SwitchGesture = 'tap' | 'tap-again' | 'hold' | 'double-tap' | 'tap-hold';

/** What can lead somewhere on a controller. */
export interface Leading {
  /** Controls that are tried: all that lead somewhere, and one that spends layers for the next press. */
  readonly tried: readonly Control[];
  /** Whether one of them goes to the place that was used last. */
  readonly usesLast: boolean;
}

/** The controls of a controller that can take it anywhere. */
export function leadingControls(
  index: RigIndex,
  program: ControllerProgram,
  controls: readonly Control[],
  lasting: readonly Layer[],
): Leading {
  const acting = controls.filter((c) => leadsSomewhere(index, program, c));
  const spends = lasting.some((l) => l.mode === 'next-press') ? controls.find((c) => !acting.includes(c)) : undefined;
  return {
    tried: spends ? [...acting, spends] : acting,
    usesLast: acting.some((c) => (index.assignmentsOf.get(c.id) ?? []).some((a) => a.actions.some(goesLast))),
  };
}

/** One thing that a hand can do anywhere, and what comes of it. */
export interface Act {
  readonly weight: 1 | 2;
  readonly words: () => string;
  readonly play: (from: ControllerState) => ControllerState;
}

/** What can be done anywhere that may lead somewhere. `held`: layers that can be held open meanwhile; `lasting`: layers that stay open, some by two controls together. */
export function actsOf(
  index: RigIndex,
  controller: Controller,
  program: ControllerProgram,
  tried: readonly Control[],
  held: readonly Layer[],
  lasting: readonly Layer[],
): readonly Act[] {
  const all: Act[] = [];
  const add = (control: Control, gesture: SwitchGesture, holding: readonly Control[]): void => {
    all.push({
      weight: holding.length > 0 ? 2 : 1,
      words: () => gestureSentence(control, gesture, holding),
      play: (from) => played(program, from, control, gesture, holding),
    });
  };
  for (const control of tried) {
    for (const gesture of distinctGestures(index, control, controller.firmware)) {
      add(control, gesture, []);
      for (const layer of held) {
        const holding = opening(index, layer, control.id);
        if (holding.length === 0 || holding.includes(control) || !acts(index, control, layer)) continue;
        add(control, gesture, holding);
      }
    }
  }
  for (const layer of lasting.filter(isTogether)) {
    const [last, ...others] = opening(index, layer);
    if (last) add(last, 'tap', others);
  }
  for (const { what, by } of ownButtons(controller))
    all.push({
      weight: 1,
      words: () => `${what} ${by > 0 ? 'up' : 'down'}`,
      play: (from) => stepController(program, from, { type: 'go', t: 0, to: { type: 'step', what, by } }).state,
    });
  return all;
}

/** The moves from a situation by what can be done, each outcome once. */
export function movesFrom(
  index: RigIndex,
  program: ControllerProgram,
  situations: Situations,
  can: readonly Act[],
): (situation: Situation) => readonly Move[] {
  const begin = startController(program, 1, 1);
  return (situation) => {
    const from = stateIn(index, begin, situations, situation);
    const moves = outcomesFrom(situations, situation, from);
    for (const { weight, words, play } of can) moves.add(play(from), weight, words);
    return moves.all;
  };
}

/** Where one thing that is done leads from a situation. */
export function leadsFrom(
  index: RigIndex,
  program: ControllerProgram,
  situations: Situations,
): (situation: Situation, act: Pick<Act, 'play'>) => Situation {
  const begin = startController(program, 1, 1);
  return (situation, { play }) => {
    const from = stateIn(index, begin, situations, situation);
    const { place, stack, left } = after(situations, situation, from, play(from));
    return { place, stack, last: left ?? situation.last };
  };
}

/** What a state that came of a situation is as one: `left` is the place that becomes the last used one, null where it stays. */
function after({ placeOf, stackOf }: Situations, { stack }: Situation, from: ControllerState, state: ControllerState) {
  const { lastUsed } = state;
  return {
    place: placeOf(state.bank, state.page),
    stack: stackOf(state.open.map((o) => o.id)) ?? stack,
    left: lastUsed === null || lastUsed === from.lastUsed ? null : placeOf(lastUsed.bank, lastUsed.page),
  };
}

/** The controller as it is in a situation, nothing held down. */
function stateIn(
  index: RigIndex,
  begin: ControllerState,
  { bankOf, pageOf, layersIn }: Situations,
  { place, stack, last }: Situation,
): ControllerState {
  return {
    ...begin,
    bank: bankOf(place),
    page: pageOf(place),
    lastUsed: last === null ? null : { bank: bankOf(last), page: pageOf(last) },
    open: layersIn(stack).map((id) => ({ id, until: index.layers.get(id)?.mode === 'toggled' ? 'toggled' : 'next-press' })),
  };
}

/** Gathers where gestures lead from a situation: what changes nothing is no move, and of the same move one is enough. */
function outcomesFrom(situations: Situations, situation: Situation, from: ControllerState) {
  const { keepsLast } = situations;
  const { place, stack } = situation;
  const all: Move[] = [];
  const seen = new Set<string>();
  return {
    all,
    add: (state: ControllerState, weight: 1 | 2, words: () => string): void => {
      const { place: to, stack: next, left } = after(situations, situation, from, state);
      if (to === place && next === stack && (left === null || !keepsLast)) return;
      const key = `${to} ${next} ${weight} ${left}`;
      if (seen.has(key)) return;
      seen.add(key);
      all.push({ weight, place: to, stack: next, left, words });
    },
  };
}

/** Steps that buttons of the unit itself take, whatever is assigned. */
export function ownButtons({ firmware }: Controller): readonly { readonly what: 'bank' | 'page'; readonly by: 1 | -1 }[] {
  if (!firmware.bankButtons) return [];
  const steps = (what: 'bank' | 'page', count: number) =>
    count > 1
      ? [
          { what, by: 1 as const },
          { what, by: -1 as const },
        ]
      : [];
  return [...steps('bank', firmware.banks), ...steps('page', firmware.pages)];
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
 * The gestures of a switch that can differ in what comes of them. On firmware that waits for a second tap a long press is not the same as a short one: the press goes
 * out while the finger is still down, and so in the place where it went down.
 */
export function distinctGestures(index: RigIndex, control: Control, firmware: Firmware): readonly SwitchGesture[] {
  const waits = firmware.press === 'waits';
  const all = new Set((index.assignmentsOf.get(control.id) ?? []).map((a) => a.gesture.type));
  const byHold =
    all.has('hold') ||
    all.has('hold-release') ||
    all.has('repeat') ||
    (waits && (all.has('double-tap') || all.has('tap-hold'))) ||
    (index.layersByModifier.get(control.id) ?? []).some(isTapped);
  return [
    'tap',
    ...(all.has('latch-off') ? (['tap-again'] as const) : []),
    ...(byHold ? (['hold'] as const) : []),
    ...(all.has('double-tap') ? (['double-tap'] as const) : []),
    ...(all.has('tap-hold') ? (['tap-hold'] as const) : []),
  ];
}

/** What the hand does at a switch, in words: `hold A and press B`. */
export function gestureSentence(control: Control, gesture: SwitchGesture, held: readonly Control[]): string {
  const verb = {
    tap: 'press',
    'tap-again': 'press twice, slowly,',
    hold: 'hold',
    'double-tap': 'double-tap',
    'tap-hold': 'tap and hold',
  }[gesture];
  return `${held.map((m) => `hold ${m.name} and `).join('')}${verb} ${control.name}`;
}

const TAP_MS = 40;

/** One gesture from a state, all that is due after it done. */
function played(
  program: ControllerProgram,
  from: ControllerState,
  control: Control,
  gesture: SwitchGesture,
  held: readonly Control[],
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
  const t0 = held.length > 0 ? tap : 0;
  for (const m of held) feed({ type: 'press', controlId: m.id, t: 0, velocity: null });
  feed({ type: 'press', controlId: id, t: t0, velocity: null });
  const down = gesture === 'hold' ? holdMs + tap : tap;
  feed({ type: 'release', controlId: id, t: t0 + down });
  const again = { tap: null, hold: null, 'tap-again': 2 * tap + doubleTapMs, 'double-tap': 2 * tap, 'tap-hold': 2 * tap }[
    gesture
  ];
  if (again !== null) {
    feed({ type: 'press', controlId: id, t: t0 + again, velocity: null });
    feed({ type: 'release', controlId: id, t: t0 + again + tap + (gesture === 'tap-hold' ? holdMs : 0) });
  }
  const end = t0 + 5 * tap + holdMs + 3 * doubleTapMs;
  for (const m of held) feed({ type: 'release', controlId: m.id, t: end });
  feed({ type: 'tick', t: end + 120_000 });
  return state;
}
