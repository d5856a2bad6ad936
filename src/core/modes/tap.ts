import { defineMode, plainMode } from './mode';

/**
 * Taps tell a tempo: the mean time between them, in the unit of the parameter. One alone says nothing; when they came is known to the target, so that what is heard
 * here by itself moves nothing.
 */
export const tap = defineMode({
  ...plainMode,
  type: 'tap',
  name: 'tap tempo',
  does: 'taps',
  acts: true,
  taps: true,
  fromNow: true,
  counts: true,
  hear: () => (_type, _value, now) => now,
});
