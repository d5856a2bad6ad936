// The controller as a state machine: plain data and one pure step. Time comes in with each input, in milliseconds.
import { exhaustive } from '../base';
import { type PackedMessage, packedKey, packedValue } from '../midi';
import { pedalReading } from '../values';
import { type Destination, go, runAll, spread } from './fire';
import { fireDue, press, release, wakeAt } from './gestures';
import { lookUp, whereNow } from './look-up';
import { noteOthers } from './modifiers';
import type { ControllerProgram, ProgramControl } from './program';
import { type ControllerState, type Draft, draftOf, FED_BLIND, recall, remember, stateOf } from './state';
import { restOf } from './touch';

export type ControllerInput =
  | { readonly type: 'press'; readonly controlId: string; readonly t: number /** 0–1 */; readonly velocity: number | null }
  | { readonly type: 'release'; readonly controlId: string; readonly t: number }
  | { readonly type: 'move'; readonly controlId: string; readonly t: number /** 0–1 of its travel */; readonly position: number }
  | { readonly type: 'turn'; readonly controlId: string; readonly t: number; readonly clicks: number }
  | { readonly type: 'go'; readonly t: number; readonly to: Destination }
  /** `blind`: whether nobody knows its value. */
  | {
      readonly type: 'feedback';
      readonly t: number;
      readonly word: PackedMessage;
      readonly sysexKeys: readonly number[];
      readonly blind?: boolean;
    }
  | { readonly type: 'tick'; readonly t: number };

export interface ControllerStep {
  readonly state: ControllerState;
  /** Threes: a word, the slot of the assignment that sent it (−1 for a modifier's own signal), the position in `program.ports` of where it goes out. */
  readonly output: readonly number[];
  /** When the machine wants a tick, if nothing else comes before. */
  readonly wakeAt: number | null;
}

/**
 * One input, one step. Gestures as `gestures.ts` states them; controls that are not in the program do nothing. What is due
 * before the input has to be ticked first.
 */
export function stepController(program: ControllerProgram, state: ControllerState, input: ControllerInput): ControllerStep {
  const d = draftOf(program, state, input.t);
  switch (input.type) {
    case 'press':
    case 'release':
    case 'move':
    case 'turn': {
      const control = program.controls.get(input.controlId);
      if (!control) break;
      if (input.type === 'press') pressOn(d, control, input.velocity);
      else if (input.type === 'release') letGoOf(d, control);
      else {
        noteOthers(d, input.controlId);
        if (input.type === 'move') moveTo(d, control, pedalReading(control.control.calibration, input.position));
        else {
          const moves = lookUp(d, control, 'move', whereNow(d));
          runAll(d, moves, { type: 'turn', clicks: input.clicks, sinceMs: input.t - recall(d, control.turnedAt) });
          remember(d, control.turnedAt, input.t);
        }
      }
      break;
    }
    case 'go':
      go(d, input.to);
      break;
    case 'feedback':
      if (input.blind) hearBackBlind(d, input.word, input.sysexKeys);
      else hearBack(d, input.word, input.sysexKeys);
      break;
    case 'tick':
      fireDue(d);
      break;
    default:
      exhaustive(input);
  }
  return { state: stateOf(d), output: d.output, wakeAt: wakeAt(d) };
}

/** What moves stands at a reading 0–1 now. */
function moveTo(d: Draft, control: ProgramControl, reading: number): void {
  remember(d, control.position, reading);
  const position = control.calibrate(reading);
  runAll(d, lookUp(d, control, 'move', whereNow(d)), { type: 'move', position, again: false });
}

/**
 * A finger or foot comes down. A strike that is too soft does not count; behind one that does the pressure follows, where the control has it so: as hard as it was
 * struck. Common practice, no source.
 */
function pressOn(d: Draft, control: ProgramControl, velocity: number | null): void {
  const strength = velocity === null ? null : control.struck(velocity);
  if (velocity !== null && strength === null) return;
  if (control.reversed) {
    release(d, control);
    return;
  }
  // What is down already is not struck again.
  if (d.downs[control.control.id]) return;
  press(d, control, strength);
  if (control.control.aftertouch === 'after-strike') moveTo(d, control, strength ?? 1);
}

/** It comes off again: the pressure ends before the strike does, and what springs back goes where it rests. */
function letGoOf(d: Draft, control: ProgramControl): void {
  if (control.control.aftertouch === 'after-strike' && recall(d, control.position) > 0) moveTo(d, control, 0);
  if (control.reversed) press(d, control, null);
  else release(d, control);
  const rest = restOf(control.control);
  if (rest !== null && recall(d, control.position) !== rest) moveTo(d, control, rest);
}

/** What a value that came back changes: lights and rings show it, latches and counted encoders take it on, motors go there. */
function hearBack(d: Draft, word: PackedMessage, sysexKeys: readonly number[]): void {
  const key = packedKey(word, sysexKeys);
  const slot = d.program.fed.get(key);
  if (slot === undefined) return;
  const value = packedValue(word);
  remember(d, slot, value);
  if (d.program.firmware.lights !== 'feedback') return;
  for (const armed of d.program.armed) {
    for (const action of armed.actions) {
      if (action.type !== 'send' || action.key !== key) continue;
      const { emitter } = action;
      if (emitter.type === 'latching') {
        const isFirst = Math.abs(value - emitter.first) <= Math.abs(value - emitter.second);
        remember(d, emitter.phase, isFirst ? 1 : 2);
      } else if (emitter.type === 'range') {
        const span = emitter.to - emitter.from;
        const place = span === 0 ? 0 : Math.min(1, Math.max(0, (value - emitter.from) / span));
        remember(d, emitter.count, place);
        // An encoder counts on from there: a click to what it sent last is news to the target all the same.
        if (isEncoder(d, armed.assignment?.controlId)) remember(d, emitter.last, spread(emitter, place));
        motorTo(d, armed.assignment?.controlId, place, emitter.last, value);
      }
    }
  }
}

/** Something came back of which nobody knows what it says: then nobody knows what the light shows either. */
function hearBackBlind(d: Draft, word: PackedMessage, sysexKeys: readonly number[]): void {
  const slot = d.program.fed.get(packedKey(word, sysexKeys));
  if (slot !== undefined) remember(d, slot, FED_BLIND);
}

const isEncoder = (d: Draft, controlId: string | undefined): boolean =>
  controlId !== undefined && d.program.controls.get(controlId)?.control.kind === 'encoder';

/** A motor takes its fader along, unless a finger holds it. */
function motorTo(d: Draft, controlId: string | undefined, position: number, last: number, value: number): void {
  const control = controlId === undefined ? undefined : d.program.controls.get(controlId);
  if (!control?.control.motor || d.downs[control.control.id]) return;
  remember(d, control.position, position);
  remember(d, last, value);
}
