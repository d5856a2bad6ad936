// Running the actions of what fired: values out of behaviours, waits, and going to another bank or page.
import { exhaustive } from '../base';
import { encodeClicks, MOST_CLICKS } from '../midi';
import { resolve } from '../rig';
import type { Emitter } from './emitter';
import { setLatch } from './latches';
import { lookUp, whereNow } from './look-up';
import { clockAt, clockTapped } from './own-clock';
import type { Armed, CompiledAction } from './program';
import { type Cause, type Draft, type Later, recall, remember } from './state';

type SendAction = Extract<CompiledAction, { type: 'send' }>;

/** A press with a velocity 0–1; null where none is known. */
export const struck = (velocity: number | null): Cause => ({ type: 'down', velocity });
/** A release. */
export const LET_GO: Cause = { type: 'up' };

/** Runs actions in order; a wait puts the rest off, whatever set them off. A release waits once more what its press waited. */
export function run(d: Draft, armed: Armed, cause: Cause, from = 0, again: Later['turn'] = null): void {
  const turn = armed.turn === null ? null : (again ?? turnNow(d, armed.turn, cause));
  for (let i = from; i < armed.actions.length; i++) {
    const action = armed.actions[i];
    if (turn !== null && action?.turn !== undefined && action.turn !== turn) continue;
    switch (action?.type) {
      case 'send':
        emit(d, armed, action, cause);
        break;
      case 'go':
        if (cause.type === 'down') go(d, action.to);
        break;
      case 'tempo':
        if (cause.type === 'down' && d.clock !== null)
          d.clock = action.bpm === null ? clockTapped(d.clock, d.t) : clockAt(d.clock, action.bpm);
        break;
      case 'wait':
        if (i + 1 < armed.actions.length && (cause.type !== 'up' || armed.actions.some(sendsOnRelease)))
          d.later = [...d.later, { at: d.t + action.ms, slot: armed.slot, cause, from: i + 1, turn }];
        return;
      default:
        // A keystroke is documented, and never sent by this program.
        break;
    }
  }
}

/** Whose turn it is on an alternating gesture: each press is that of the other list; a release is that of its press. */
function turnNow(d: Draft, slot: number, cause: Cause): 'first' | 'second' {
  const ran = recall(d, slot);
  const now = cause.type === 'down' ? (ran === 1 ? 2 : 1) : ran;
  if (cause.type === 'down') remember(d, slot, now);
  return now === 2 ? 'second' : 'first';
}

/** Down and up at once: what a function does whose moment is the release, or a time after it. */
export function tapOnce(d: Draft, all: readonly Armed[]): void {
  runAll(d, all, struck(null));
  runAll(d, all, LET_GO);
}

/** Sends of what latches what it sends when it goes off. */
export function sendOff(d: Draft, armed: Armed): void {
  for (const action of armed.actions)
    if (action.type === 'send' && action.emitter.type === 'latching' && recall(d, action.emitter.phase) === 1)
      emitDown(d, armed, action, null);
}

/** The same for several at once. */
export function runAll(d: Draft, all: readonly Armed[], cause: Cause): void {
  for (const armed of all) run(d, armed, cause);
}

const sendsOnRelease = (action: CompiledAction): boolean =>
  action.type === 'send' &&
  (action.emitter.type === 'momentary' ||
    action.emitter.type === 'range' ||
    (action.emitter.type === 'stepping' && action.emitter.strikes !== null));

/** Writes the words of a value, and who sent them. */
function put(d: Draft, armed: Armed, action: SendAction, value: number): void {
  const words: number[] = [];
  action.put(value, words);
  for (const word of words) d.output.push(word, armed.slot, action.port);
}

function emit(d: Draft, armed: Armed, action: SendAction, cause: Cause): void {
  switch (cause.type) {
    case 'down':
      emitDown(d, armed, action, cause.velocity);
      return;
    case 'up':
      emitUp(d, armed, action);
      return;
    case 'move':
      emitMove(d, armed, action, cause.position, cause.again);
      return;
    case 'turn':
      emitTurn(d, armed, action, cause.clicks, cause.sinceMs);
      return;
    default:
      exhaustive(cause);
  }
}

