// The receiving side as a state machine: what one message does to the parameters of the target where it arrives.
import {
  type AssemblerState,
  assemble,
  carriesValue,
  countsAsOn,
  idleAssembler,
  kindOf,
  type MessageType,
  type PackedMessage,
  type PackedType,
  packedChannel,
  packedKey,
  packedNumber,
  packedType,
  packedValue,
  sequenceKey,
  valueMax,
} from '../midi';
import { modeOf } from '../modes';
import { inRange, type Listener, type Receiver, type TargetProgram } from './program';
import { detachedTakeover, type TakeoverState, takeOver } from './takeover';

interface UnitState {
  /** Host-made layers that are open, in the order in which they were opened. */
  readonly open: readonly string[];
  readonly assembler: AssemblerState;
  /** Selected bank by channel, high · 128 + low. */
  readonly banks: Readonly<Record<number, number>>;
  /** Whether it has the focus or selection that its scope asks for. */
  readonly here: boolean;
  /** A layer for the next press that heard the high byte of a change: it stays for the low one, and is over with any other word. */
  readonly spending: Spending | null;
}

interface Spending {
  readonly layer: string;
  readonly channel: number;
  /** The control change that carries the low byte. */
  readonly number: number;
}

interface Launch {
  readonly at: number;
  readonly slot: number;
  readonly listener: number;
  readonly type: MessageType;
  readonly value: number;
}

export interface TargetState {
  /** By slot; NaN where nobody knows, after a preset that does not say. */
  readonly values: readonly number[];
  readonly units: readonly UnitState[];
  /** What landings with a takeover remember, by landing. */
  readonly takeoverStates: Readonly<Record<string, TakeoverState>>;
  readonly launches: readonly Launch[];
  /** Where the grid of beats begins, in milliseconds: at the last start message. */
  readonly gridFrom: number;
}

/** A word as it comes in at a target. */
export interface Arrival {
  readonly unit: Receiver;
  readonly word: PackedMessage;
  readonly t: number;
  /** The port that it comes from, for targets that tell ports apart. */
  readonly port: string;
  /** Whether it counts as remote control; else it only plays. */
  readonly remote: boolean;
}

/** Why a message that arrived moved nothing. */
export type Unheard =
  | 'notes-only' // the wire is not on for remote control
  | 'nobody' // nothing listens at the address
  | 'part' // a byte of a sequence that is not complete yet, or a bank select
  | 'layer' // it opens or closes a layer
  | 'other-layer' // the layer that is open has something else, or nothing
  | 'elsewhere' // the focus or selection is somewhere else
  | 'other-port'
  | 'other-bank'
  | 'waits' // the knob has not reached the value yet
  | 'launch' // it starts at the next beat or bar
  | 'not-known' // heard, and what becomes of it depends on a value that nobody knows
  | 'unchanged'; // heard, and the parameter stays where it is

export interface TargetStep {
  readonly state: TargetState;
  /** Listeners that took it. */
  readonly heard: readonly number[];
  /** Slots whose value changed. */
  readonly moved: readonly number[];
  /** Null where something moved. */
  readonly why: Unheard | null;
}

const NONE: readonly number[] = [];

const idleUnit: UnitState = { open: [], assembler: idleAssembler, banks: {}, here: true, spending: null };

/** Targets with their parameters at some values, or at their start values; nothing is held and no knob has hold of anything. */
export const startTargets = (program: TargetProgram, values: readonly number[] = program.start): TargetState => ({
  values,
  units: program.receivers.map(() => idleUnit),
  takeoverStates: {},
  launches: [],
  gridFrom: 0,
});

/** What one step has found out so far. */
interface Hearing {
  readonly program: TargetProgram;
  readonly arrival: Arrival;
  state: TargetState;
  values: number[] | null;
  takeoverStates: Record<string, TakeoverState> | null;
  heard: number[] | null;
  moved: number[] | null;
  why: Unheard;
}

/** Takes one word at one target. */
export function stepTargets(program: TargetProgram, state: TargetState, arrival: Arrival): TargetStep {
  const { unit, word } = arrival;
  const type = packedType(word);
  const before = type === 'start' ? { ...state, gridFrom: arrival.t } : state;
  if (!arrival.remote) return { state: before, heard: NONE, moved: NONE, why: 'notes-only' };
  const h: Hearing = {
    program,
    arrival,
    state: before,
    values: null,
    takeoverStates: null,
    heard: null,
    moved: null,
    why: 'nobody',
  };
  const lowByte = spendUnlessLowByte(h);
  const key = packedKey(word, program.sysex.keys);
  if (unit.signals.size > 0) signal(h, key, type, packedValue(word));
  if (unit.selectsBanks && type === 'cc') selectBank(h, word);
  const listeners = unit.listeners.get(key);
  if (listeners && type !== 'other') hearAt(h, listeners, type, packedValue(word), null);
  if (unit.listening !== null && type === 'cc') hearSequence(h);
  if (lowByte !== null) spendNextPress(h, lowByte);
  return { state: taken(h), heard: h.heard ?? NONE, moved: h.moved ?? NONE, why: h.moved === null ? h.why : null };
}

