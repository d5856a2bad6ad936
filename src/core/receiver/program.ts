// The receiving side, compiled: which landings of which target hear an address, and what else has to be remembered for them.
import { clamp } from '../base';
import { addressKey, kindOf, type Listening, type MessageType, type SysexTable } from '../midi';
import { type Hear, makeHear, modeOf, type Travel, travelOf } from '../modes';
import { eachNumber, type Landing, type Layer, type Parameter, type RigIndex, type Target } from '../rig';
import { accepts } from '../wires';
import { emptySteps, type Loads, loadsOf } from './presets';
import { settledBy } from './settled';
import type { TakeoverRule } from './takeover';

export interface Listener {
  readonly landing: Landing;
  /** Position in `program.listeners`: tells the trace who heard. */
  readonly index: number;
  /** Slot of its parameter. */
  readonly slot: number;
  readonly hear: Hear;
  /** The value that a message leaves its parameter at wherever it stood before; null where that depends on where it stood. */
  readonly settles: (type: MessageType, value: number) => number | null;
  /** Whether it hears only while its target is in front, though the target does not say so of itself. */
  readonly needsFront: boolean;
  /** Takeover other than jumping, on a landing where it means something. */
  readonly takeover: { readonly rule: TakeoverRule; readonly travel: Travel } | null;
  /** The bank that has to be selected before its program counts, as one number; null for any. */
  readonly bank: number | null;
  /** Whether what it does waits for the next beat or bar. */
  readonly launches: boolean;
}

/** One target. */
export interface Receiver {
  readonly target: Target;
  readonly index: number;
  readonly listeners: ReadonlyMap<number, readonly Listener[]>;
  readonly signals: ReadonlyMap<number, readonly Layer[]>;
  /** What sequences it puts together; null when nothing of it listens for any. */
  readonly listening: Listening | null;
  readonly selectsBanks: boolean;
  /** Whether some of it hears only while it is in front. */
  readonly somePartMinds: boolean;
}

export interface TargetProgram {
  /** The parameters in play; a slot is a position in this list. */
  readonly parameters: readonly Parameter[];
  readonly slots: ReadonlyMap<string, number>;
  readonly receivers: readonly Receiver[];
  readonly receiverOf: ReadonlyMap<string, Receiver>;
  readonly listeners: readonly Listener[];
  /** Listeners that send back where their parameter stands, by its slot. */
  readonly sendingBack: ReadonlyMap<number, readonly Listener[]>;
  readonly layers: ReadonlyMap<string, Layer>;
  /** What loading a step does, by the slot of the parameter that chooses. */
  readonly loads: ReadonlyMap<number, Loads>;
  /** Steps that nothing is stored under, by the same slot. */
  readonly empty: ReadonlyMap<number, ReadonlySet<number>>;
  readonly start: readonly number[];
  readonly sysex: SysexTable;
  /** Lengths of a beat and a bar in milliseconds, for launch quantisation. */
  readonly beatMs: number;
  readonly barMs: number;
}

export interface Tempo {
  readonly bpm: number;
  readonly beatsPerBar: number;
}

/** 120 beats a minute in four. */
export const usualTempo: Tempo = { bpm: 120, beatsPerBar: 4 };

export interface TargetScope {
  /** Keys of every address that can arrive; null takes all landings. */
  readonly keys: readonly number[] | null;
  /** Whether a target can be reached at all. */
  readonly reaches: (targetId: string) => boolean;
  /** Parameters that get a slot even if nothing lands on them; null gives one to all. */
  readonly parameterIds: readonly string[] | null;
  readonly sysex: SysexTable;
  readonly tempo: Tempo;
}

