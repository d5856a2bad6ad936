// Trials beside the standard script: what a light shows, how far a parameter leaps when knob and value differ, how long a burst takes to
// arrive, when a launch starts, and what is left on when a release goes elsewhere. Each plays the chain of one assignment once.
import { onceFor } from '../base';
import { panelView } from '../controller';
import { setByMouse, type Tempo } from '../receiver';
import type { Assignment, Parameter, RigIndex, ScriptEvent } from '../rig';
import { usualTiming } from '../wires';
import { type ChainState, startChain } from './chain';
import { type Stage, type Surroundings, setUp, stageOf, usualPlay } from './outcome';
import { run } from './run';
import { ARRIVED, SENT, type Trace, VALUE } from './trace';

const NEVER = Number.MAX_VALUE;
const plain = { timing: null, full: false, until: NEVER } as const;

/** Everything to play an assignment with; null where it cannot be played. Several trials of one assignment have one stage. */
export const stageFor = (index: RigIndex, assignment: Assignment, around: Surroundings): Stage | null =>
  readyOnly(stageOf(around, index, assignment));

const readyOnly = (stage: ReturnType<typeof setUp>): Stage | null => (stage.type === 'ready' ? stage : null);

const start = (stage: Stage, values: readonly number[] = stage.chain.targets.start): ChainState =>
  startChain(stage.chain, { bank: stage.bank, page: stage.page }, values);

/** What a light shows beside what the parameter does. */
export interface LightAt {
  readonly lit: boolean;
  readonly on: boolean;
}

export interface Lights {
  /** Before anything is touched. */
  readonly start: LightAt;
  /** After each press of the standard script, the finger being off again. */
  readonly presses: readonly LightAt[];
  /** After the parameter was then changed by the mouse or a preset. */
  readonly changed: LightAt;
}

/** The light of a switch against a toggle that it moves; null where it has none, where its place cannot be reached,
 * or where the host decides what it shows: then nobody knows.
 */
export const lightsOf = (index: RigIndex, assignment: Assignment, parameter: Parameter, around: Surroundings): Lights | null =>
  lastLights(around, index, assignment, parameter);

const lastLights = onceFor(
  (around: Surroundings, index: RigIndex, assignment: Assignment, parameter: Parameter): Lights | null => {
    const control = index.controls.get(assignment.controlId);
    if (!control || control.light === 'none' || parameter.kind !== 'toggle') return null;
    const stage = stageFor(index, assignment, around);
    const slot = stage?.chain.targets.slots.get(parameter.id);
    if (!stage || slot === undefined) return null;
    let state = start(stage);
    let unknown = false;
    const look = (): LightAt => {
      const program = stage.chain.controllers[0];
      const own = state.controllers[0];
      const view = program && own ? panelView(program, own).get(control.id) : undefined;
      if (view?.lit === null) unknown = true;
      return { lit: view?.lit === true, on: (state.targets.values[slot] ?? 0) >= 0.5 };
    };
    const before = look();
    const presses: LightAt[] = [];
    const { script } = stage;
    for (let i = 0; i < script.length; i++) {
      const event = script[i];
      if (!event) continue;
      const next = script[i + 1];
      state = run(stage.chain, state, [event], { ...plain, until: next ? next.atMs - 1e-6 : NEVER }).state;
      const lifted = event.do === 'release' && event.on === control.id;
      const again = next !== undefined && next.atMs - event.atMs < PAUSE_MS && next.do === 'press';
      if (lifted && !again) presses.push(look());
    }
    const last = script[script.length - 1]?.atMs ?? 0;
    const other = (state.targets.values[slot] ?? 0) >= 0.5 ? parameter.lowest : parameter.highest;
    state = run(stage.chain, state, [{ do: 'set', atMs: last + 1000, on: parameter.id, value: other }], plain).state;
    const changed = look();
    return unknown ? null : { start: before, presses, changed };
  },
);

/**
 * Whether the next press moves nothing after something came between: something else that took the parameter to its other end, or a way to another bank and
 * back. Null where it cannot be played, or where the next press does nothing anyhow.
 */
