// What happened, from finger to value, in columns: a million events make five arrays, not a million objects.

export const FINGER_DOWN = 0;
export const FINGER_UP = 1;
export const FINGER_AT = 2;
export const SENT = 3;
export const VALUE = 4;
export const FINGER_TURN = 5;
export const ARRIVED = 6;
export const LOOPED = 7;
export const PASSED = 8;
export const SENT_BACK = 9;

/**
 * Events in the order in which they happened. By kind:
 * FINGER_DOWN / FINGER_UP: a = place of the control in `chain.controlIds` (0 is the one that the script is about); FINGER_AT: b =
 * position 0–1; FINGER_TURN: b = clicks;
 * SENT: a = word, b = slot of the assignment (−1 a modifier's signal, −2 from outside), c = place of the controller;
 * ARRIVED at a target: a = word, b = place of the target, c = the first listener that took it, or −1 − the reason why none did;
 * PASSED: a message arrived at a controller: a = word, c = its place;
 * VALUE: a = slot of the parameter, b = new value;
 * SENT_BACK: a target sends a value back: a = word, b = place of the target;
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

export const emptyTrace = (): Trace => ({ t: [], kind: [], a: [], b: [], c: [], d: [] });

export function note(trace: Trace, t: number, kind: number, a: number, b: number, c = 0, d = -1): void {
  trace.t.push(t);
  trace.kind.push(kind);
  trace.a.push(a);
  trace.b.push(b);
  trace.c.push(c);
  trace.d.push(d);
}
