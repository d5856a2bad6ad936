// What happened, from finger to value, in columns: a million events make five arrays, not a million objects.

export const FINGER_DOWN = 0;
export const FINGER_UP = 1;
export const FINGER_AT = 2;
export const SENT = 3;
export const VALUE = 4;

/**
 * Events in the order in which they happened. By kind:
 * FINGER_DOWN / FINGER_UP: a = 0 the control itself, 1 its modifier; FINGER_AT: b = position 0–1;
 * SENT: a = word, b = slot of the assignment (−1 a modifier's signal); VALUE: a = slot of the parameter, b = new value.
 */
export interface Trace {
  readonly t: number[];
  readonly kind: number[];
  readonly a: number[];
  readonly b: number[];
}

export const emptyTrace = (): Trace => ({ t: [], kind: [], a: [], b: [] });

export function note(trace: Trace, t: number, kind: number, a: number, b: number): void {
  trace.t.push(t);
  trace.kind.push(kind);
  trace.a.push(a);
  trace.b.push(b);
}