export function pressLostAfter(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  between: 'moved' | 'another-bank',
  around: Surroundings,
): boolean | null {
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  const controllerId = index.controls.get(assignment.controlId)?.controllerId;
  if (!stage || slot === undefined || controllerId === undefined) return null;
  const { script, bank, page } = stage;
  const first = oneGesture(script, stage.controlId);
  const second = oneGesture(script.slice(first.length), stage.controlId);
  const at = (first.at(-1)?.atMs ?? 0) + 1;
  const standsAt = (state: ChainState): number => state.targets.values[slot] ?? 0;
  const once = run(stage.chain, start(stage), first, { ...plain, until: at }).state;
  if (standsAt(run(stage.chain, once, second, plain).state) === standsAt(once)) return null;
  const other = standsAt(once) - parameter.lowest > parameter.highest - standsAt(once) ? parameter.lowest : parameter.highest;
  const events: readonly ScriptEvent[] =
    between === 'moved'
      ? [{ do: 'set', atMs: at + 1, on: parameter.id, value: other }]
      : [
          { do: 'go', atMs: at + 1, on: controllerId, bank: bank === 1 ? 2 : 1, page },
          { do: 'go', atMs: at + 2, on: controllerId, bank, page },
        ];
  const apart = run(stage.chain, once, events, { ...plain, until: at + 3 }).state;
  return standsAt(run(stage.chain, apart, second, plain).state) === standsAt(apart);
}

/** What a switch shows and does once a preset was loaded beside it. */
export interface AfterLoading {
  /** What its light shows; null where it has none, or where nobody knows. */
  readonly lit: boolean | null;
  /** What the parameter is; null where the preset does not say. */
  readonly on: boolean | null;
  /** Whether the light showed what the parameter was, before. */
  readonly wasRight: boolean;
  /** Whether the next press does nothing, though it would have done something before. */
  readonly pressLost: boolean;
}

/**
 * A switch and its toggle after a step of another parameter was loaded, from each state that the switch can be in: untouched, pressed once, pressed twice.
 * Nothing where it cannot be played, or where the step is empty.
 */
export function afterLoading(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  preset: { readonly parameterId: string; readonly step: number },
  around: Surroundings,
): readonly AfterLoading[] {
  const stage = readyOnly(setUp(index, assignment, around, null, [preset.parameterId]));
  const slot = stage?.chain.targets.slots.get(parameter.id);
  const chooser = stage?.chain.targets.slots.get(preset.parameterId);
  const control = index.controls.get(assignment.controlId);
  const program = stage?.chain.controllers[0];
  if (!stage || slot === undefined || chooser === undefined || !control || !program || parameter.kind !== 'toggle') return [];
  if (stage.chain.targets.empty.get(chooser)?.has(preset.step)) return [];
  const look = ({ controllers, targets }: ChainState): { readonly lit: boolean | null; readonly on: boolean | null } => {
    const own = controllers[0];
    const value = targets.values[slot] ?? 0;
    return {
      lit: control.light === 'none' || !own ? null : (panelView(program, own).get(control.id)?.lit ?? null),
      on: Number.isNaN(value) ? null : value >= 0.5,
    };
  };
  const found: AfterLoading[] = [];
  let state = start(stage);
  let rest = stage.script;
  for (let presses = 0; presses <= 2; presses++) {
    const gesture = oneGesture(rest, stage.controlId);
    const at = (rest[0]?.atMs ?? 0) - 2;
    const before = look(state);
    const loaded = run(stage.chain, state, [{ do: 'set', atMs: at, on: preset.parameterId, value: preset.step }], {
      ...plain,
      until: at + 1,
    }).state;
    const after = look(loaded);
    const until = (gesture.at(-1)?.atMs ?? 0) + 1;
    const plainPress = run(stage.chain, state, gesture, { ...plain, until }).state;
    const pressed = run(stage.chain, loaded, gesture, { ...plain, until }).state;
    found.push({
      ...after,
      wasRight: before.lit === null || before.lit === before.on,
      pressLost: look(plainPress).on !== before.on && after.on !== null && look(pressed).on === after.on,
    });
    state = plainPress;
    rest = rest.slice(gesture.length);
    if (rest.length === 0) break;
  }
  return found;
}

/** Gestures of the standard script are further apart than this. */
const PAUSE_MS = 450;

