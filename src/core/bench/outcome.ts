// outcome(): reaches the place of an assignment, plays the standard script through the whole chain, and says what each
// parameter did. Everything here is simulated; nothing is looked up.

import { onceFor } from '../base';
import { valueMax } from '../midi';
import { gridMs, usualTempo } from '../receiver';
import {
  type Assignment,
  type Control,
  type Controller,
  canMake,
  canMeet,
  countingOf,
  type Gesture,
  type GestureType,
  groupOver,
  isTapped,
  type Layer,
  modifiersOf,
  opening,
  type Parameter,
  type RigIndex,
  reaches,
  releaserOf,
  type ScriptEvent,
  standInOf,
} from '../rig';
import { compileNetwork, type Network } from '../wires';
import { type Chain, compileChain, startChain, sysexOf } from './chain';
import { type Behaved, classify, stays, type Traced } from './classify';
import { type NotLanding, slotsHeardBy, whyNotLanding } from './heard-there';
import { plainSweep } from './plain-sweep';
import { run } from './run';
import { apart, FINE_POSITIONS, inLayer, inTurn, POSITIONS, standardScript } from './script';
import { type Start, startsOf } from './starts';
import { FINGER_DOWN, FINGER_UP, SENT, type Trace } from './trace';

export type Unreachable =
  | { readonly type: 'no-such-bank'; readonly bank: number; readonly banks: number }
  | { readonly type: 'no-such-page'; readonly page: number; readonly pages: number }
  | { readonly type: 'no-modifier'; readonly layer: string }
  | { readonly type: 'is-its-own-modifier'; readonly layer: string }
  | { readonly type: 'outside-layer'; readonly layer: string }
  | { readonly type: 'other-controller'; readonly layer: string }
  | { readonly type: 'spent-by-first'; readonly layer: string }
  | { readonly type: 'no-such-gesture'; readonly gesture: GestureType }
  | { readonly type: 'not-on-control'; readonly gesture: GestureType; readonly control: string }
  | { readonly type: 'never-meets'; readonly gesture: GestureType; readonly control: string; readonly partner: string };

export interface Effect {
  readonly parameterId: string;
  /** Whether the assignment is there for this parameter, or only happens to move it. */
  readonly meant: boolean;
  readonly did: Behaved | { readonly type: 'nothing-lands'; readonly why: NotLanding };
}

export type Outcome =
  | {
      readonly type: 'played';
      readonly effects: readonly Effect[];
      /** How many messages this assignment put out under the script. */
      readonly sent: number;
      /** Other assignments that fired before this one did, in the same gesture. */
      readonly firedBefore: readonly string[];
      /** From the finger going down (the last time, for a double tap) to the first message of it, in milliseconds; null where nothing is pressed or sent. */
      readonly delayMs: number | null;
    }
  | { readonly type: 'unreachable'; readonly why: Unreachable }
  | { readonly type: 'cannot'; readonly what: string };

export interface Played {
  readonly trace: Trace;
  readonly chain: Chain;
  /** Slot of the assignment in the trace. */
  readonly slot: number;
  readonly gesture: Gesture['type'];
}

/** What is the same for every outcome of a rig: worth making once for many. */
export interface Surroundings {
  readonly network: Network;
  readonly sysex: Chain['sysex'];
}

/** What all outcomes of one rig have in common: its targets and wires compiled once, some of them pulled. */
export const surroundingsOf = (index: RigIndex, unplugged: ReadonlySet<string> = new Set()): Surroundings => ({
  network: compileNetwork(index.rig, unplugged),
  sysex: sysexOf(index),
});