/** The state with what was heard in it. Field by field: spreading it costs more than everything else in a step. */
function taken({ state, values, takeoverStates }: Hearing): TargetState {
  if (values === null && takeoverStates === null) return state;
  return {
    values: values ?? state.values,
    units: state.units,
    takeoverStates: takeoverStates ?? state.takeoverStates,
    launches: state.launches,
    gridFrom: state.gridFrom,
  };
}

function setUnit(h: Hearing, change: Partial<UnitState>): void {
  const units = h.state.units.slice();
  const { index: place } = h.arrival.unit;
  units[place] = { ...(units[place] ?? idleUnit), ...change };
  h.state = { ...h.state, units };
}

const unitState = (h: Hearing): UnitState => h.state.units[h.arrival.unit.index] ?? idleUnit;

/** Listeners at one address: those of the layer in force, if the target listens at all. `by`: data increment or decrement. */
function hearAt(h: Hearing, listeners: readonly Listener[], type: MessageType, value: number, by: 1 | -1 | null): void {
  const { unit, port, word } = h.arrival;
  const mine = unitState(h);
  if (!mine.here && minds(unit)) {
    h.why = 'elsewhere';
    return;
  }
  const layer = hearingLayer(h.program, mine.open, listeners);
  for (const listener of listeners) {
    if (listener.landing.hostLayerId !== layer) {
      if (h.heard === null) h.why = 'other-layer';
    } else if (unit.target.reception.tellsPortsApart && listener.landing.port !== '' && listener.landing.port !== port) {
      if (h.heard === null) h.why = 'other-port';
    } else if (listener.bank !== null && mine.banks[packedChannel(word)] !== listener.bank) {
      if (h.heard === null) h.why = 'other-bank';
    } else if (listener.needsFront && !mine.here) {
      if (h.heard === null) h.why = 'elsewhere';
    } else hear(h, listener, type, value, by);
  }
  if (layer === null || h.heard === null || h.program.layers.get(layer)?.mode !== 'next-press') return;
  const number = lowByteOf(type, word);
  if (number === null) spendNextPress(h, layer);
  else setUnit(h, { spending: { layer, channel: packedChannel(word), number } });
}

/** The control change that the low byte of a change comes on, where this word was its high byte (MIDI 1.0); else null. */
function lowByteOf(type: MessageType, word: PackedMessage): number | null {
  const { sequence } = kindOf(type);
  const number = packedNumber(word);
  if (sequence === 'pair' && packedType(word) === 'cc' && number < 32) return number + 32;
  return sequence === 'parameter' && packedType(word) === 'cc' && number === 6 ? 38 : null;
}

/** Ends a layer for the next press whose change had only a high byte; gives the layer where this word is the low one. */
function spendUnlessLowByte(h: Hearing): string | null {
  const { spending } = unitState(h);
  if (spending === null) return null;
  const { word } = h.arrival;
  setUnit(h, { spending: null });
  const { layer, channel, number } = spending;
  if (packedType(word) === 'cc' && packedChannel(word) === channel && packedNumber(word) === number) return layer;
  spendNextPress(h, layer);
  return null;
}

function hear(h: Hearing, listener: Listener, type: MessageType, value: number, by: 1 | -1 | null): void {
  if (h.heard === null) h.heard = [listener.index];
  else h.heard.push(listener.index);
  const now = (h.values ?? h.state.values)[listener.slot] ?? 0;
  let next: number;
  if (Number.isNaN(now) && !listener.launches) {
    hearBlind(h, listener, type, value, by);
    return;
  }
  if (by !== null) next = listener.hear.step(now, by);
  else if (listener.launches) {
    // What would happen is asked of the moment it happens; here only whether it qualifies.
    if (wouldAct(h, listener, type, value, now)) {
      const at = nextOnGrid(h.program, h.state, listener, h.arrival.t);
      h.state = {
        ...h.state,
        launches: [...h.state.launches, { at, slot: listener.slot, listener: listener.index, type, value }],
      };
      h.why = 'launch';
    } else h.why = 'unchanged';
    return;
  } else if (listener.takeover === null || !carriesValue(type)) next = listener.hear.value(type, value, now);
  else {
    const takeoverState = (h.takeoverStates ?? h.state.takeoverStates)[listener.landing.id] ?? detachedTakeover;
    const { rule, travel } = listener.takeover;
    const after = takeOver(
      rule,
      takeoverState,
      travel.knob(value, valueMax(type)),
      travel.positionOfValue(now),
      takeoverState.left !== null && takeoverState.left !== now,
    );
    next = after.position === null ? now : travel.valueAt(after.position);
    h.takeoverStates ??= { ...h.state.takeoverStates };
    h.takeoverStates[listener.landing.id] = { ...after.takeoverState, left: next };
    if (!after.takeoverState.attached) h.why = 'waits';
  }
  if (next === now) {
    if (by === null && loadsAgain(h, listener, type, value) === now) {
      put(h, listener, now);
      return;
    }
    if (h.why !== 'waits') h.why = 'unchanged';
    return;
  }
  put(h, listener, next);
}

