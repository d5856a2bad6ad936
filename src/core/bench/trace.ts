// What happened, from finger to value, in columns: a million events make five arrays, not a million objects.
import type { Unheard } from '../receiver';

/** A control was pressed. */
export const FINGER_DOWN = 0;
/** A control was let go. */
export const FINGER_UP = 1;
/** A control was moved to a position. */
export const FINGER_AT = 2;
/** A controller sent a message. */
export const SENT = 3;
/** A parameter took a value. */
export const VALUE = 4;
/** An encoder was turned by clicks. */
export const FINGER_TURN = 5;
/** A message arrived at a target. */
export const ARRIVED = 6;
/** A message came back to where it had been, and was not sent on. */
export const LOOPED = 7;
/** A unit passed a message on. */
export const PASSED = 8;
/** A target sent a value back. */
export const SENT_BACK = 9;

/**
 * Events in the order in which they happened. By kind:
 * FINGER_DOWN / FINGER_UP: a = index of the control in `chain.controlIds` (0 is the one that the script is about); FINGER_AT: b =
 * position 0–1; FINGER_TURN: b = clicks;
 * SENT: a = word, b = slot of the assignment (−1 a modifier's signal, −2 from outside), c = index of the controller;
 * ARRIVED at a target: a = word, b = index of the target, c = the first listener that took it, or −1 − the reason why none did;
 * PASSED: a message arrived at a controller: a = word, c = its index;
 * VALUE: a = slot of the parameter, b = new value, NaN where nobody knows any more;
 * SENT_BACK: a target sends a value back: a = word, b = index of the target;
 * LOOPED: a = word that went round and was cut.
 * `d` is the number of the message that an event is about, from SENT to what it moved; −1 where there is none.
 */
export interface Trace {
  readonly t: number[];
  readonly kind: number[];
  readonly a: number[];
  readonly b: number[];
  readonly c: number[];
  readonly d: number[];
}

/** A trace with nothing in it. */
export const emptyTrace = (): Trace => ({ t: [], kind: [], a: [], b: [], c: [], d: [] });

/** Writes one event; `a` to `d` mean what `Trace` says for its kind. `t` in milliseconds from the start. */
export function note(trace: Trace, t: number, kind: number, a: number, b: number, c = 0, d = -1): void {
  trace.t.push(t);
  trace.kind.push(kind);
  trace.a.push(a);
  trace.b.push(b);
  trace.c.push(c);
  trace.d.push(d);
}

/** Reasons in the order of their numbers in the trace. */
export const unheardReasons = [
  'notes-only',
  'nobody',
  'part',
  'other-layer',
  'elsewhere',
  'other-port',
  'other-bank',
  'waits',
  'launch',
  'unchanged',
  'layer',
  'not-known',
  'not-so',
  'no-strip',
  'taken-back',
  'by-clock',
  'acts-instead',
] as const satisfies readonly Unheard[];
