// What a landing remembers of presses: whether it is on, for targets that act at rising edges, and when it was tapped.
import { countsAsOn, type MessageType } from '../midi';
import { modeOf } from '../modes';
import { type Parameter, tapMore, usualTaps } from '../rig';
import type { Listener } from './program';
import type { Hearing } from './state';
import { tempoValue } from './tempo';

export interface Pressed {
  /** Whether what arrived last counts as on. */
  readonly on: boolean;
  /** When it was tapped, in milliseconds, the last few. */
  readonly taps: readonly number[];
}

const untouched: Pressed = { on: false, taps: [] };

const pressedAt = ({ state }: Hearing, { index }: Listener): Pressed => state.pressed[index] ?? untouched;

function remember(h: Hearing, { index }: Listener, change: Partial<Pressed>): void {
  h.state = { ...h.state, pressed: { ...h.state.pressed, [index]: { ...(h.state.pressed[index] ?? untouched), ...change } } };
}

/** Whether a target that acts at rising edges lets a message pass: it counts as on, and so did the one before at this landing. Keeps that it came. */
export function isHeldOn(h: Hearing, listener: Listener, type: MessageType, value: number): boolean {
  const { reception } = h.arrival.unit.target;
  if (reception.actsOn !== 'rising-edge' || !modeOf(listener.landing.mode).acts) return false;
  const on = countsAsOn(type, value, reception.threshold);
  const was = pressedAt(h, listener).on;
  // What carries no value has no off: each one is a press of its own.
  if (on !== was && countsAsOn(type, 0, reception.threshold) === false) remember(h, listener, { on });
  return on && was;
}

/**
 * What taps make of a parameter: the mean of the last intervals; after a pause they start anew, and the first tap alone says nothing. Null for that.
 */
export function tapped(h: Hearing, listener: Listener, parameter: Parameter): number | null {
  const { taps, meanMs } = tapMore(pressedAt(h, listener).taps, h.arrival.t, h.arrival.unit.target.reception.taps ?? usualTaps);
  remember(h, listener, { taps });
  return meanMs === null ? null : tempoValue(parameter, meanMs);
}
