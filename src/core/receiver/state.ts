// What targets remember between messages, and what one step has found out.
import { type AssemblerState, idleAssembler, type MessageType, type PackedMessage } from '../midi';
import type { Pressed } from './pressed';
import type { Receiver, TargetProgram } from './program';
import type { TakeoverState } from './takeover';

export interface UnitState {
  /** Host-made layers that are open, in the order in which they were opened. */
  readonly open: readonly string[];
  /** Signals of layers that are on now, by address. */
  readonly lit: readonly number[];
  readonly assembler: AssemblerState;
  /** Selected bank by channel, high · 128 + low. */
  readonly banks: Readonly<Record<number, number>>;
  /** Whether it has the focus or selection that its scope asks for. */
  readonly here: boolean;
  /** A layer for the next press that heard the high byte of a change: it stays for the low one, and is over with any other word. */
  readonly spending: Spending | null;
  /** The ends of notes that are on, as words, at a target that obeys channel mode messages. */
  readonly sounding: readonly number[];
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
  /** What landings remember of presses, by the place of their listener. */
  readonly pressed: Readonly<Record<number, Pressed>>;
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
  | 'not-so' // something that has to be so is not
  | 'no-strip' // its bank of channels stands where there is none for it
  | 'taken-back' // it waited for the beat or bar, and does so no more
  | 'acts-instead' // another landing at its number acts in its place as things are
  | 'by-clock' // its tempo goes by a clock, and by nothing else
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

/** Nothing heard, nothing moved: one list for all of them. */
export const NONE: readonly number[] = [];

const idleUnit: UnitState = {
  open: [],
  lit: NONE,
  assembler: idleAssembler,
  banks: {},
  here: true,
  spending: null,
  sounding: NONE,
};

/** Targets with their parameters at some values, or at their start values; nothing is held and no knob has hold of anything. */
export const startTargets = (program: TargetProgram, values: readonly number[] = program.start): TargetState => ({
  values,
  units: program.receivers.map(() => idleUnit),
  takeoverStates: {},
  launches: [],
  pressed: {},
  gridFrom: 0,
});

/** What one step has found out so far. */
export interface Hearing {
  readonly program: TargetProgram;
  readonly arrival: Arrival;
  state: TargetState;
  values: number[] | null;
  takeoverStates: Record<string, TakeoverState> | null;
  heard: number[] | null;
  moved: number[] | null;
  why: Unheard;
}

/** Notes something of the target where the word arrives. */
export function setUnit(h: Hearing, change: Partial<UnitState>): void {
  const units = h.state.units.slice();
  const { index: place } = h.arrival.unit;
  units[place] = { ...(units[place] ?? idleUnit), ...change };
  h.state = { ...h.state, units };
}

/** What the target where the word arrives remembers. */
export const unitState = (h: Hearing): UnitState => h.state.units[h.arrival.unit.index] ?? idleUnit;

/** Whether all of a target hears only while it is in front or its track is selected. */
export const minds = ({ target: { reception } }: Receiver): boolean =>
  reception.scope !== 'always' && reception.scope !== 'locked';
