import { defineMode, plainMode } from './mode';

/** Each message that acts puts the parameter to the far end of the range. */
export const trigger = defineMode({
  ...plainMode,
  type: 'trigger',
  acts: true,
  name: 'trigger',
  counts: true,
  launches: true,
  hear:
    ({ landing: { to }, acts }) =>
    (type, value, now) =>
      acts(type, value) ? to : now,
});
