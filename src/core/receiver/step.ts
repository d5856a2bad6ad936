// The receiving side as a state machine: what one message does to the parameters of the target where it arrives.
import {
  assemble,
  carriesValue,
  type MessageType,
  type PackedMessage,
  packedChannel,
  packedKey,
  packedNumber,
  packedType,
  packedValue,
  sequenceKey,
  valueMax,
} from '../midi';
import { modeOf } from '../modes';
import { hearingLayer, lowByteOf, signal, spendNextPress, spendUnlessLowByte } from './host-layers';
import { nextOnGrid } from './launch';
import { loadsAgain, putStep } from './load';
import type { Listener, TargetProgram } from './program';
import { type Arrival, type Hearing, minds, NONE, setUnit, type TargetState, type TargetStep, unitState } from './state';
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
