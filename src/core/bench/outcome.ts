// outcome(): reaches the place of an assignment, plays the standard script through the whole chain, and says what each
// parameter did. Everything here is simulated; nothing is looked up.

import { compileController, startController } from '../controller';
import { addressKey } from '../midi';
import { type Assignment, hostLayerAt, type Layer, messagesOf, type RigIndex, standInOf } from '../rig';
import { compileTargets, startTargets } from '../target';
import { accepts, passes, routesFrom } from '../wires';
import { type Behaved, classify, stays } from './classify';
import { type Chain, play } from './play';
import { type ScriptEvent, standardScript } from './script';
import { SENT, type Trace } from './trace';

export type Unreachable =
  | { readonly type: 'no-such-bank'; readonly bank: number; readonly banks: number }
  | { readonly type: 'no-such-page'; readonly page: number; readonly pages: number }
  | { readonly type: 'no-modifier'; readonly layer: string }
  | { readonly type: 'is-its-own-modifier'; readonly layer: string }
  | { readonly type: 'outside-layer'; readonly layer: string }
  | { readonly type: 'no-such-gesture'; readonly gesture: string };

export type NotLanding = 'no-landing' | 'no-wire' | 'outside-window' | 'other-address';

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
    }
  | { readonly type: 'unreachable'; readonly why: Unreachable }
  | { readonly type: 'not-simulated'; readonly what: string };

export interface Played {
  readonly trace: Trace;
  readonly chain: Chain;
  /** Slot of the assignment in the trace. */
  readonly slot: number;
}

/** What an assignment does, under the standard script of its gesture, from the start values of the rig. */
export function outcome(index: RigIndex, assignment: Assignment): Outcome {
  const stage = setUp(index, assignment);
  if (stage.type !== 'ready') return stage;
  const { chain, slot } = stage;
  const { trace } = run(stage, chain.targets.start);
  const sent = countSent(trace, slot);
  const meant = new Set(assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
  const moves = assignment.gesture.type === 'move';
  const heard = slotsHeardBy(stage, assignment, index);
  const effects: Effect[] = [];
  const still: number[] = [];
  chain.targets.parameters.forEach((parameter, i) => {
    if (!heard.has(i)) {
      if (meant.has(parameter.id))
        effects.push({
          parameterId: parameter.id,
          meant: true,
          did: { type: 'nothing-lands', why: whyNotLanding(index, assignment, parameter.id) },
        });
      return;
    }
    const did = classify(trace, i, parameter, parameter.start, moves);
    if (did) effects.push({ parameterId: parameter.id, meant: meant.has(parameter.id), did });
    else still.push(i);
  });
  if (still.length > 0) effects.push(...fromAnotherStart(stage, still, meant));
  return { type: 'played', effects, sent, firedBefore: firedBefore(stage, trace) };
}

/** The trace of the standard script, for drawing; null when the place cannot be reached or the kind is not simulated. */
export function traceOf(index: RigIndex, assignment: Assignment): Played | null {
  const stage = setUp(index, assignment);
  if (stage.type !== 'ready') return null;
  const { trace } = run(stage, stage.chain.targets.start);
  return { trace, chain: stage.chain, slot: stage.slot };
}

interface Stage {
  readonly type: 'ready';
  readonly chain: Chain;
  readonly slot: number;
  readonly script: readonly ScriptEvent[];
  readonly bank: number;
  readonly page: number;
}

function setUp(index: RigIndex, assignment: Assignment): Stage | Exclude<Outcome, { type: 'played' }> {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller) return { type: 'not-simulated', what: 'a control that is not there' };
  const { firmware } = controller;
  const layer = assignment.layerId === null ? null : (index.layers.get(assignment.layerId) ?? null);
  const why = unreachableBecause(assignment, layer, control, firmware);
  if (why) return { type: 'unreachable', why };

  const modifierId = layer?.modifierControlId ?? null;
  const modifierHome = modifierId === null ? null : index.controls.get(modifierId)?.controllerId;
  if (modifierHome && modifierHome !== controller.id) return { type: 'not-simulated', what: 'a modifier on another controller' };
  const bank = assignment.bank ?? 1;
  const page = assignment.page ?? 1;
  const controlIds = modifierId === null ? [control.id] : [modifierId, control.id];
  const hardware = compileController(index, { controller, controlIds, bank, page, layerIds: layer ? [layer.id] : [] });
  if (hardware.unsupported) return { type: 'not-simulated', what: hardware.unsupported };

  const keys = new Set<number>();
  for (const armed of hardware.program.armed) {
    for (const action of armed.assignment.actions) {
      if (action.type === 'send') for (const message of messagesOf(action, index.counters)) keys.add(addressKey(message));
    }
  }
  const parameterIds = assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
  const software = compileTargets(index, { controller, keys: [...keys], parameterIds });
  if (software.unsupported) return { type: 'not-simulated', what: software.unsupported };

  // In a layer made in the host the hardware sends what Base holds: that is what is played for it.
  const played = standInOf(index, assignment) ?? assignment;
  const own = hardware.program.armed.find((a) => a.assignment.id === played.id);
  const script = standardScript(
    assignment.gesture.type,
    control.id,
    firmware,
    pressCount(index, assignment),
    modifierId === null ? 0 : 300,
  );
  if (!script || !own) return { type: 'not-simulated', what: `the gesture “${assignment.gesture.type}”` };
  const last = script[script.length - 1]?.t ?? 0;
  const whole: readonly ScriptEvent[] =
    modifierId === null
      ? script
      : [{ t: 0, do: 'press', controlId: modifierId }, ...script, { t: last + 300, do: 'release', controlId: modifierId }];
  const chain: Chain = { controller: hardware.program, targets: software.program, controlId: control.id };
  return { type: 'ready', chain, slot: own.slot, script: whole, bank, page };
}

