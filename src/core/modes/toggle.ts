import { defineMode, nearerEnd, plainMode } from './mode';

/** Each message that acts changes over to the other end of the range. */
export const toggle = defineMode({
  ...plainMode,
  type: 'toggle',
  acts: true,
  name: 'toggle',
  does: 'flips',
  fromNow: true,
  counts: true,
  hear:
    ({ landing: { from, to }, acts }) =>
    (type, value, now) =>
      acts(type, value) ? (Math.abs(now - to) < Math.abs(now - from) ? from : to) : now,
  sentBack: (context, _type, value, most) => nearerEnd(context, value, most),
});