/** What an assignment does, under the standard script of its gesture, from the start values of the rig. */
export function outcome(index: RigIndex, assignment: Assignment, around: Surroundings = surroundingsOf(index)): Outcome {
  const stage = stageOf(around, index, assignment);
  if (stage.type !== 'ready') return stage;
  const { chain, slot } = stage;
  const plays = new Map<Start, Trace>([[chain.targets.start, usualPlay(around, stage)]]);
  const playFrom = (start: Start): Trace => {
    const trace = plays.get(start) ?? playOn(stage, start);
    plays.set(start, trace);
    return trace;
  };
  const trace = playFrom(chain.targets.start);
  const sent = countSent(trace, slot);
  const meant = new Set(assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
  const heard = slotsHeardBy(index, stage, assignment);
  const startOf = startsOf(chain);
  const effects: Effect[] = [];
  const still = new Map<Start, number[]>();
  chain.targets.parameters.forEach((parameter, i) => {
    if (!heard.has(i)) {
      if (meant.has(parameter.id))
        effects.push({
          parameterId: parameter.id,
          meant: true,
          did: { type: 'nothing-lands', why: whyNotLanding(index, around.network, stage.plays, parameter.id) },
        });
      return;
    }
    const start = startOf(i);
    const did = classify(playFrom(start), tracedIn(chain, i, parameter, start[i]), stage.gesture);
    if (did) effects.push({ parameterId: parameter.id, meant: meant.has(parameter.id), did });
    else still.set(start, [...(still.get(start) ?? []), i]);
  });
  for (const [start, slots] of still) effects.push(...fromAnotherStart(stage, start, slots, meant));
  return { type: 'played', effects, sent, firedBefore: firedBefore(stage, trace), delayMs: delayOf(stage, trace) };
}

/** The trace of the standard script, for drawing; null when the place cannot be reached or the kind is not simulated. */
export function traceOf(index: RigIndex, assignment: Assignment): Played | null {
  const stage = setUp(index, assignment, surroundingsOf(index));
  if (stage.type !== 'ready') return null;
  return { trace: playOn(stage, stage.chain.targets.start), chain: stage.chain, slot: stage.slot, gesture: stage.gesture };
}

export interface Stage {
  readonly type: 'ready';
  readonly chain: Chain;
  /** Slot of the assignment in the first controller of the chain. */
  readonly slot: number;
  readonly controlId: string;
  readonly gesture: Gesture['type'];
  /** The assignment whose messages go out: in a layer made in the host, the one that stands in for it in Base. */
  readonly plays: Assignment;
  /** Index of the control whose press takes back what this one's does, and counts as a press like it; null where there is none. */
  readonly other: number | null;
  readonly script: readonly ScriptEvent[];
  readonly bank: number;
  readonly page: number;
}

/** The stage of an assignment alone. What is asked next is mostly about the same one: its stage is set up once. */
export const stageOf = onceFor((around: Surroundings, index: RigIndex, assignment: Assignment) =>
  setUp(index, assignment, around),
);

/** The trace of the standard script from the start values, played once for the stage that is on. */
export const usualPlay = onceFor((_around: Surroundings, stage: Stage): Trace => playOn(stage, stage.chain.targets.start));

/**
 * Everything that an assignment needs to be played: its chain, and its script from the place it stands at. `beside` brings another
 * control of the same controller into the chain, and with it every layer; `also` further parameters.
 */
export function setUp(
  index: RigIndex,
  assignment: Assignment,
  around: Surroundings,
  beside: string | null = null,
  also: readonly string[] = [],
): Stage | Exclude<Outcome, { type: 'played' }> {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return { type: 'cannot', what: 'a control that is not there' };
  const { firmware } = controller;
  const { gesture } = assignment;
  const layer = assignment.layerId === null ? null : (index.layers.get(assignment.layerId) ?? null);
  const why = unreachableBecause(index, assignment, layer, control, controller);
  if (why) return { type: 'unreachable', why };

  const modifiers = layer ? opening(index, layer, control.id) : [];
  const home = index.controllers.get(modifiers[0]?.controllerId ?? '');
  const bank = assignment.bank ?? 1;
  const page = assignment.page ?? 1;
  const here = [control.id];
  if (gesture.type === 'chord') here.push(gesture.with);
  if (home?.id === controller.id) here.push(...modifiers.map((m) => m.id).filter((id) => !here.includes(id)));
  if (beside !== null && !here.includes(beside)) here.push(beside);
  const other = beside === null ? turnedOffBy(index, assignment, control) : null;
  if (other !== null && !here.includes(other)) here.push(other);
  const away = home && home.id !== controller.id ? [{ controller: home, controlIds: modifiers.map((m) => m.id) }] : [];
  const chain = compileChain(index, {
    controllers: [{ controller, controlIds: here }, ...away],
    place: { bank, page, layerIds: beside !== null ? [...index.layers.keys()] : layer ? [layer.id] : [] },
    network: around.network,
    sysex: around.sysex,
    tempo: usualTempo,
    parameterIds: [...assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])), ...also],
  });

  // In a layer made in the host the hardware sends what Base holds: that is what is played for it.
  const played = standInOf(index, assignment) ?? assignment;
  const own = chain.controllers[0]?.armed.find((a) => a.assignment?.id === played.id);
  if (!own) return { type: 'cannot', what: 'a gesture that the firmware has not' };
  if (own.cannot !== null) return { type: 'cannot', what: own.cannot };
  const count = gesture.type === 'move' ? positionsOf(played) : pressCount(index, assignment);
  const { targets } = chain;
  const waits = Math.max(0, ...targets.listeners.map((l) => gridMs(targets, targets.start, l)));
  const plain =
    other === null
      ? standardScript(gesture, control.id, firmware, count, layer?.mode === 'while-held' ? 300 : 0)
      : inTurn(control.id, other, count, firmware);
  const script = apart(plain, waits, firmware);
  const opened =
    layer && modifiers.length > 0
      ? inLayer(script, { on: modifiers.map((m) => m.id), mode: layer.mode, byHold: isTapped(layer) }, firmware)
      : script;
  return {
    type: 'ready',
    chain,
    slot: own.slot,
    controlId: control.id,
    gesture: gesture.type,
    plays: played,
    other: other === null ? null : here.indexOf(other),
    script: opened,
    bank,
    page,
  };
}

