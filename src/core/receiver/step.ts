// The receiving side as a state machine: what one message does to the parameters of the target where it arrives.
import {
  assemble,
  carriesValue,
  countsAsOn,
  letsNotesGo,
  type MessageType,
  type PackedMessage,
  packedChannel,
  packedKey,
  packedNote,
  packedNumber,
  packedType,
  packedValue,
  RESET_CONTROLLERS,
  resetValue,
  sequenceKey,
  valueMax,
} from '../midi';
import { modeOf } from '../modes';
import { hearingLayer, lowByteOf, signal, spendNextPress, spendUnlessLowByte } from './host-layers';
import { nextOnGrid } from './launch';
import { loadsAgain, putStep } from './load';
import { isHeldOn, tapped } from './pressed';
import type { Listener, TargetProgram } from './program';
import {
  type Arrival,
  type Hearing,
  NONE,
  setUnit,
  type TargetState,
  type TargetStep,
  type Unheard,
  type UnitState,
  unitState,
} from './state';
import { standingThere } from './strips';
import { detachedTakeover, type TakeoverState, takeOver } from './takeover';

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
  if (unit.target.reception.channelModes === 'obeyed') {
    if (type === 'note') remember(h, word);
    else if (type === 'cc' && packedNumber(word) >= 120) channelMode(h, word);
  }
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
    pressed: state.pressed,
    gridFrom: state.gridFrom,
  };
}

/** Listeners at one address: those of the layer in force, if the target listens at all. `by`: data increment or decrement. */
function hearAt(h: Hearing, listeners: readonly Listener[], type: MessageType, value: number, by: 1 | -1 | null): void {
  const { word } = h.arrival;
  const mine = unitState(h);
  const layer = hearingLayer(h.program, mine.open, listeners);
  const inner = listeners.length > 1 ? listeners.filter((l) => l.actsInstead) : nobody;
  for (const listener of listeners) {
    const deaf = deafBecause(h, mine, listener, layer);
    const replaced =
      deaf === null && inner.length > 0 && !listener.actsInstead && inner.some((l) => deafBecause(h, mine, l, layer) === null);
    const there = deaf !== null || replaced ? null : standingThere(listener, h.values ?? h.state.values);
    const clocked = there !== null && h.program.clocked.size > 0 && h.program.clocked.has(there.slot);
    if (there !== null && !clocked) hear(h, there, type, value, by);
    else if (h.heard === null) h.why = deaf ?? (replaced ? 'acts-instead' : clocked ? 'by-clock' : 'no-strip');
  }
  if (layer === null || h.heard === null || h.program.layers.get(layer)?.mode !== 'next-press') return;
  const number = lowByteOf(type, word);
  if (number === null) spendNextPress(h, layer);
  else setUnit(h, { spending: { layer, channel: packedChannel(word), number } });
}

const nobody: readonly Listener[] = [];

/** Why a listener at the address of a message hears nothing of it; null where it does. `layer`: the one in force. */
function deafBecause(h: Hearing, mine: UnitState, listener: Listener, layer: string | null): Unheard | null {
  const { unit, port, word } = h.arrival;
  if (listener.landing.hostLayerId !== layer) return 'other-layer';
  if (unit.target.reception.tellsPortsApart && listener.landing.port !== '' && listener.landing.port !== port)
    return 'other-port';
  if (listener.bank !== null && mine.banks[packedChannel(word)] !== listener.bank) return 'other-bank';
  if (listener.needsFront && !mine.here) return 'elsewhere';
  return listener.conditions.length > 0 && !allSo(h, listener) ? 'not-so' : null;
}

/** Whether all is so that has to be for a landing to do anything. */
function allSo(h: Hearing, { conditions }: Listener): boolean {
  const values = h.values ?? h.state.values;
  return conditions.every(({ slot, value }) => values[slot] === value);
}

function hear(h: Hearing, listener: Listener, type: MessageType, value: number, by: 1 | -1 | null): void {
  if (h.heard === null) h.heard = [listener.index];
  else h.heard.push(listener.index);
  if (by === null && isHeldOn(h, listener, type, value)) {
    h.why = 'unchanged';
    return;
  }
  if (listener.taps && by === null) {
    tap(h, listener, type, value);
    return;
  }
  const now = (h.values ?? h.state.values)[listener.slot] ?? 0;
  let next: number;
  if (Number.isNaN(now) && listener.launches === 'none') {
    hearBlind(h, listener, type, value, by);
    return;
  }
  if (by !== null) next = listener.hear.step(now, by);
  else if (listener.launches !== 'none') {
    // What would happen is asked of the moment it happens; here only whether it qualifies.
    h.why = wouldAct(h, listener, type, value, now) ? wait(h, listener, type, value) : 'unchanged';
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

/** Puts a press on the grid, as its parameter takes one that comes while another waits. */
function wait(
  h: Hearing,
  { index, slot, parameter, landing, launches: grid }: Listener,
  type: MessageType,
  value: number,
): Unheard {
  const { launches } = h.state;
  const others = launches.filter((l) => l.slot !== slot);
  const pending = others.length < launches.length;
  if (pending && parameter.whileWaiting === 'cancels') {
    h.state = { ...h.state, launches: others };
    return 'taken-back';
  }
  const at = nextOnGrid(h.program, h.state, { landing, launches: grid }, h.arrival.t);
  const before = parameter.whileWaiting === 'replaces' ? others : launches;
  h.state = { ...h.state, launches: [...before, { at, slot, listener: index, type, value }] };
  return 'launch';
}

/** A tap: the first one alone, and what does not act, moves nothing. */
function tap(h: Hearing, listener: Listener, type: MessageType, value: number): void {
  const { actsOn, threshold } = h.arrival.unit.target.reception;
  const acts = actsOn === 'any-message' || countsAsOn(type, value, threshold);
  const to = acts ? tapped(h, listener, listener.parameter) : null;
  if (to !== null && to !== (h.values ?? h.state.values)[listener.slot]) put(h, listener, to);
  else h.why = 'unchanged';
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

/** Keeps which notes are on: they are what can be let go. */
function remember(h: Hearing, word: PackedMessage): void {
  const { sounding } = unitState(h);
  const ended = packedNote(packedChannel(word), packedNumber(word), 0);
  const on = packedValue(word) > 0;
  if (sounding.includes(ended) !== on) setUnit(h, { sounding: on ? [...sounding, ended] : sounding.filter((w) => w !== ended) });
}

/** What a channel mode message makes the target do: each landing that it concerns hears what lets it go, or puts it back. */
function channelMode(h: Hearing, word: PackedMessage): void {
  const { listeners } = h.arrival.unit;
  const channel = packedChannel(word);
  const instead = (listener: Listener, type: MessageType, value: number): void => {
    if (!modeOf(listener.landing.mode).acts) hearAt(h, [listener], type, value, null);
  };
  if (letsNotesGo(packedNumber(word))) {
    const { sounding } = unitState(h);
    const gone = sounding.filter((ended) => packedChannel(ended) === channel);
    if (gone.length === 0) return;
    setUnit(h, { sounding: sounding.filter((ended) => !gone.includes(ended)) });
    for (const ended of gone) for (const listener of listeners.get(packedKey(ended)) ?? nobody) instead(listener, 'note', 0);
    return;
  }
  if (packedNumber(word) !== RESET_CONTROLLERS) return;
  for (const home of listeners.values())
    for (const listener of home) {
      const { address } = listener.landing;
      const value = 'channel' in address && address.channel === channel ? resetValue(address) : null;
      if (value !== null) instead(listener, address.type, value);
    }
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
