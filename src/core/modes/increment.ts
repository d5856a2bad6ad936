import { defineMode, plainMode } from './mode';

/** Each message that acts moves the parameter one step of the target up. */
export const increment = defineMode({
  ...plainMode,
  type: 'increment',
  acts: true,
  steps: true,
  name: 'increment',
  does: 'steps up',
  fromNow: true,
  counts: true,
  hear:
    ({ acts, nudge, landing: { by } }) =>
    (type, value, now) =>
      acts(type, value) ? nudge(now, by) : now,
});
