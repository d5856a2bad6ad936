import { defineMode, plainMode } from './mode';

/** Each message that acts puts the parameter to one value. */
export const set = defineMode({
  ...plainMode,
  type: 'set',
  name: 'set value',
  needs: 'value',
  hear:
    ({ landing: { setValue }, acts }) =>
    (type, value, now) =>
      acts(type, value) ? setValue : now,
  sentBack: ({ landing }, _type, value, most) => (value === landing.setValue ? most : 0),
});