/** Compiles what can hear some addresses, or all of them. */
export function compileTargets(index: RigIndex, scope: TargetScope): TargetProgram {
  const parameters: Parameter[] = [];
  const slots = new Map<string, number>();
  const slotOf = (parameter: Parameter): number => {
    const known = slots.get(parameter.id);
    if (known !== undefined) return known;
    slots.set(parameter.id, parameters.length);
    return parameters.push(parameter) - 1;
  };
  const ids = scope.parameterIds ?? index.rig.parameters.map((p) => p.id);
  for (const id of ids) {
    const parameter = index.parameters.get(id);
    if (parameter) slotOf(parameter);
  }

  const listeners: Listener[] = [];
  const byTarget = new Map<string, Map<number, Listener[]>>();
  const landings = scope.keys === null ? index.rig.landings : scope.keys.flatMap((key) => index.landingsAt.get(key) ?? []);
  const keys = scope.keys === null ? null : new Set(scope.keys);
  const heard = [...new Set(landings)]
    .flatMap((landing) => eachNumber(landing))
    .filter((l) => keys === null || keys.has(addressKey(l.address)));
  for (const landing of heard) {
    if (!scope.reaches(landing.targetId)) continue;
    const parameter = index.parameters.get(landing.parameterId);
    const target = index.targets.get(landing.targetId);
    if (!parameter || !target || !accepts(target, landing.address)) continue;
    const listener = listenerOf(index, landing, parameter, target, { index: listeners.length, slot: slotOf(parameter) });
    listeners.push(listener);
    const home = byTarget.get(target.id) ?? new Map<number, Listener[]>();
    byTarget.set(target.id, home);
    const key = addressKey(landing.address);
    const there = home.get(key);
    home.set(key, there ? [...there, listener].sort(byPrecedence(index)) : [listener]);
  }

  const targets = scope.keys === null ? index.rig.targets : [...byTarget.keys()].flatMap((id) => index.targets.get(id) ?? []);
  const units = targets.map((target, place): Receiver => {
    const heard = byTarget.get(target.id) ?? new Map<number, Listener[]>();
    return { target, index: place, listeners: heard, signals: index.layersBySignal, ...memoryFor(target, heard) };
  });
  const sendingBack = new Map<number, Listener[]>();
  for (const listener of listeners) {
    if (index.targets.get(listener.landing.targetId)?.reception.feedback !== 'same-address') continue;
    sendingBack.set(listener.slot, [...(sendingBack.get(listener.slot) ?? []), listener]);
  }
  const beatMs = 60_000 / scope.tempo.bpm;
  return {
    parameters,
    slots,
    receivers: units,
    receiverOf: new Map(units.map((u) => [u.target.id, u])),
    listeners,
    sendingBack,
    layers: index.layers,
    loads: loadsOf(index, parameters, slots, inRange),
    empty: new Map(parameters.flatMap((p, slot) => mapped(slot, emptySteps(index, p)))),
    start: parameters.map((p) => inRange(p, p.start)),
    sysex: scope.sysex,
    beatMs,
    barMs: beatMs * scope.tempo.beatsPerBar,
  };
}

const mapped = <T>(slot: number, value: T | undefined): [number, T][] => (value === undefined ? [] : [[slot, value]]);

/**
 * Which of several landings at one address acts first: what puts another sound in place, then the others in the order of their parameters. Nobody can
 * enter an order of landings in a target, so that it may not depend on the order of rows. Common practice, no source.
 */
const byPrecedence =
  ({ parameters }: Pick<RigIndex, 'parameters'>) =>
  (a: Listener, b: Listener): number =>
    Number(modeOf(b.landing.mode).changesSound) - Number(modeOf(a.landing.mode).changesSound) ||
    (parameters.get(a.landing.parameterId)?.order ?? 0) - (parameters.get(b.landing.parameterId)?.order ?? 0) ||
    a.index - b.index;

/** A value of a parameter, kept in its range; a trigger counts how often it fired. */
export const inRange = ({ kind, lowest, highest }: Parameter, value: number): number =>
  kind === 'trigger' ? value : clamp(value, lowest, highest);

function listenerOf(
  rig: RigIndex,
  landing: Landing,
  parameter: Parameter,
  target: Target,
  at: Pick<Listener, 'index' | 'slot'>,
): Listener {
  const { address } = landing;
  const { rejectGap, launchQuantisation } = target.reception;
  const travel = landing.takeover === 'jump' ? null : travelOf(landing, parameter);
  const empty = emptySteps(rig, parameter);
  const hear = makeHear(landing, empty ? { ...parameter, empty } : parameter, target.reception);
  return {
    landing,
    ...at,
    hear,
    settles: settledBy(hear, parameter),
    needsFront: parameter.needsFront,
    takeover:
      travel === null || landing.takeover === 'jump'
        ? null
        : {
            travel,
            rule: { type: landing.takeover, near: 2 / 127, rejectGap: rejectGap === null ? null : rejectGap / 127 },
          },
    bank: address.type === 'program' && address.bank !== null ? address.bank.msb * 128 + (address.bank.lsb ?? 0) : null,
    launches: launchQuantisation !== 'none' && (parameter.kind === 'trigger' || modeOf(landing.mode).launches),
  };
}

/** What a target has to remember between messages for its landings. */
function memoryFor(
  target: Target,
  listeners: ReadonlyMap<number, readonly Listener[]>,
): Pick<Receiver, 'listening' | 'selectsBanks' | 'somePartMinds'> {
  const pairs = new Set<number>();
  let parameters = false;
  let selectsBanks = false;
  let somePartMinds = false;
  for (const home of listeners.values()) {
    for (const { landing, bank, needsFront } of home) {
      if (needsFront) somePartMinds = true;
      const { address } = landing;
      const { sequence } = kindOf(address.type);
      if (sequence === 'pair' && 'number' in address) pairs.add(address.number);
      if (sequence === 'parameter') parameters = true;
      if (bank !== null) selectsBanks = true;
    }
  }
  const listening = pairs.size > 0 || parameters ? { pairs, when: target.reception.fourteenBit } : null;
  return { listening, selectsBanks, somePartMinds };
}