/** A message to a parameter that nobody knows the value of: it is known again where the message says it, from wherever it stood. */
function hearBlind(h: Hearing, listener: Listener, type: MessageType, value: number, by: 1 | -1 | null): void {
  const known = by !== null || listener.takeover !== null ? null : listener.settles(type, value);
  if (known === null) h.why = 'not-known';
  else put(h, listener, known);
}

/** Whether a message that waits for the grid would do anything there. */
const wouldAct = (h: Hearing, listener: Listener, type: MessageType, value: number, now: number): boolean =>
  Number.isNaN(now)
    ? listener.settles(type, value) !== null
    : listener.hear.value(type, value, now) !== now || loadsAgain(h, listener, type, value) === now;

/**
 * The step that a message names, where that loads what is stored under it though it stands there already: a program, a value that is set. Who turns through the
 * steps loads one when its step changes, and who walks on loads the next. Common practice, no source.
 */
function loadsAgain({ program }: Pick<Hearing, 'program'>, listener: Listener, type: MessageType, value: number): number | null {
  const { travels, counts } = modeOf(listener.landing.mode);
  return travels || counts || !program.loads.has(listener.slot) ? null : listener.settles(type, value);
}

function put(h: Hearing, listener: Listener, value: number): void {
  h.values ??= h.state.values.slice();
  h.moved ??= [];
  putStep(h.program, h.values, h.moved, listener.slot, value);
  if (modeOf(listener.landing.mode).changesSound) h.takeoverStates = loosened(h, listener);
}

/** Another preset puts everything somewhere else: no knob of that target has anything in hand any more. */
function loosened(h: Hearing, listener: Listener): Record<string, TakeoverState> {
  const takeoverStates = { ...(h.takeoverStates ?? h.state.takeoverStates) };
  for (const other of h.program.listeners)
    if (other.landing.targetId === listener.landing.targetId && other.takeover !== null)
      takeoverStates[other.landing.id] = detachedTakeover;
  return takeoverStates;
}

// — what a target remembers between messages —

function hearSequence(h: Hearing): void {
  const { unit, word } = h.arrival;
  if (unit.listening === null) return;
  const mine = unitState(h);
  const { state, done } = assemble(unit.listening, mine.assembler, word);
  if (state !== mine.assembler) {
    setUnit(h, { assembler: state });
    if (done === null && h.heard === null && h.why === 'nobody') h.why = 'part';
  }
  if (done === null) return;
  const type = done.type === 'step' ? done.parameter : done.type;
  const listeners = unit.listeners.get(sequenceKey(type, done.channel, done.number));
  if (!listeners) return;
  if (done.type === 'step') hearAt(h, listeners, type, 0, done.by);
  else hearAt(h, listeners, type, done.value, null);
}

/** Bank select, high byte on CC 0 and low byte on CC 32 (MIDI 1.0). A high byte alone means low byte 0. */
function selectBank(h: Hearing, word: PackedMessage): void {
  const number = packedNumber(word);
  if (number !== 0 && number !== 32) return;
  const channel = packedChannel(word);
  const { banks } = unitState(h);
  const before = banks[channel] ?? 0;
  const next = number === 0 ? packedValue(word) * 128 : before - (before & 127) + packedValue(word);
  setUnit(h, { banks: { ...banks, [channel]: next } });
  if (h.heard === null) h.why = 'part';
}

/** What the modifier of a host-made layer sends opens and closes it, in the way that the layer is made. */
function signal(h: Hearing, key: number, type: PackedType, value: number): void {
  const layers = h.arrival.unit.signals.get(key);
  if (!layers) return;
  const down = type !== 'other' && countsAsOn(type, value, 64);
  let { open } = unitState(h);
  for (const layer of layers) {
    const isOpen = open.includes(layer.id);
    const others = isOpen ? open.filter((id) => id !== layer.id) : open;
    if (layer.mode === 'while-held') open = down ? [...others, layer.id] : others;
    else if (down) open = isOpen ? others : [...others, layer.id];
  }
  setUnit(h, { open });
  if (h.heard === null) h.why = 'layer';
}

