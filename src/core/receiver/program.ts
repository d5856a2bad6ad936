// The receiving side, compiled: which landings of which target hear an address, and what else has to be remembered for them.
import { clamp, onceFor } from '../base';
import { addressKey, kindOf, type Listening, type Message, type MessageType, type SysexTable } from '../midi';
import { type Hear, makeHear, modeOf, type Travel, travelOf } from '../modes';
import {
  actsInstead,
  eachNumber,
  emptySteps,
  isTogether,
  type Landing,
  type Layer,
  type Parameter,
  type Reception,
  type RigIndex,
  signalsOf,
  type Target,
} from '../rig';
import { accepts, clocksOf, tempoParameter } from '../wires';
import { type Macro, macrosOf, movesAlong } from './macros';
import { type Loads, loadsOf } from './presets';
import { settledBy } from './settled';
import { movedBy, type Strip, stripOf } from './strips';
import type { TakeoverRule } from './takeover';

export interface Listener {
  readonly landing: Landing;
  /** Where it sends back: what hears every channel does so on its own. */
  readonly sendsBackAt: Message;
  /** Position in `program.listeners`: tells the trace who heard. */
  readonly index: number;
  /** Slot of its parameter. */
  readonly slot: number;
  readonly hear: Hear;
  /** The value that a message leaves its parameter at wherever it stood before; null where that depends on where it stood. */
  readonly settles: (type: MessageType, value: number) => number | null;
  /** Whether it counts the time between messages: on what has a value in between. */
  readonly taps: boolean;
  /** Whether it hears only while its target is in front or selected. */
  readonly needsFront: boolean;
  /** Values of slots that have to stand there; what only words say is taken to be so. */
  readonly conditions: readonly { readonly slot: number; readonly value: number }[];
  /** Whether it acts in place of others at its number while its conditions are so. */
  readonly actsInstead: boolean;
  /** The parameter at its slot. */
  readonly parameter: Parameter;
  /** Where it is one strip of a bank of channels; null for what stands still. */
  readonly strip: Strip | null;
  /** Takeover other than jumping, on a landing where it means something. */
  readonly takeover: { readonly rule: TakeoverRule; readonly travel: Travel } | null;
  /** The bank that has to be selected before its program counts, as one number; null for any. */
  readonly bank: number | null;
  /** Whether what it does waits for the next beat or bar. */
  readonly launches: Reception['launchQuantisation'];
}

/** A layer made in a host, with the addresses of all its signals. */
export interface SignalledLayer {
  readonly layer: Layer;
  readonly keys: readonly number[];
  /** Whether all of them have to be on. */
  readonly together: boolean;
}

/** One target. */
export interface Receiver {
  readonly target: Target;
  readonly index: number;
  readonly listeners: ReadonlyMap<number, readonly Listener[]>;
  /** Layers made in a host, by the address of each signal that opens them. */
  readonly signals: ReadonlyMap<number, readonly SignalledLayer[]>;
  /** What sequences it puts together; null when nothing of it listens for any. */
  readonly listening: Listening | null;
  readonly selectsBanks: boolean;
  /** The slot of its tempo in beats a minute; null where it has none in play. */
  readonly tempo: number | null;
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
  /** What moves along with a parameter, by its slot. */
  readonly macros: ReadonlyMap<number, Macro>;
  /** Slots of tempos that a clock decides on: nothing else moves them. */
  readonly clocked: ReadonlySet<number>;
  /** Strips that go elsewhere as a parameter moves, by its slot. */
  readonly strips: ReadonlyMap<number, readonly Listener[]>;
  /** Steps that nothing is stored under, by the same slot. */
  readonly empty: ReadonlyMap<number, ReadonlySet<number>>;
  /** Where each parameter starts; what only part of a rig is compiled for finds what has to be so as it has to be. */
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
  readonly keys: ReadonlySet<number> | null;
  /** Whether a target can be reached at all. */
  readonly reaches: (targetId: string) => boolean;
  /** Parameters that get a slot even if nothing lands on them; null gives one to all. */
  readonly parameterIds: readonly string[] | null;
  readonly sysex: SysexTable;
  readonly tempo: Tempo;
}

