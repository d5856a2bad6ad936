// The clock that a controller sends by itself: set to a tempo, or tapped.
import { clamp } from '../base';
import { clockBpm, tapMore, usualTaps } from '../rig';
import type { OwnClock } from './state';

/** A clock after it was set to a tempo. */
export const clockAt = (clock: OwnClock, bpm: number): OwnClock => (clock.bpm === bpm ? clock : { ...clock, bpm });

/** A clock after one tap more, at a time in milliseconds: by the taps of a target that states nothing of its own. Common practice, no source. */
export function clockTapped(clock: OwnClock, t: number): OwnClock {
  const { taps, meanMs } = tapMore(clock.taps, t, usualTaps);
  return { bpm: meanMs === null ? clock.bpm : clamp(60_000 / meanMs, clockBpm.slowest, clockBpm.fastest), taps };
}
