// The controller as a state machine: plain data and one pure step. Time comes in with each input, in milliseconds.
import { encodeClicks, MOST_CLICKS } from '../midi';
import type { GestureType } from '../rig';
import type { Armed, CompiledSend, ControllerProgram, ProgramControl } from './program';

interface Down {
  readonly at: number;
  /** The layers that were held when the control went down, in the order in which they were opened. */
  readonly layers: readonly string[];
  readonly pressFired: boolean;
  readonly holdFired: boolean;
}

export interface ControllerState {
  readonly bank: number;
  readonly page: number;
  readonly held: readonly string[];
  readonly downs: Readonly<Record<string, Down>>;
  readonly memory: readonly number[];
}

export type ControllerInput =
  | { readonly type: 'press'; readonly controlId: string; readonly t: number }
  | { readonly type: 'release'; readonly controlId: string; readonly t: number }
  | { readonly type: 'move'; readonly controlId: string; readonly t: number /** 0–1 */; readonly position: number }
  | { readonly type: 'tick'; readonly t: number };

export interface ControllerStep {
  readonly state: ControllerState;
  /** Pairs: a word, then the slot of the assignment that sent it (−1 for a modifier's own signal). */
  readonly output: readonly number[];
  /** When the machine wants a tick, if nothing else comes before. */
  readonly wakeAt: number | null;
}

export const startController = (program: ControllerProgram, bank: number, page: number): ControllerState => ({
  bank,
  page,
  held: [],
  downs: {},
  memory: program.memoryAtStart,
});

/** One input, one step. Gestures as `model.md` states them; unknown controls do nothing. */
export function stepController(program: ControllerProgram, state: ControllerState, input: ControllerInput): ControllerStep {
  switch (input.type) {
    case 'move':
      return move(program, state, input.controlId, input.position);
    case 'press':
      return press(program, state, input.controlId, input.t);
    case 'release':
      return release(program, state, input.controlId);
    case 'tick':
      return tick(program, state, input.t);
    default:
      return unreachable(input);
  }
}

const NOTHING: readonly number[] = [];

/** Collects what a step sends while the memory changes under it. */
interface Firing {
  memory: readonly number[];
  readonly output: number[];
}

function move(program: ControllerProgram, state: ControllerState, controlId: string, position: number): ControllerStep {
  const control = program.controls.get(controlId);
  if (!control) return { state, output: NOTHING, wakeAt: wakeAt(program, state) };
  const firing: Firing = { memory: state.memory, output: [] };
  for (const armed of lookUp(program, state, control, 'move', state.held)) {
    for (const send of armed.sends) {
      const { emitter } = send;
      if (emitter.type === 'relative') {
        click(firing, armed, send, Math.round(position * CLICKS));
        continue;
      }
      if (emitter.type !== 'range') continue;
      const value = Math.round(emitter.from + (emitter.to - emitter.from) * emitter.curve(position));
      if (firing.memory[emitter.memory] === value) continue;
      firing.memory = replaced(firing.memory, emitter.memory, value);
      firing.output.push(send.word(value), armed.slot);
    }
  }
  return {
    state: firing.memory === state.memory ? state : { ...state, memory: firing.memory },
    output: firing.output,
    wakeAt: wakeAt(program, state),
  };
}

/** Clicks over the travel of a script: an encoder has no ends, so a position 0–1 stands for this many clicks from where it is. */
const CLICKS = 127;

/** Sends the clicks since the last position, at most as many in one message as fit; the first position only sets where it stands. */
function click(firing: Firing, armed: Armed, send: CompiledSend, at: number): void {
  const { emitter } = send;
  if (emitter.type !== 'relative') return;
  const before = firing.memory[emitter.memory] ?? -1;
  firing.memory = replaced(firing.memory, emitter.memory, at);
  if (before < 0) return;
  for (let left = at - before; left !== 0; ) {
    const now = Math.max(-MOST_CLICKS, Math.min(MOST_CLICKS, left));
    firing.output.push(send.word(encodeClicks(now, emitter.coding)), armed.slot);
    left -= now;
  }
}

function press(program: ControllerProgram, state: ControllerState, controlId: string, t: number): ControllerStep {
  const control = program.controls.get(controlId);
  if (!control || state.downs[controlId]) return { state, output: NOTHING, wakeAt: wakeAt(program, state) };
  const firing: Firing = { memory: state.memory, output: [] };
  for (const signal of control.signals) firing.output.push(signal(127), -1);
  const holds = lookUp(program, state, control, 'hold', state.held).length > 0;
  const waits = program.firmware.press === 'waits' && holds;
  if (!waits) fireDown(firing, lookUp(program, state, control, 'press', state.held));
  const down: Down = { at: t, layers: state.held, pressFired: !waits, holdFired: false };
  const next: ControllerState = {
    ...state,
    held: control.opens.length === 0 ? state.held : [...state.held, ...control.opens.map((l) => l.id)],
    downs: { ...state.downs, [controlId]: down },
    memory: firing.memory,
  };
  return { state: next, output: firing.output, wakeAt: wakeAt(program, next) };
}