function unreachableBecause(
  assignment: Assignment,
  layer: Layer | null,
  control: { readonly id: string; readonly controllerId: string; readonly side: string },
  firmware: { readonly banks: number; readonly pages: number; readonly gestures: readonly string[] },
): Unreachable | null {
  if (assignment.bank !== null && assignment.bank > firmware.banks)
    return { type: 'no-such-bank', bank: assignment.bank, banks: firmware.banks };
  if (assignment.page !== null && assignment.page > firmware.pages)
    return { type: 'no-such-page', page: assignment.page, pages: firmware.pages };
  if (!firmware.gestures.includes(assignment.gesture.type)) return { type: 'no-such-gesture', gesture: assignment.gesture.type };
  if (layer) {
    if (layer.modifierControlId === null) return { type: 'no-modifier', layer: layer.name };
    if (layer.modifierControlId === control.id) return { type: 'is-its-own-modifier', layer: layer.name };
    const outside =
      layer.scope.type !== 'all' &&
      (layer.scope.controllerId !== control.controllerId || (layer.scope.type === 'side' && layer.scope.side !== control.side));
    if (outside) return { type: 'outside-layer', layer: layer.name };
  }
  return null;
}

/** Four presses, or enough of them to see a counter go once round. */
function pressCount(index: RigIndex, assignment: Assignment): number {
  let count = 4;
  for (const action of assignment.actions) {
    if (action.type !== 'send' || action.behaviour.type !== 'stepping') continue;
    const counter = index.counters.get(action.behaviour.counterId);
    if (counter) count = Math.max(count, Math.min(130, Math.ceil((counter.to - counter.from + 1) / Math.abs(counter.step)) + 2));
  }
  return count;
}

function run(stage: Stage, start: readonly number[]): { readonly trace: Trace } {
  const controller = startController(stage.chain.controller, stage.bank, stage.page);
  const targets = { ...startTargets(stage.chain.targets), values: start };
  return { trace: play(stage.chain, stage.script, controller, targets) };
}