/** Slots of some parameters, or of all, and of more as they are asked for: a parameter, and what it moves along with it, in the order of asking. */
function slotsOver(index: RigIndex, ids: readonly string[] | null) {
  const parameters: Parameter[] = [];
  const slots = new Map<string, number>();
  const slotOf = (parameter: Parameter): number => {
    const known = slots.get(parameter.id);
    if (known !== undefined) return known;
    const slot = parameters.push(parameter) - 1;
    slots.set(parameter.id, slot);
    for (const id of movesAlong(index, parameter)) {
      const moved = index.parameters.get(id);
      if (moved) slotOf(moved);
    }
    return slot;
  };
  // Where all are in play they stand in their own order: whatever moves what, a slot is the same.
  if (ids === null) for (const parameter of index.rig.parameters) slots.set(parameter.id, parameters.push(parameter) - 1);
  for (const id of ids ?? []) {
    const parameter = index.parameters.get(id);
    if (parameter) slotOf(parameter);
  }
  return { parameters, slots, slotOf };
}

/** What can be reached at the addresses in play, a landing for each number at which it hears, and the address of its row. */
function heardBy(
  { rig, landingsAt }: RigIndex,
  { keys, reaches }: TargetScope,
): readonly { readonly landing: Landing; readonly own: Message }[] {
  const rows = new Set(keys === null ? rig.landings : []);
  for (const key of keys ?? []) for (const row of landingsAt.get(key) ?? []) rows.add(row);
  const heard: { landing: Landing; own: Message }[] = [];
  for (const row of rows) {
    if (!reaches(row.targetId)) continue;
    for (const landing of eachNumber(row))
      if (keys === null || keys.has(addressKey(landing.address))) heard.push({ landing, own: row.address });
  }
  return heard;
}

/** Compiles what can hear some addresses, or all of them. */
export function compileTargets(index: RigIndex, scope: TargetScope): TargetProgram {
  const { parameters, slots, slotOf } = slotsOver(index, scope.parameterIds);
  const listeners: Listener[] = [];
  const strips = new Map<number, Listener[]>();
  const byTarget = new Map<string, Map<number, Listener[]>>();
  for (const { landing, own } of heardBy(index, scope)) {
    const parameter = index.parameters.get(landing.parameterId);
    const target = index.targets.get(landing.targetId);
    if (!parameter || !target || !accepts(target, landing.address)) continue;
    const at = { index: listeners.length, slotOf, sendsBackAt: onChannelOf(landing.address, own) };
    const plain = listenerOf(index, landing, parameter, target, at);
    const listener = {
      ...plain,
      strip: stripOf(index, target, parameter, slotOf, (p) => listenerOf(index, landing, p, target, at)),
    };
    listeners.push(listener);
    for (const slot of listener.strip ? movedBy(listener.strip) : []) strips.set(slot, [...(strips.get(slot) ?? []), listener]);
    const home = byTarget.get(target.id) ?? new Map<number, Listener[]>();
    byTarget.set(target.id, home);
    const key = addressKey(landing.address);
    const there = home.get(key);
    home.set(key, there ? [...there, listener].sort(byPrecedence(index)) : [listener]);
  }

  const targets = scope.keys === null ? index.rig.targets : [...byTarget.keys()].flatMap((id) => index.targets.get(id) ?? []);
  const signals = signalled(index.layersBySignal);
  const units = targets.map((target, place): Receiver => {
    const heard = byTarget.get(target.id) ?? new Map<number, Listener[]>();
    return {
      target,
      index: place,
      listeners: heard,
      signals,
      ...memoryFor(target, heard),
      tempo: tempoOf(index, target, slots),
    };
  });
  const sendingBack = new Map<number, Listener[]>();
  for (const listener of listeners) {
    if (index.targets.get(listener.landing.targetId)?.reception.feedback !== 'same-address') continue;
    for (const slot of new Set([listener.slot, ...(listener.strip?.slots ?? [])])) {
      const there = sendingBack.get(slot) ?? [];
      if (!there.some((l) => isTwin(l, listener))) sendingBack.set(slot, [...there, listener]);
    }
  }
  const clocks = clocksOf(index);
  const clocked = new Set(parameters.flatMap((p, slot) => (clocks.follows.has(p.id) ? [slot] : [])));
  const beatMs = 60_000 / scope.tempo.bpm;
  return {
    parameters,
    slots,
    receivers: units,
    receiverOf: new Map(units.map((u) => [u.target.id, u])),
    listeners,
    sendingBack,
    layers: index.layers,
    macros: macrosOf(index, parameters, slots),
    clocked,
    strips,
    loads: loadsOf(index, parameters, slots, inRange),
    empty: new Map(parameters.flatMap((p, slot) => mapped(slot, emptySteps(index, p)))),
    start: inTime(index, parameters, startOf(parameters, scope.parameterIds === null ? [] : listeners)),
    sysex: scope.sysex,
    beatMs,
    barMs: beatMs * scope.tempo.beatsPerBar,
  };
}

