// What a controller remembers, and the draft in which one step changes it.
import type { ControllerProgram } from './program';

/** The place in force: bank, page and the layers that were open, in the order in which they were opened. */
export interface Where {
  readonly bank: number;
  readonly page: number;
  readonly layers: readonly string[];
}

/** A layer that is open, and what closes it. */
export interface OpenLayer {
  readonly id: string;
  readonly until: 'release' | 'toggled' | 'next-press';
}

/** What became of the plain press: sent; waiting for a time, or for the release; or given up for another gesture. */
export type PlainPress =
  | { readonly type: 'sent' }
  | { readonly type: 'waits'; readonly until: number }
  | { readonly type: 'waits-for-release' }
  | { readonly type: 'given-up' };

/** What became of the hold: there is none; it fires at a time; it has fired. */
export type Hold = { readonly type: 'none' } | { readonly type: 'waits'; readonly until: number } | { readonly type: 'held' };

/** A control that is down. Times in milliseconds. */
export interface Down {
  readonly at: number;
  readonly velocity: number | null;
  readonly where: Where;
  readonly press: PlainPress;
  readonly hold: Hold;
  /** When it repeats next; null where nothing repeats. */
  readonly repeatAt: number | null;
  /** What waits for the window of a chord before it fires, and until when; null where nothing does. */
  readonly kept: { readonly until: number; readonly gestures: readonly ('double-tap' | 'repeat')[] } | null;
  /** This press is the second one of a double tap. */
  readonly second: boolean;
  /** The first of two taps, on firmware that waits: what it kept back is given up for both together. Null for what is not the second. */
  readonly first: Tap | null;
  /** What is kept back until it is known whether a second tap is held: its double tap, or the press of the first tap; null for nothing. */
  readonly keptForHold: 'double-tap' | 'first-press' | null;
  /** Slots of the chords that it is part of. */
  readonly chords: readonly number[];
  /** Whether chords that keep single presses back took this one. */
  readonly swallowed: boolean;
  /** Whether another control did something meanwhile: then letting go of a modifier is no tap. */
  readonly others: boolean;
}

/** A gesture that is kept back until it is known that nothing else comes of the press. */
export interface KeptBack {
  readonly until: number;
  readonly gesture: 'press' | 'double-tap' | 'repeat' | 'release';
}

/** A press that is over, for as long as a second one or the end of a window is waited for. */
export interface Tap {
  readonly firstAt: number;
  readonly where: Where;
  readonly velocity: number | null;
  /** What was kept back, and when it goes out; none where the press is only remembered. */
  readonly keptBack: readonly KeptBack[];
}

/** What sets actions off. `velocity` 0–1, null where none is known; `position` 0–1; `again`: also if the value was sent last already. */
export type Cause =
  | { readonly type: 'down'; readonly velocity: number | null }
  | { readonly type: 'up' }
  | { readonly type: 'move'; readonly position: number; readonly again: boolean }
  | { readonly type: 'turn'; readonly clicks: number; readonly sinceMs: number };

/** The rest of a list of actions after a wait. */
export interface Later {
  readonly at: number;
  readonly slot: number;
  readonly cause: Cause;
  readonly from: number;
  /** The list of an alternating gesture that it belongs to; null where it does not alternate. */
  readonly turn: 'first' | 'second' | null;
}

/** The clock that a controller sends: how fast it goes in quarter notes a minute, and when it was tapped last, in milliseconds. */
export interface OwnClock {
  readonly bpm: number;
  readonly taps: readonly number[];
}

export interface ControllerState {
  readonly bank: number;
  readonly page: number;
  readonly lastUsed: { readonly bank: number; readonly page: number } | null;
  readonly open: readonly OpenLayer[];
  readonly downs: Readonly<Record<string, Down>>;
  readonly taps: Readonly<Record<string, Tap>>;
  readonly later: readonly Later[];
  /** Latches, counters, last values, positions: a slot each, as the program laid them out. */
  readonly memory: readonly number[];
  /** Null where it sends no clock. */
  readonly clock: OwnClock | null;
}

/** A switch that is closed as it is switched on: nothing was sent for that, letting go of it is told. */
const downFromTheStart = (where: Where): Down => ({
  at: Number.NEGATIVE_INFINITY,
  velocity: null,
  where,
  press: { type: 'sent' },
  hold: { type: 'none' },
  repeatAt: null,
  kept: null,
  second: false,
  first: null,
  keptForHold: null,
  chords: [],
  swallowed: false,
  others: true,
});

const reversedDown = (program: ControllerProgram, where: Where): ControllerState['downs'] =>
  Object.fromEntries([...program.controls].flatMap(([id, { reversed }]) => (reversed ? [[id, downFromTheStart(where)]] : [])));

/** A controller as it is switched on, at a bank and page counted from 1: positions at rest, nothing latched, no layer open, switches that are the wrong way round closed. */
export const startController = (program: ControllerProgram, bank: number, page: number): ControllerState => ({
  bank,
  page,
  lastUsed: null,
  open: [],
  downs: reversedDown(program, { bank, page, layers: [] }),
  taps: {},
  later: [],
  memory: program.memoryAtStart,
  clock: program.clockBpm === null ? null : { bpm: program.clockBpm, taps: [] },
});

/** A state while one step works on it; what it does not touch is shared with the state before. */
export interface Draft {
  readonly program: ControllerProgram;
  t: number;
  bank: number;
  page: number;
  lastUsed: ControllerState['lastUsed'];
  open: readonly OpenLayer[];
  downs: Readonly<Record<string, Down>>;
  taps: Readonly<Record<string, Tap>>;
  later: readonly Later[];
  memory: readonly number[];
  clock: OwnClock | null;
  own: number[] | null;
  /** Threes: a word, the slot of what sent it (−1 for a modifier's own signal), the position of the port that it goes out of. */
  readonly output: number[];
}

/** What is remembered of a value that came back and that nobody knows. */
export const FED_BLIND = -2;

/** A state to be changed by one step at a time in milliseconds. */
export const draftOf = (program: ControllerProgram, state: ControllerState, t: number): Draft => ({
  program,
  t,
  bank: state.bank,
  page: state.page,
  lastUsed: state.lastUsed,
  open: state.open,
  downs: state.downs,
  taps: state.taps,
  later: state.later,
  memory: state.memory,
  clock: state.clock,
  own: null,
  output: [],
});

/** What became of a draft. */
export const stateOf = (d: Draft): ControllerState => ({
  bank: d.bank,
  page: d.page,
  lastUsed: d.lastUsed,
  open: d.open,
  downs: d.downs,
  taps: d.taps,
  later: d.later,
  memory: d.memory,
  clock: d.clock,
});

/** What a slot of the memory holds; 0 where nothing was kept. */
export const recall = (d: Draft, slot: number): number => d.memory[slot] ?? 0;

/** Writes a slot; the memory is copied once a step, and only if something is written. */
export function remember(d: Draft, slot: number, value: number): void {
  if (d.memory[slot] === value) return;
  if (d.own === null) {
    d.own = d.memory.slice();
    d.memory = d.own;
  }
  d.own[slot] = value;
}

/** A record with one entry more, or changed. */
export const withEntry = <T>(record: Readonly<Record<string, T>>, key: string, value: T): Readonly<Record<string, T>> => ({
  ...record,
  [key]: value,
});

/** A record without one entry. */
export function withoutEntry<T>(record: Readonly<Record<string, T>>, key: string): Readonly<Record<string, T>> {
  if (!(key in record)) return record;
  const { [key]: _gone, ...rest } = record;
  return rest;
}