function countSent(trace: Trace, slot: number): number {
  let sent = 0;
  for (let i = 0; i < trace.kind.length; i++) if (trace.kind[i] === SENT && trace.b[i] === slot) sent++;
  return sent;
}

/** Parameters that did not move from where the show starts, played once more from somewhere else. */
function fromAnotherStart(stage: Stage, still: readonly number[], meant: ReadonlySet<string>): Effect[] {
  const { parameters } = stage.chain.targets;
  const start = parameters.map((p, i) =>
    still.includes(i) ? (p.start - p.lowest > p.highest - p.start ? p.lowest : p.highest) : p.start,
  );
  const { trace } = run(stage, start);
  return still.flatMap((i): Effect[] => {
    const parameter = parameters[i];
    if (!parameter) return [];
    const moves = stage.script.some((e) => e.do === 'move');
    const did = classify(trace, i, parameter, start[i] ?? 0, moves);
    // It moved to where it already was at the start of the show and stayed there; anything else cannot come out of a still run.
    const told: Behaved = did === null ? { type: 'never-reacts' } : stays(parameter, parameter.start, true);
    return [{ parameterId: parameter.id, meant: meant.has(parameter.id), did: told }];
  });
}

/** Slots of the parameters that hear what this assignment sends: the others in the chain belong to its neighbours. */
function slotsHeardBy(stage: Stage, assignment: Assignment, index: RigIndex): ReadonlySet<number> {
  const slots = new Set<number>();
  const hostLayer = index.layers.get(hostLayerAt(index, assignment.layerId) ?? '');
  for (const action of assignment.actions) {
    if (action.type !== 'send') continue;
    for (const message of messagesOf(action, index.counters)) {
      const ears = stage.chain.targets.ears.get(addressKey(message)) ?? [];
      const inLayer = hostLayer ? ears.filter((e) => e.landing.hostLayerId === hostLayer.id) : [];
      const hearing =
        inLayer.length > 0 || hostLayer?.fallsThrough === false ? inLayer : ears.filter((e) => e.landing.hostLayerId === null);
      for (const ear of hearing) slots.add(ear.slot);
    }
  }
  return slots;
}

function whyNotLanding(index: RigIndex, assignment: Assignment, parameterId: string): NotLanding {
  const landings = index.landingsOf.get(parameterId) ?? [];
  if (landings.length === 0) return 'no-landing';
  const keys = new Set(
    assignment.actions.flatMap((a) => (a.type === 'send' ? messagesOf(a, index.counters).map(addressKey) : [])),
  );
  const here = landings.filter((l) => keys.has(addressKey(l.address)));
  if (here.length === 0) return 'other-address';
  const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
  const routes = routesFrom(index, controllerId);
  const wired = here.some((l) =>
    routes.some(
      (r) => r.target.id === l.targetId && passes(r.wire, l.address.type, 'channel' in l.address ? l.address.channel : 0),
    ),
  );
  if (!wired) return 'no-wire';
  const inside = here.some((l) => {
    const target = index.targets.get(l.targetId);
    return target !== undefined && accepts(target, l.address);
  });
  return inside ? 'other-address' : 'outside-window';
}

/** Neighbours on the same control that fire on the way to this gesture: a press before its hold. */
function firedBefore(stage: Stage, trace: Trace): string[] {
  const fired = new Set<number>();
  for (let i = 0; i < trace.kind.length; i++) {
    if (trace.kind[i] !== SENT) continue;
    const slot = trace.b[i] ?? -1;
    if (slot === stage.slot) break;
    if (slot >= 0) fired.add(slot);
  }
  return [...fired].flatMap((slot) => {
    const armed = stage.chain.controller.armed[slot];
    return armed && armed.assignment.controlId === stage.chain.controlId ? [armed.assignment.id] : [];
  });
}
