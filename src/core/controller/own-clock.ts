// The clock that a controller sends by itself: set to a tempo, or tapped.
import { usualTaps } from '../rig';
import type { OwnClock } from './state';

/** The slowest and the fastest that taps can make it, in quarter notes a minute: what can be stated of one. */
const [SLOWEST, FASTEST] = [10, 500];

/** A clock after it was set to a tempo. */
export const clockAt = (clock: OwnClock, bpm: number): OwnClock => (clock.bpm === bpm ? clock : { ...clock, bpm });

/**
 * A clock after one tap more, at a time in milliseconds: the mean of up to four intervals; after a pause of two seconds they start anew, and the first tap alone
 * changes nothing. Common practice, no source: the same as where a target states nothing of its own taps.
 */
export function clockTapped(clock: OwnClock, t: number): OwnClock {
  const { intervals, anewMs } = usualTaps;
  const last = clock.taps.at(-1);
  const taps = last === undefined || t - last > anewMs ? [t] : [...clock.taps.slice(-intervals), t];
  const [first] = taps;
  if (taps.length < 2 || first === undefined || t === first) return { ...clock, taps };
  const bpm = (60_000 * (taps.length - 1)) / (t - first);
  return { bpm: Math.min(FASTEST, Math.max(SLOWEST, bpm)), taps };
}