function release(program: ControllerProgram, state: ControllerState, controlId: string): ControllerStep {
  const control = program.controls.get(controlId);
  const down = state.downs[controlId];
  if (!control || !down) return { state, output: NOTHING, wakeAt: wakeAt(program, state) };
  const firing: Firing = { memory: state.memory, output: [] };
  const layers = program.firmware.releaseLookup === 'press-layer' ? down.layers : state.held;
  const presses = lookUp(program, state, control, 'press', layers);
  if (!down.pressFired && !down.holdFired) fireDown(firing, presses);
  if (!down.holdFired || down.pressFired) fireUp(firing, presses);
  if (down.holdFired) fireUp(firing, lookUp(program, state, control, 'hold', layers));
  if (!(down.holdFired && program.firmware.releaseAfterHold === 'suppressed')) {
    const releases = lookUp(program, state, control, 'release', layers);
    fireDown(firing, releases);
    fireUp(firing, releases);
  }
  for (const signal of control.signals) firing.output.push(signal(0), -1);
  const { [controlId]: _gone, ...downs } = state.downs;
  const closing = new Set(control.opens.map((l) => l.id));
  const next: ControllerState = { ...state, held: state.held.filter((id) => !closing.has(id)), downs, memory: firing.memory };
  return { state: next, output: firing.output, wakeAt: wakeAt(program, next) };
}

function tick(program: ControllerProgram, state: ControllerState, t: number): ControllerStep {
  const firing: Firing = { memory: state.memory, output: [] };
  let downs = state.downs;
  for (const [controlId, down] of Object.entries(state.downs)) {
    const control = program.controls.get(controlId);
    if (!control || down.holdFired || t < down.at + program.firmware.holdMs) continue;
    const holds = lookUp(program, state, control, 'hold', down.layers);
    if (holds.length === 0) continue;
    fireDown(firing, holds);
    downs = { ...downs, [controlId]: { ...down, holdFired: true } };
  }
  const next = downs === state.downs ? state : { ...state, downs, memory: firing.memory };
  return { state: next, output: firing.output, wakeAt: wakeAt(program, next) };
}

/**
 * What is assigned to a gesture: the layer opened last wins, falling through per gesture to older ones and then to Base,
 * unless a layer is silent where it has nothing. In one layer, an assignment of this very bank goes before one of every bank.
 */
function lookUp(
  program: ControllerProgram,
  state: ControllerState,
  control: ProgramControl,
  gesture: GestureType,
  layers: readonly string[],
): readonly Armed[] {
  if (!program.firmware.gestures.includes(gesture)) return [];
  for (let i = layers.length - 1; i >= 0; i--) {
    const layerId = layers[i] ?? null;
    const found = inLayer(state, control, gesture, layerId);
    if (found.length > 0) return found;
    if (layerId !== null && program.layers.get(layerId)?.fallsThrough === false) return [];
  }
  return inLayer(state, control, gesture, null);
}

function inLayer(
  state: ControllerState,
  control: ProgramControl,
  gesture: GestureType,
  layerId: string | null,
): readonly Armed[] {
  const exact: Armed[] = [];
  const everyBank: Armed[] = [];
  for (const a of control.armed) {
    if (a.gesture !== gesture || a.layerId !== layerId || (a.page !== null && a.page !== state.page)) continue;
    if (a.bank === state.bank) exact.push(a);
    else if (a.bank === null) everyBank.push(a);
  }
  return exact.length > 0 ? exact : everyBank;
}

function fireDown(firing: Firing, armed: readonly Armed[]): void {
  for (const entry of armed) for (const send of entry.sends) emitDown(firing, entry, send);
}

function emitDown(firing: Firing, entry: Armed, send: CompiledSend): void {
  const { emitter } = send;
  switch (emitter.type) {
    case 'range':
    case 'relative':
      return;
    case 'momentary':
      firing.output.push(send.word(emitter.down), entry.slot);
      return;
    case 'fixed':
      firing.output.push(send.word(emitter.value), entry.slot);
      return;
    case 'latching': {
      const phase = firing.memory[emitter.memory] ?? 0;
      firing.memory = replaced(firing.memory, emitter.memory, 1 - phase);
      firing.output.push(send.word(phase === 0 ? emitter.first : emitter.second), entry.slot);
      return;
    }
    case 'stepping': {
      const next = stepCounter(firing.memory[emitter.memory] ?? emitter.from, emitter);
      firing.memory = replaced(firing.memory, emitter.memory, next);
      firing.output.push(send.word(next), entry.slot);
      return;
    }
    default:
      unreachable(emitter);
  }
}

function fireUp(firing: Firing, armed: readonly Armed[]): void {
  for (const entry of armed) {
    for (const send of entry.sends) {
      if (send.emitter.type === 'momentary') firing.output.push(send.word(send.emitter.up), entry.slot);
    }
  }
}

/** A counter moves, then sends; it wraps modulo its span or stops at its ends. */
function stepCounter(
  now: number,
  c: { readonly from: number; readonly to: number; readonly step: number; readonly wraps: boolean },
): number {
  const span = c.to - c.from + 1;
  const moved = now + c.step;
  if (!c.wraps) return Math.min(c.to, Math.max(c.from, moved));
  return c.from + ((((moved - c.from) % span) + span) % span);
}

function wakeAt(program: ControllerProgram, state: ControllerState): number | null {
  let due: number | null = null;
  for (const [controlId, down] of Object.entries(state.downs)) {
    const control = program.controls.get(controlId);
    if (!control || down.holdFired || !control.armed.some((a) => a.gesture === 'hold')) continue;
    const at = down.at + program.firmware.holdMs;
    // A hold that is assigned elsewhere only would ask for the same tick again and again: ask only where it can fire.
    if (lookUp(program, state, control, 'hold', down.layers).length > 0 && (due === null || at < due)) due = at;
  }
  return due;
}

function replaced(memory: readonly number[], slot: number, value: number): readonly number[] {
  const next = memory.slice();
  next[slot] = value;
  return next;
}

function unreachable(value: never): never {
  throw new Error(`unhandled ${JSON.stringify(value)}`);
}
