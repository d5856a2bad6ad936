// The receiving side as a state machine: which landings hear a word, in which host layer, and what the parameters do.
import { addressKey, type Word, wordKey, wordType, wordValue } from '../midi';
import type { Controller, Landing, Layer, Parameter, RigIndex } from '../rig';
import { accepts, passes, portFits, routesFrom } from '../wires';
import { type Hear, makeHear, type Travel, travelOf, unsupportedLanding } from './hear';
import { type Grip, looseGrip, type TakeoverRule, takeOver } from './takeover';

interface Ear {
  readonly landing: Landing;
  readonly slot: number;
  readonly hear: Hear;
  /** Takeover other than jumping, on a landing where it means something. */
  readonly takeover: { readonly rule: TakeoverRule; readonly travel: Travel } | null;
}

export interface TargetProgram {
  /** The parameters in play; a slot is a position in this list. */
  readonly parameters: readonly Parameter[];
  readonly ears: ReadonlyMap<number, readonly Ear[]>;
  readonly signals: ReadonlyMap<number, readonly Layer[]>;
  readonly layers: ReadonlyMap<string, Layer>;
  readonly start: readonly number[];
}

export interface TargetState {
  readonly values: readonly number[];
  /** Host-made layers that are open, in the order in which they were opened. */
  readonly open: readonly string[];
  /** What landings with a takeover remember, by landing. */
  readonly grips: Readonly<Record<string, Grip>>;
}

export interface TargetScope {
  readonly controller: Controller;
  /** Keys of every address that can arrive. */
  readonly keys: readonly number[];
  /** Parameters that get a slot even if nothing lands on them. */
  readonly parameterIds: readonly string[];
}

/** Compiles what can hear a controller at some addresses, over the wires that there are. */
export function compileTargets(
  index: RigIndex,
  scope: TargetScope,
): { readonly program: TargetProgram; readonly unsupported: string | null } {
  const parameters: Parameter[] = [];
  const slots = new Map<string, number>();
  const slotOf = (parameter: Parameter): number => {
    const known = slots.get(parameter.id);
    if (known !== undefined) return known;
    slots.set(parameter.id, parameters.length);
    return parameters.push(parameter) - 1;
  };
  let unsupported: string | null = null;
  const ears = new Map<number, Ear[]>();
  const routes = routesFrom(index, scope.controller.id);
  for (const id of scope.parameterIds) {
    const parameter = index.parameters.get(id);
    if (parameter) slotOf(parameter);
  }
  for (const key of scope.keys) {
    const hearing: Ear[] = [];
    for (const landing of index.landingsAt.get(key) ?? []) {
      const parameter = index.parameters.get(landing.parameterId);
      if (!parameter) continue;
      const type = landing.address.type;
      const channel = 'channel' in landing.address ? landing.address.channel : 0;
      for (const { target, wire } of routes) {
        if (target.id !== landing.targetId || !passes(wire, type, channel)) continue;
        if (!accepts(target, landing.address) || !portFits(target, landing.port, scope.controller)) continue;
        unsupported ??= unsupportedLanding(landing);
        hearing.push({
          landing,
          slot: slotOf(parameter),
          hear: makeHear(landing, parameter, target.reception),
          takeover: takeoverOf(landing, parameter, target.reception.rejectGap),
        });
      }
    }
    if (hearing.length > 0) ears.set(key, hearing);
  }
  const signals = new Map<number, Layer[]>();
  for (const layer of index.rig.layers) {
    if (layer.madeIn !== 'host' || !layer.signal) continue;
    const key = addressKey(layer.signal);
    signals.set(key, [...(signals.get(key) ?? []), layer]);
  }
  return { program: { parameters, ears, signals, layers: index.layers, start: parameters.map((p) => p.start) }, unsupported };
}

export const startTargets = (program: TargetProgram): TargetState => ({ values: program.start, open: [], grips: {} });

/** Takes one word. Returns the next state; parameters that moved differ in `values`. */
export function stepTargets(program: TargetProgram, state: TargetState, word: Word): TargetState {
  const key = wordKey(word);
  const value = wordValue(word);
  const open = program.signals.size === 0 ? state.open : signalled(program, state.open, key, value);
  const ears = program.ears.get(key);
  if (!ears) return open === state.open ? state : { ...state, open };
  const layer = hearingLayer(program, open, ears);
  const type = wordType(word);
  let values: number[] | null = null;
  let { grips } = state;
  for (const ear of ears) {
    if (ear.landing.hostLayerId !== layer) continue;
    const now = (values ?? state.values)[ear.slot] ?? 0;
    let next: number;
    if (ear.takeover === null || type === 'program') next = ear.hear(type, value, now);
    else {
      const grip = grips[ear.landing.id] ?? looseGrip;
      const taken = gripped(ear.takeover, grip, value, now);
      next = taken.value;
      grips = { ...grips, [ear.landing.id]: taken.grip };
    }
    if (next === now) continue;
    values ??= state.values.slice();
    values[ear.slot] = next;
  }
  if (values === null && open === state.open && grips === state.grips) return state;
  return { values: values ?? state.values, open, grips };
}

function takeoverOf(landing: Landing, parameter: Parameter, rejectGap: number | null): Ear['takeover'] {
  const travel = landing.takeover === 'jump' ? null : travelOf(landing, parameter);
  if (travel === null || landing.takeover === 'jump') return null;
  return { travel, rule: { type: landing.takeover, near: 2 / 127, rejectGap: rejectGap === null ? null : rejectGap / 127 } };
}

function gripped(
  takeover: NonNullable<Ear['takeover']>,
  grip: Grip,
  value: number,
  now: number,
): { readonly value: number; readonly grip: Grip } {
  const { rule, travel } = takeover;
  const moved = grip.left !== null && grip.left !== now;
  const taken = takeOver(rule, grip, travel.knob(value), travel.placeOfValue(now), moved);
  const next = taken.place === null ? now : travel.valueAt(taken.place);
  return { value: next, grip: { ...taken.grip, left: next } };
}

function signalled(program: TargetProgram, open: readonly string[], key: number, value: number): readonly string[] {
  const layers = program.signals.get(key);
  if (!layers) return open;
  const ids = layers.map((l) => l.id);
  const others = open.filter((id) => !ids.includes(id));
  return value >= 64 ? [...others, ...ids] : others;
}

/** The host layer whose landings hear: the one opened last that has one at this address; a silent layer hears nothing else. */
function hearingLayer(program: TargetProgram, open: readonly string[], ears: readonly Ear[]): string | null {
  for (let i = open.length - 1; i >= 0; i--) {
    const id = open[i] ?? null;
    if (id === null) continue;
    if (ears.some((e) => e.landing.hostLayerId === id) || program.layers.get(id)?.fallsThrough === false) return id;
  }
  return null;
}
