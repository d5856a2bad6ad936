import { increment } from './increment';
import { defineMode } from './mode';

/** Each message that acts moves the parameter one step of the target down. */
export const decrement = defineMode({
  ...increment,
  type: 'decrement',
  name: 'decrement',
  does: 'steps down',
  hear:
    ({ acts, nudge, landing: { by } }) =>
    (type, value, now) =>
      acts(type, value) ? nudge(now, -by) : now,
});
