import { defineMode, nearerEnd, plainMode } from './mode';

/** On while what arrives counts as on, off when it does not. */
export const gate = defineMode({
  ...plainMode,
  type: 'gate',
  name: 'gate',
  needsOn: true,
  hear:
    ({ landing: { from, to }, on }) =>
    (type, value) =>
      on(type, value) ? to : from,
  sentBack: (context, _type, value, most) => nearerEnd(context, value, most),
});