function emitDown(d: Draft, armed: Armed, action: SendAction, velocity: number | null): void {
  const { emitter } = action;
  switch (emitter.type) {
    case 'relative':
    case 'click':
      return;
    case 'range':
      // On a press a range is what the velocity is spread over; a switch that knows none is struck as hard as can be.
      // A strike has a velocity of at least 1: 0 would be the end of the note (MIDI 1.0).
      put(d, armed, action, Math.max(action.least, spread(emitter, velocity ?? 1)));
      return;
    case 'momentary':
      put(d, armed, action, emitter.down);
      return;
    case 'fixed':
      put(d, armed, action, emitter.value);
      return;
    case 'latching': {
      // 0: nothing sent yet, 1: the first value was sent last, 2: the second.
      const phase = recall(d, emitter.phase) === 1 ? 2 : 1;
      remember(d, emitter.phase, phase);
      put(d, armed, action, phase === 1 ? emitter.first : emitter.second);
      return;
    }
    case 'stepping': {
      const now = recall(d, emitter.counter);
      const begins = emitter.first !== null && recall(d, emitter.first) === 0;
      if (emitter.first !== null) remember(d, emitter.first, 1);
      const next = begins ? Math.min(emitter.to, now) : stepCounter(now, emitter);
      remember(d, emitter.counter, next);
      if (emitter.strikes === null) put(d, armed, action, next);
      else {
        remember(d, emitter.strikes.sounding, next);
        put(d, armed, action, next * 128 + emitter.strikes.velocity);
      }
      return;
    }
    default:
      exhaustive(emitter);
  }
}

function emitUp(d: Draft, armed: Armed, action: SendAction): void {
  const { emitter } = action;
  if (emitter.type === 'momentary') put(d, armed, action, emitter.up);
  else if (emitter.type === 'range') put(d, armed, action, 0);
  else if (emitter.type === 'stepping' && emitter.strikes !== null) {
    // What began ends, wherever the counter stands by then.
    const sounding = recall(d, emitter.strikes.sounding);
    remember(d, emitter.strikes.sounding, -1);
    if (sounding >= 0) put(d, armed, action, sounding * 128);
  }
}

/** The value of a range at a position 0–1. */
export const spread = (emitter: Extract<Emitter, { type: 'range' }>, position: number): number =>
  Math.round(emitter.from + (emitter.to - emitter.from) * emitter.curve(position));

/** An encoder has no ends: a position 0–1 in a script stands for this many clicks from where it is. */
const CLICKS_OF_TRAVEL = 127;

/** A moving control stands at a position 0–1 that counts. */
function emitMove(d: Draft, armed: Armed, action: SendAction, position: number, again: boolean): void {
  const { emitter } = action;
  if (emitter.type === 'relative' || emitter.type === 'click') {
    const at = Math.round(position * CLICKS_OF_TRAVEL);
    const before = recall(d, emitter.last);
    remember(d, emitter.last, at);
    if (before >= 0) putClicks(d, armed, action, at - before);
  } else if (emitter.type === 'range') {
    remember(d, emitter.count, position);
    putRange(d, armed, action, emitter, position, again);
  }
}

/** An encoder turns by clicks. Absolute ones count them, one step of 127 each; relative ones send them. */
function emitTurn(d: Draft, armed: Armed, action: SendAction, clicks: number, sinceMs: number): void {
  const { emitter } = action;
  if (emitter.type === 'relative') {
    putClicks(d, armed, action, clicks * accelerated(emitter.acceleration, sinceMs / Math.max(1, Math.abs(clicks))));
  } else if (emitter.type === 'click') putClicks(d, armed, action, clicks);
  else if (emitter.type === 'range') {
    const position = Math.min(1, Math.max(0, recall(d, emitter.count) + clicks / CLICKS_OF_TRAVEL));
    remember(d, emitter.count, position);
    putRange(d, armed, action, emitter, position, false);
  }
}

const FAST_MS = 10;
const SLOW_MS = 60;

/**
 * How many clicks one click counts: 1 at 60 ms a click and slower, `most` at 10 ms and faster, in proportion between. Common
 * practice, no source; the two times are this project's.
 */
export const accelerated = (most: number, msPerClick: number): number =>
  1 + Math.round((most - 1) * Math.min(1, Math.max(0, (SLOW_MS - msPerClick) / (SLOW_MS - FAST_MS))));

