import { defineMode, plainMode } from './mode';

/** Each message that acts moves the parameter one step of the target up. */
export const increment = defineMode({
  ...plainMode,
  type: 'increment',
  name: 'increment',
  does: 'steps up',
  fromNow: true,
  counts: true,
  hear:
    ({ acts, nudge }) =>
    (type, value, now) =>
      acts(type, value) ? nudge(now, 1) : now,
});
