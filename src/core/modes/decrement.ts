import { increment } from './increment';
import { defineMode } from './mode';

/** Each message that acts moves the parameter one step of the target down. */
export const decrement = defineMode({
  ...increment,
  type: 'decrement',
  name: 'decrement',
  does: 'steps down',
  hear:
    ({ acts, nudge }) =>
    (type, value, now) =>
      acts(type, value) ? nudge(now, -1) : now,
});