function spendNextPress(h: Hearing, layerId: string): void {
  setUnit(h, { open: unitState(h).open.filter((id) => id !== layerId) });
}

/** The host layer whose landings hear: the one opened last that has one at this address; a silent layer hears nothing else. */
function hearingLayer(program: TargetProgram, open: readonly string[], listeners: readonly Listener[]): string | null {
  for (let i = open.length - 1; i >= 0; i--) {
    const id = open[i] ?? null;
    if (id === null) continue;
    if (listeners.some((e) => e.landing.hostLayerId === id) || program.layers.get(id)?.fallsThrough === false) return id;
  }
  return null;
}

// — launch quantisation —

/** The next beat or bar, counted from the start of the grid; a time exactly on it is the time itself. */
function nextOnGrid(program: TargetProgram, state: TargetState, listener: Listener, t: number): number {
  const unit = program.receiverOf.get(listener.landing.targetId);
  const period = unit?.target.reception.launchQuantisation === 'bar' ? program.barMs : program.beatMs;
  return state.gridFrom + Math.ceil((t - state.gridFrom) / period - 1e-9) * period;
}

/** When the next launch is due; null when none is. */
export const targetsWakeAt = (state: TargetState): number | null =>
  state.launches.length === 0 ? null : Math.min(...state.launches.map((l) => l.at));

/** Starts what is due at a time. */
export function launchDue(program: TargetProgram, state: TargetState, t: number): Pick<TargetStep, 'state' | 'moved'> {
  const due = state.launches.filter((l) => l.at <= t);
  if (due.length === 0) return { state, moved: NONE };
  const values = state.values.slice();
  const moved: number[] = [];
  for (const launch of due) {
    const listener = program.listeners[launch.listener];
    if (!listener) continue;
    const now = values[launch.slot] ?? 0;
    const again = Number.isNaN(now) || loadsAgain({ program }, listener, launch.type, launch.value) === now;
    const next = again ? listener.settles(launch.type, launch.value) : listener.hear.value(launch.type, launch.value, now);
    if (next === null || (next === now && !again)) continue;
    putStep(program, values, moved, launch.slot, next);
  }
  return { state: { ...state, values, launches: state.launches.filter((l) => l.at > t) }, moved };
}

// — what others do to it —

/** Layers made in the host that are open at some target. */
export const openInHost = (state: TargetState): readonly string[] => [...new Set(state.units.flatMap((u) => u.open))];

/**
 * Somebody moves a parameter by mouse: knob and value differ from then on. It stays in its range; a step that something is stored under is loaded, and an empty
 * one cannot be chosen.
 */
export function setByMouse(
  program: TargetProgram,
  state: TargetState,
  slot: number,
  value: number,
): { readonly state: TargetState; readonly moved: readonly number[] } {
  const parameter = program.parameters[slot];
  const to = parameter ? inRange(parameter, value) : value;
  if (program.empty.get(slot)?.has(to)) return { state, moved: NONE };
  const values = state.values.slice();
  const moved: number[] = [];
  putStep(program, values, moved, slot, to);
  return { state: { ...state, values }, moved };
}

/** Puts a parameter to a value, and loads what is stored under it: each thing that moved, or is not known any more, is among `moved`. */
function putStep(program: TargetProgram, values: number[], moved: number[], slot: number, value: number): void {
  values[slot] = value;
  moved.push(slot);
  const load = program.loads.get(slot)?.get(value);
  if (!load) return;
  for (const put of load.puts) {
    if (values[put.slot] === put.value) continue;
    values[put.slot] = put.value;
    moved.push(put.slot);
  }
  for (const forgotten of load.forgets) {
    if (Number.isNaN(values[forgotten])) continue;
    values[forgotten] = Number.NaN;
    moved.push(forgotten);
  }
}

/** The focus or the selection comes to a target, or leaves it; targets that always listen do not care. */
export function look(state: TargetState, unit: Receiver, here: boolean): TargetState {
  if (!minds(unit) && !unit.somePartMinds) return state;
  return { ...state, units: state.units.map((u, i) => (i === unit.index ? { ...u, here } : u)) };
}

/** Whether all of a target hears only while it is in front or its track is selected. */
const minds = ({ target: { reception } }: Receiver): boolean => reception.scope !== 'always' && reception.scope !== 'locked';