export interface Jumps {
  /** How far the first message of the show can move the parameter, from where it starts. */
  readonly first: number;
  /** How far one message can move it after a bank, preset or track change left it elsewhere. */
  readonly later: number;
  /** The values that the largest of the two leaps from and to. */
  readonly from: number;
  readonly to: number;
}

/** How far a moving control makes a parameter leap where knob and value differ; tried from both ends of the travel. */
export function jumpsOf(index: RigIndex, assignment: Assignment, parameter: Parameter, around: Surroundings): Jumps | null {
  if (assignment.gesture.type !== 'move') return null;
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  if (!stage || slot === undefined) return null;
  const on = stage.controlId;
  let first = 0;
  let later = 0;
  let most = { from: parameter.start, to: parameter.start };
  const opening = stage.script.filter((e) => e.do !== 'move');
  const t0 = (stage.script.find((e) => e.do === 'move')?.atMs ?? 0) + 1;
  const early = opening.filter((e) => e.atMs < t0);
  const opened = run(stage.chain, start(stage), early, { ...plain, until: t0 - 0.5 }).state;
  const listener = stage.chain.targets.listeners.find((e) => e.slot === slot);
  // What a macro moves along hears nothing by itself: it can stand anywhere.
  const { from: low, to: high } = listener?.landing ?? { from: parameter.lowest, to: parameter.highest };
  for (const [at, beside] of [
    [0, 1 / 127],
    [1, 126 / 127],
  ] as const) {
    const begun = run(stage.chain, opened, [{ do: 'move', atMs: t0, on, position: at }], { ...plain, until: t0 + 1 });
    const began = largestMove(begun.trace, slot, opened.targets.values[slot] ?? 0);
    // Whatever moved it in between, it stands at the end of what this control can reach that is farther from here.
    const here = begun.state.targets.values[slot] ?? parameter.start;
    const elsewhere = Math.abs(high - here) > Math.abs(low - here) ? high : low;
    const away = { ...begun.state, targets: setByMouse(stage.chain.targets, begun.state.targets, slot, elsewhere).state };
    const moved = run(stage.chain, away, [{ do: 'move', atMs: t0 + 2, on, position: beside }], { ...plain, until: t0 + 3 });
    const leapt = largestMove(moved.trace, slot, elsewhere);
    if (began.by > Math.max(first, later)) most = began;
    if (leapt.by > Math.max(first, later, began.by)) most = leapt;
    first = Math.max(first, began.by);
    later = Math.max(later, leapt.by);
  }
  return { first, later, from: most.from, to: most.to };
}

function largestMove(trace: Trace, slot: number, before: number): { by: number; from: number; to: number } {
  let now = before;
  let found = { by: 0, from: before, to: before };
  for (let i = 0; i < trace.kind.length; i++) {
    if (trace.kind[i] !== VALUE || trace.a[i] !== slot) continue;
    const to = trace.b[i] ?? now;
    if (Math.abs(to - now) > found.by) found = { by: Math.abs(to - now), from: now, to };
    now = to;
  }
  return found;
}

/** Every value that one parameter goes through under the standard script, from its start on. */
export function valuesOf(index: RigIndex, assignment: Assignment, parameter: Parameter, around: Surroundings): readonly number[] {
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  if (!stage || slot === undefined) return [parameter.start];
  const trace = usualPlay(around, stage);
  const values = [parameter.start];
  for (let i = 0; i < trace.kind.length; i++) if (trace.kind[i] === VALUE && trace.a[i] === slot) values.push(trace.b[i] ?? 0);
  return values;
}

/** Milliseconds from the first message of one gesture to the moment the last one has arrived, over the wires as they are; null where nothing arrives. */
export function burstOf(index: RigIndex, assignment: Assignment, around: Surroundings): number | null {
  const stage = stageFor(index, assignment, around);
  if (!stage) return null;
  const { trace } = run(stage.chain, start(stage), oneGesture(stage.script, stage.controlId), {
    timing: (wire) => ({ ...usualTiming, transport: stage.chain.network.wires[wire]?.transport ?? 'virtual' }),
    full: true,
    until: NEVER,
  });
  let sentAt: number | null = null;
  const mine = new Set<number>();
  let arrived: number | null = null;
  for (let i = 0; i < trace.kind.length; i++) {
    if (trace.kind[i] === SENT && trace.b[i] === stage.slot && trace.c[i] === 0) {
      sentAt ??= trace.t[i] ?? 0;
      mine.add(trace.d[i] ?? -1);
    } else if (trace.kind[i] === ARRIVED && mine.has(trace.d[i] ?? -2)) arrived = trace.t[i] ?? 0;
  }
  return sentAt === null || arrived === null ? null : arrived - sentAt;
}