/** The switch of the same group that turns off what this one turns on, where a second press of its own does not; null for what is not turned off so: programs, say. */
function turnedOffBy(index: RigIndex, assignment: Assignment, control: Control): string | null {
  const group = groupOver(index, assignment, control);
  const latches =
    assignment.gesture.type !== 'press' ||
    assignment.actions.some((a) => a.turn !== undefined || (a.type === 'send' && a.behaviour.type === 'latching'));
  return group?.sendsOff && latches ? releaserOf(group, control.id) : null;
}

/** As many positions as what is sent can tell apart, within reason. */
const positionsOf = ({ actions }: Assignment): number =>
  actions.some((a) => a.type === 'send' && a.behaviour.type === 'range' && valueMax(a.message.type) > 127)
    ? FINE_POSITIONS
    : POSITIONS;

function unreachableBecause(
  index: RigIndex,
  assignment: Assignment,
  layer: Layer | null,
  control: Control,
  controller: Controller,
): Unreachable | null {
  const { firmware } = controller;
  if (assignment.bank !== null && assignment.bank > firmware.banks)
    return { type: 'no-such-bank', bank: assignment.bank, banks: firmware.banks };
  if (assignment.page !== null && assignment.page > firmware.pages)
    return { type: 'no-such-page', page: assignment.page, pages: firmware.pages };
  const { gesture } = assignment;
  if (!canMake(control, gesture.type)) return { type: 'not-on-control', gesture: gesture.type, control: control.name };
  if (gesture.type === 'chord') {
    const partner = index.controls.get(gesture.with);
    if (!canMeet(control, gesture, partner))
      return { type: 'never-meets', gesture: gesture.type, control: control.name, partner: partner?.name ?? '' };
  }
  if (!firmware.gestures.includes(gesture.type)) return { type: 'no-such-gesture', gesture: gesture.type };
  if (!layer) return null;
  const modifiers = modifiersOf(layer);
  if (opening(index, layer).length === 0) return { type: 'no-modifier', layer: layer.name };
  if (modifiers.includes(control.id)) return { type: 'is-its-own-modifier', layer: layer.name };
  if (!reaches(layer, control)) return { type: 'outside-layer', layer: layer.name };
  // One controller cannot know what is held on another; only a host sees both.
  const atHome = opening(index, layer).every((m) => m.controllerId === controller.id);
  if (layer.madeIn === 'controller' && !atHome) return { type: 'other-controller', layer: layer.name };
  if (layer.madeIn === 'controller' && layer.mode === 'next-press' && takesTwo(index, gesture, layer))
    return { type: 'spent-by-first', layer: layer.name };
  return null;
}

/** Whether a gesture takes two presses in a layer: the first of them closes one that is there for the next press. */
function takesTwo(index: RigIndex, gesture: Gesture, layer: Layer): boolean {
  if (gesture.type !== 'chord') return gesture.type === 'double-tap' || gesture.type === 'tap-hold';
  const partner = index.controls.get(gesture.with);
  return partner !== undefined && reaches(layer, partner);
}

