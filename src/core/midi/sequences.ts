// Values that take several control changes: 14-bit pairs, RPN and NRPN. Out as words, and in again from a stream of words.
// Source: MIDI 1.0 Detailed Specification, "Control change", "Registered and non-registered parameter numbers".
import { type PackedMessage, packedCc, packedChannel, packedNumber, packedStatus, packedValue } from './packed';

const DATA = 6;
const DATA_LOW = 38;
const DATA_UP = 96;
const DATA_DOWN = 97;
const NRPN_LOW = 98;
const NRPN = 99;
const RPN_LOW = 100;
const RPN = 101;
/** 127/127 names no parameter: sent at the end, so that stray data entry moves nothing. */
const NULL = 16383;

/** Control changes that carry RPN and NRPN: data entry, increment and decrement, the parameter's number (MIDI 1.0). */
export const parameterControls: readonly number[] = [DATA, DATA_LOW, DATA_UP, DATA_DOWN, NRPN_LOW, NRPN, RPN_LOW, RPN];

const high = (value: number): number => value >> 7;
const low = (value: number): number => value & 127;

/** A 14-bit control (n 1–31, value 0–16383) as its two control changes, high byte first. */
export const pairMessages = (channel: number, number: number, value: number): readonly PackedMessage[] => [
  packedCc(channel, number, high(value)),
  packedCc(channel, number + 32, low(value)),
];

/** An RPN or NRPN (number and value 0–16383): the number, both data bytes, and the null parameter at the end. */
export function parameterMessages(
  type: 'rpn' | 'nrpn',
  channel: number,
  number: number,
  value: number,
): readonly PackedMessage[] {
  const [numberHigh, numberLow] = type === 'rpn' ? [RPN, RPN_LOW] : [NRPN, NRPN_LOW];
  return [
    packedCc(channel, numberHigh, high(number)),
    packedCc(channel, numberLow, low(number)),
    packedCc(channel, DATA, high(value)),
    packedCc(channel, DATA_LOW, low(value)),
    packedCc(channel, RPN, 127),
    packedCc(channel, RPN_LOW, 127),
  ];
}

/** What came out of a stream of control changes. */
export type Assembled =
  | { readonly type: 'cc14'; readonly channel: number; readonly number: number; readonly value: number }
  | { readonly type: 'rpn' | 'nrpn'; readonly channel: number; readonly number: number; readonly value: number }
  | {
      readonly type: 'step';
      readonly parameter: 'rpn' | 'nrpn';
      readonly channel: number;
      readonly number: number;
      readonly by: 1 | -1;
    };

interface Chosen {
  readonly type: 'rpn' | 'nrpn';
  readonly high: number;
  readonly low: number;
}

/** What is remembered per channel, 1–16: the chosen parameter, its data, and the high bytes of 14-bit controls. */
export interface AssemblerState {
  readonly chosen: Readonly<Record<number, Chosen>>;
  readonly data: Readonly<Record<number, number>>;
  readonly highs: Readonly<Record<string, number>>;
}

/** An assembler before its first message. */
export const idleAssembler: AssemblerState = { chosen: {}, data: {}, highs: {} };

export interface Listening {
  /** High byte numbers 1–31 that are heard as 14-bit controls. */
  readonly pairs: ReadonlySet<number>;
  /** Whether each byte acts (the low byte counts as 0 until it comes), or only the low byte completes a value. */
  readonly when: 'act-on-each' | 'wait-for-low-byte';
}

/**
 * Takes one word; gives the state to go on with and what it completed, or null. Words that are no control change, or belong
 * to no sequence, leave everything as it is. A high byte sets the low one to 0 (MIDI 1.0), a data entry without a chosen
 * parameter moves nothing.
 */
export function assemble(
  listening: Listening,
  state: AssemblerState,
  word: PackedMessage,
): { readonly state: AssemblerState; readonly done: Assembled | null } {
  if (packedStatus(word) >> 4 !== 0xb) return { state, done: null };
  const channel = packedChannel(word);
  const number = packedNumber(word);
  const value = packedValue(word);
  switch (number) {
    case RPN:
    case NRPN:
    case RPN_LOW:
    case NRPN_LOW:
      return { state: choose(state, channel, number, value), done: null };
    case DATA:
    case DATA_LOW:
      return enter(listening, state, channel, number === DATA, value);
    case DATA_UP:
    case DATA_DOWN: {
      const chosen = parameterOf(state, channel);
      return {
        state,
        done: chosen && { type: 'step', parameter: chosen.type, channel, number: chosen.number, by: number === DATA_UP ? 1 : -1 },
      };
    }
    default:
      return pair(listening, state, channel, number, value);
  }
}

function choose(state: AssemblerState, channel: number, number: number, value: number): AssemblerState {
  const type = number === RPN || number === RPN_LOW ? 'rpn' : 'nrpn';
  const before = state.chosen[channel];
  const kept = before?.type === type ? before : { type, high: 127, low: 127 };
  const next: Chosen = number === RPN || number === NRPN ? { ...kept, type, high: value } : { ...kept, type, low: value };
  const { [channel]: _old, ...data } = state.data;
  return { ...state, chosen: { ...state.chosen, [channel]: next }, data };
}

function parameterOf(state: AssemblerState, channel: number): { readonly type: 'rpn' | 'nrpn'; readonly number: number } | null {
  const chosen = state.chosen[channel];
  if (!chosen) return null;
  const number = chosen.high * 128 + chosen.low;
  return number === NULL ? null : { type: chosen.type, number };
}

function enter(
  listening: Listening,
  state: AssemblerState,
  channel: number,
  isHigh: boolean,
  value: number,
): { readonly state: AssemblerState; readonly done: Assembled | null } {
  const chosen = parameterOf(state, channel);
  if (!chosen) return { state, done: null };
  const data = isHigh ? value * 128 : (state.data[channel] ?? 0) - ((state.data[channel] ?? 0) & 127) + value;
  const next = { ...state, data: { ...state.data, [channel]: data } };
  const acts = !isHigh || listening.when === 'act-on-each';
  return { state: next, done: acts ? { ...chosen, channel, value: data } : null };
}

function pair(
  listening: Listening,
  state: AssemblerState,
  channel: number,
  number: number,
  value: number,
): { readonly state: AssemblerState; readonly done: Assembled | null } {
  const isHigh = listening.pairs.has(number);
  const control = isHigh ? number : number - 32;
  if (!isHigh && !listening.pairs.has(control)) return { state, done: null };
  const key = `${channel} ${control}`;
  if (isHigh) {
    const next = { ...state, highs: { ...state.highs, [key]: value } };
    return {
      state: next,
      done: listening.when === 'act-on-each' ? { type: 'cc14', channel, number: control, value: value * 128 } : null,
    };
  }
  const top = state.highs[key];
  // A low byte alone fine-tunes a high byte that came before; without one there is nothing to tune.
  return { state, done: top === undefined ? null : { type: 'cc14', channel, number: control, value: top * 128 + value } };
}