function putRange(
  d: Draft,
  armed: Armed,
  action: SendAction,
  emitter: Extract<Emitter, { type: 'range' }>,
  position: number,
  again: boolean,
): void {
  const value = spread(emitter, position);
  if (!again && recall(d, emitter.last) === value) return;
  remember(d, emitter.last, value);
  put(d, armed, action, value);
}

/** Sends clicks: at most as many in one message as fit, or a message for each of those that go its way. */
function putClicks(d: Draft, armed: Armed, action: SendAction, clicks: number): void {
  const { emitter } = action;
  if (emitter.type === 'click') for (let left = clicks * emitter.way; left > 0; left--) put(d, armed, action, emitter.value);
  if (emitter.type !== 'relative') return;
  for (let left = clicks; left !== 0; ) {
    const now = Math.max(-MOST_CLICKS, Math.min(MOST_CLICKS, left));
    put(d, armed, action, encodeClicks(now, emitter.coding));
    left -= now;
  }
}

/** A counter moves, then sends; it wraps modulo its span or stops at its ends. */
export function stepCounter(
  now: number,
  c: Pick<Extract<Emitter, { type: 'stepping' }>, 'from' | 'to' | 'step' | 'wraps'>,
): number {
  const span = c.to - c.from + 1;
  const moved = now + c.step;
  if (!c.wraps) return Math.min(c.to, Math.max(c.from, moved));
  return c.from + ((((moved - c.from) % span) + span) % span);
}

/** Where an action leads, or the bank buttons of the panel. */
export type Destination =
  | { readonly type: 'bank'; readonly bank: number }
  | { readonly type: 'page'; readonly page: number }
  | { readonly type: 'step'; readonly what: 'bank' | 'page'; readonly by: number }
  | { readonly type: 'last-used' }
  | { readonly type: 'place'; readonly bank: number; readonly page: number };

/**
 * Goes to another bank or page; one that the controller has not is not gone to, steps wrap. Toggles are forgotten and
 * positions sent again where the firmware does so.
 */
export function go(d: Draft, to: Destination): void {
  const { firmware } = d.program;
  const wrapped = (n: number, count: number): number => ((((n - 1) % count) + count) % count) + 1;
  let { bank, page } = d;
  switch (to.type) {
    case 'bank':
      bank = to.bank;
      break;
    case 'page':
      page = to.page;
      break;
    case 'place':
      bank = to.bank;
      page = to.page;
      break;
    case 'step':
      if (to.what === 'bank') bank = wrapped(bank + to.by, firmware.banks);
      else page = wrapped(page + to.by, firmware.pages);
      break;
    case 'last-used':
      bank = d.lastUsed?.bank ?? bank;
      page = d.lastUsed?.page ?? page;
      break;
    default:
      exhaustive(to);
  }
  if (bank > firmware.banks || page > firmware.pages || (bank === d.bank && page === d.page)) return;
  d.lastUsed = { bank: d.bank, page: d.page };
  d.bank = bank;
  d.page = page;
  if (!firmware.togglesSurviveBankChange) for (const slot of d.program.phases) remember(d, slot, 0);
  arrive(d);
  if (!firmware.resendsPositions) return;
  for (const control of d.program.controls.values()) {
    const place = recall(d, control.position);
    if (place >= 0)
      runAll(d, lookUp(d, control, 'move', whereNow(d)), { type: 'move', position: control.calibrate(place), again: true });
  }
}

/** Does what is done on arriving where the controller is: latches stand as they are set, then what is sent goes out. */
function arrive(d: Draft): void {
  if (d.program.arrivals.length === 0) return;
  for (const { row, armed } of resolve(d.program.arrivals, whereNow(d), () => null)) {
    setLatches(d, row.latches);
    run(d, armed, struck(null));
  }
}

function setLatches(d: Draft, latches: readonly { readonly controlId: string; readonly on: boolean }[]): void {
  for (const { controlId, on } of latches) {
    const control = d.program.controls.get(controlId);
    if (control) setLatch(d, control, { bank: d.bank, page: d.page, layers: [] }, on);
  }
}

/** Does the same after switching on, as far as it is done there: what is sent goes out with the first tick. */
export function arriveAtStart(d: Draft): void {
  for (const { row, armed } of resolve(d.program.arrivals, whereNow(d), () => null)) {
    if (!row.atStart) continue;
    setLatches(d, row.latches);
    d.later = [...d.later, { at: d.t, slot: armed.slot, cause: struck(null), from: 0, turn: null }];
  }
}
