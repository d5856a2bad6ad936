// Takeover: what a receiver does while the knob and the parameter do not agree. Pickup waits until the knob passes the value;
// scale moves in proportion to what is left on either side. Common practice, no source; the exact rules are this project's.

/** What one landing remembers between two messages. Places are 0–1 over the landing's range. */
export interface TakeoverState {
  /** Whether the knob has the parameter in hand. */
  readonly attached: boolean;
  /** Position of the knob at the last message; null before the first one and after somebody else moved the parameter. */
  readonly knob: number | null;
  /** The value that this landing left the parameter at; another one means that somebody else moved it. */
  readonly left: number | null;
}

/** Places are quotients: two steps are not quite twice one step. */
const ROUNDING = 1e-9;

/** A takeover that has hold of nothing yet. */
export const detachedTakeover: TakeoverState = { attached: false, knob: null, left: null };

export interface TakeoverRule {
  readonly type: 'pickup' | 'scale';
  /** Distance 0–1 within which the knob counts as being on the value: two steps of 127. */
  readonly near: number;
  /** A leap of the knob larger than this lets go again; null where the receiver does not look. */
  readonly rejectGap: number | null;
}

/** The position that the parameter takes for a knob at `knob` (both 0–1), or null when it stays; and the takeover state after it. */
export interface Taken {
  readonly position: number | null;
  readonly takeoverState: Omit<TakeoverState, 'left'>;
}

/** One message under a takeover rule. `now` is the parameter's position: 0–1 in the landing's range, else beyond it. `moved`: whether somebody else moved it since. */
export function takeOver(rule: TakeoverRule, takeoverState: TakeoverState, knob: number, now: number, moved: boolean): Taken {
  const known = moved ? { attached: false, knob: null } : takeoverState;
  return rule.type === 'pickup' ? pickUp(rule, known, knob, now) : scaled(known, knob, now);
}

/**
 * Attaches within two steps of the value, or when two messages since letting go lie on either side of it. Where the value lies outside of the
 * landing's range no knob can come to it: then nothing moves, until somebody else brings it in.
 */
function pickUp(rule: TakeoverRule, takeoverState: Omit<TakeoverState, 'left'>, knob: number, now: number): Taken {
  const leapt = rule.rejectGap !== null && takeoverState.knob !== null && Math.abs(knob - takeoverState.knob) > rule.rejectGap;
  const held = takeoverState.attached && !leapt;
  // The knob’s position from before a leap says nothing: it may have been turned while another bank was on.
  const before = leapt ? null : takeoverState.knob;
  const passed = before !== null && (before - now) * (knob - now) <= 0;
  if (now < -ROUNDING || now > 1 + ROUNDING) return { position: null, takeoverState: { attached: false, knob } };
  const attached = held || Math.abs(knob - now) <= rule.near + ROUNDING || passed;
  return { position: attached ? knob : null, takeoverState: { attached, knob } };
}

/** With value p, last knob k and move Δ: upwards p + (1 − p)·Δ/(1 − k), downwards p + p·Δ/k. The first message only tells k. */
function scaled(takeoverState: Omit<TakeoverState, 'left'>, knob: number, at: number): Taken {
  const now = Math.min(1, Math.max(0, at));
  const after = { attached: true, knob };
  if (takeoverState.knob === null) return { position: null, takeoverState: after };
  const delta = knob - takeoverState.knob;
  if (delta === 0) return { position: null, takeoverState: after };
  const place = delta > 0 ? now + ((1 - now) * delta) / (1 - takeoverState.knob) : now + (now * delta) / takeoverState.knob;
  return { position: Math.min(1, Math.max(0, place)), takeoverState: after };
}