/**
 * What one gesture of an assignment sends, from the place where it stands, with times in milliseconds from the first message on; what
 * opens its layer is among it. Null where it cannot be played. SysEx stands in the table of `around`.
 */
export function sentByOne(
  index: RigIndex,
  assignment: Assignment,
  around: Surroundings,
): readonly { readonly atMs: number; readonly word: number }[] | null {
  const stage = stageFor(index, assignment, around);
  if (!stage) return null;
  const { trace } = run(stage.chain, start(stage), oneGesture(stage.script, stage.controlId), plain);
  const sent: { atMs: number; word: number }[] = [];
  for (let i = 0; i < trace.kind.length; i++)
    if (trace.kind[i] === SENT && trace.c[i] === 0) sent.push({ atMs: trace.t[i] ?? 0, word: trace.a[i] ?? 0 });
  const first = sent[0]?.atMs ?? 0;
  return sent.map(({ atMs, word }) => ({ atMs: atMs - first, word }));
}

/** The script up to the second time that something goes down after a pause, with the control up: one gesture. A modifier may be tapped while it is held. */
function oneGesture(script: readonly ScriptEvent[], controlId: string): readonly ScriptEvent[] {
  let down = false;
  for (const [i, event] of script.entries()) {
    const paused = event.atMs - (script[i - 1]?.atMs ?? event.atMs) > PAUSE_MS;
    if (paused && event.do === 'press' && !down) return script.slice(0, i);
    if ((event.do === 'press' || event.do === 'release') && event.on === controlId) down = event.do === 'press';
  }
  return script;
}

/**
 * How long after the bar line a launch starts when the finger goes down one beat before it, in milliseconds: 0 where it is in time,
 * a whole bar where it just misses. Null where nothing is launched.
 */
export function launchOf(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  tempo: Tempo,
  around: Surroundings,
): number | null {
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  if (!stage || slot === undefined) return null;
  const beatMs = 60_000 / tempo.bpm;
  const barMs = beatMs * tempo.beatsPerBar;
  const chain = { ...stage.chain, targets: { ...stage.chain.targets, beatMs, barMs } };
  const once = oneGesture(stage.script, stage.controlId);
  const downAt = once.filter((e) => e.do === 'press' && e.on === stage.controlId).at(-1)?.atMs ?? 0;
  // Far enough in for whatever opens a layer; the press falls one beat before a bar line.
  const shift = Math.ceil((downAt + beatMs) / barMs) * barMs - beatMs - downAt;
  const line = downAt + shift + beatMs;
  const { trace } = run(
    chain,
    start(stage),
    once.map((e) => ({ ...e, atMs: e.atMs + shift })),
    plain,
  );
  for (let i = 0; i < trace.kind.length; i++)
    if (trace.kind[i] === VALUE && trace.a[i] === slot) return Math.max(0, (trace.t[i] ?? 0) - line);
  return null;
}

/**
 * Where a parameter is left when a modifier goes down while the switch is held and comes up after it: other than where it started
 * means that the release went elsewhere. Null where the assignment does not answer to that.
 */
export function leftOn(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  modifierId: string,
  around: Surroundings,
): number | null {
  const whole = setUp(index, assignment, around, modifierId);
  if (whole.type !== 'ready') return null;
  const slot = whole.chain.targets.slots.get(parameter.id);
  if (slot === undefined) return null;
  const on = whole.controlId;
  const events: ScriptEvent[] = [
    { do: 'press', atMs: 0, on, velocity: null },
    { do: 'press', atMs: 100, on: modifierId, velocity: null },
    { do: 'release', atMs: 200, on },
    { do: 'release', atMs: 300, on: modifierId },
  ];
  return run(whole.chain, start(whole), events, plain).state.targets.values[slot] ?? null;
}