/** Four presses, or enough of them to see a counter go once round. */
function pressCount(index: RigIndex, assignment: Assignment): number {
  let count = 4;
  for (const action of assignment.actions) {
    if (action.type !== 'send' || action.behaviour.type !== 'stepping') continue;
    const counter = countingOf(index.counters, action.behaviour);
    if (counter) count = Math.max(count, Math.min(130, Math.ceil((counter.to - counter.from + 1) / Math.abs(counter.step)) + 2));
  }
  return count;
}

/** Everything arrives when it is sent: an outcome says what happens, and the Bench also when. */
function playOn(stage: Stage, values: readonly number[]): Trace {
  const { chain, bank, page } = stage;
  const quick = stage.gesture === 'move' ? plainSweep(chain, stage.slot, stage.script, values) : null;
  if (quick) return quick;
  const state = startChain(chain, { bank, page }, values);
  const { trace } = run(chain, state, stage.script, { timing: null, full: false, until: Number.MAX_VALUE });
  // The hand goes from one switch to the other: to what they turn it is one press after another.
  trace.kind.forEach((kind, i) => {
    if ((kind === FINGER_DOWN || kind === FINGER_UP) && trace.a[i] === stage.other) trace.a[i] = 0;
  });
  return trace;
}

/** Messages that the assignment put out: those of the first controller in its slot. */
function countSent(trace: Trace, slot: number): number {
  let sent = 0;
  for (let i = 0; i < trace.kind.length; i++) if (trace.kind[i] === SENT && trace.b[i] === slot && trace.c[i] === 0) sent++;
  return sent;
}

/** Parameters that did not move from where the show starts, played once more from somewhere else. */
function fromAnotherStart(stage: Stage, usual: Start, still: readonly number[], meant: ReadonlySet<string>): Effect[] {
  const { parameters } = stage.chain.targets;
  const start = parameters.map((p, i) => {
    const now = usual[i] ?? p.start;
    return still.includes(i) ? (now - p.lowest > p.highest - now ? p.lowest : p.highest) : now;
  });
  const trace = playOn(stage, start);
  return still.flatMap((i): Effect[] => {
    const parameter = parameters[i];
    if (!parameter) return [];
    const did = classify(trace, tracedIn(stage.chain, i, parameter, start[i]), stage.gesture);
    // It moved to where it already was at the start of the show and stayed there; anything else cannot come out of a still run.
    const told: Behaved = did === null ? { type: 'never-reacts' } : stays(parameter, usual[i] ?? parameter.start, true);
    return [{ parameterId: parameter.id, meant: meant.has(parameter.id), did: told }];
  });
}

/** A parameter as its play is to be read: where it began, and whether anything of its target takes the time between presses. */
function tracedIn({ targets }: Chain, slot: number, parameter: Parameter, start = parameter.start): Traced {
  const isThere = (other: Parameter | undefined): boolean => other?.targetId === parameter.targetId;
  const tellsTime = (): boolean =>
    targets.listeners.some((l) => l.taps && isThere(l.parameter)) ||
    [...targets.clocked].some((at) => isThere(targets.parameters[at]));
  return { slot, parameter, start, tellsTime };
}

/** Neighbours on the same control that fire on the way to this gesture: a press before its hold. */
function firedBefore(stage: Stage, trace: Trace): string[] {
  const fired = new Set<number>();
  for (let i = 0; i < trace.kind.length; i++) {
    if (trace.kind[i] !== SENT || trace.c[i] !== 0) continue;
    const slot = trace.b[i] ?? -1;
    if (slot === stage.slot) break;
    if (slot >= 0) fired.add(slot);
  }
  return [...fired].flatMap((slot) => {
    const fired = stage.chain.controllers[0]?.armed[slot]?.assignment;
    return fired?.controlId === stage.controlId ? [fired.id] : [];
  });
}

/** How long the finger is down before the first message of the assignment goes out. */
function delayOf(stage: Stage, trace: Trace): number | null {
  let downAt: number | null = null;
  for (let i = 0; i < trace.kind.length; i++) {
    const kind = trace.kind[i];
    if (kind === FINGER_DOWN && trace.a[i] === 0) downAt = trace.t[i] ?? null;
    else if (kind === SENT && trace.b[i] === stage.slot && trace.c[i] === 0)
      return downAt === null ? null : (trace.t[i] ?? 0) - downAt;
  }
  return null;
}