/** An address on the channel of another one. */
const onChannelOf = (address: Message, own: Message): Message =>
  'channel' in address && 'channel' in own ? { ...address, channel: own.channel } : address;

/** Whether two are one landing on two channels: it sends back once. */
const isTwin = (a: Listener, b: Listener): boolean =>
  a.landing.id === b.landing.id && addressKey(a.sendsBackAt) === addressKey(b.sendsBackAt);

/** Start values, with what the conditions of some landings ask for. */
function startOf(parameters: readonly Parameter[], met: readonly Listener[]): readonly number[] {
  const start = parameters.map((p) => inRange(p, p.start));
  for (const { conditions } of met)
    for (const { slot, value } of conditions) {
      const of = parameters[slot];
      if (of) start[slot] = inRange(of, value);
    }
  return start;
}

/** Start values, with every tempo that follows a clock as fast as that begins. */
function inTime(index: RigIndex, parameters: readonly Parameter[], start: readonly number[]): readonly number[] {
  const { follows } = clocksOf(index);
  if (follows.size === 0) return start;
  return start.map((value, slot) => {
    const of = parameters[slot];
    const by = of && follows.get(of.id)?.[0];
    if (!of || !by) return value;
    const own = index.controllers.get(by.unitId)?.clock?.bpm;
    const at = parameters.findIndex((p) => p.id === by.parameterId);
    return inRange(of, own ?? start[at] ?? value);
  });
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
  at: { readonly index: number; readonly slotOf: (parameter: Parameter) => number; readonly sendsBackAt: Message },
): Listener {
  const { address, scope } = landing;
  const { rejectGap } = target.reception;
  const minds = target.reception.scope !== 'always' && target.reception.scope !== 'locked';
  const travel = landing.takeover === 'jump' ? null : travelOf(landing, parameter);
  const empty = emptySteps(rig, parameter);
  const hear = makeHear(landing, empty ? { ...parameter, empty } : parameter, target.reception);
  return {
    landing,
    sendsBackAt: at.sendsBackAt,
    index: at.index,
    slot: at.slotOf(parameter),
    parameter,
    strip: null,
    taps: modeOf(landing.mode).taps && parameter.kind === 'continuous',
    hear,
    settles: settledBy(hear, parameter),
    needsFront: scope === 'target' ? minds || parameter.needsFront : scope === 'selected',
    actsInstead: actsInstead(landing),
    conditions: landing.conditions.flatMap(({ when }) => {
      const of = when === null ? undefined : rig.parameters.get(when.parameterId);
      return when && of ? [{ slot: at.slotOf(of), value: when.value }] : [];
    }),
    takeover:
      travel === null || landing.takeover === 'jump'
        ? null
        : {
            travel,
            rule: { type: landing.takeover, near: 2 / 127, rejectGap: rejectGap === null ? null : rejectGap / 127 },
          },
    bank: address.type === 'program' && address.bank !== null ? address.bank.msb * 128 + (address.bank.lsb ?? 0) : null,
    launches: launchOf(parameter, landing, target),
  };
}

/** What starts a parameter: what it says itself, else what its target does with all that is launched. */
function launchOf(parameter: Parameter, landing: Landing, { reception }: Target): Listener['launches'] {
  if (parameter.launch !== 'target') return parameter.launch;
  return parameter.kind === 'trigger' || modeOf(landing.mode).launches ? reception.launchQuantisation : 'none';
}

/** The slot of a target's tempo: its first parameter in beats a minute. */
function tempoOf(index: RigIndex, target: Target, slots: ReadonlyMap<string, number>): number | null {
  const tempo = tempoParameter(index, target.id);
  return tempo === undefined ? null : (slots.get(tempo.id) ?? null);
}

/** Layers made in a host, by the address of each signal that opens them. */
const signalled = onceFor((layersBySignal: RigIndex['layersBySignal']): Receiver['signals'] => {
  const of = (layer: Layer): SignalledLayer => ({
    layer,
    keys: [...new Set(signalsOf(layer).map((s) => addressKey(s.message)))],
    together: isTogether(layer),
  });
  return new Map([...layersBySignal].map(([key, layers]) => [key, layers.map(of)]));
});

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
