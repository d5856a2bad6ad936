import { carriesValue, decodeClicks, type MessageType, valueMax } from '../midi';
import { defineMode, plainMode } from './mode';

/** The value says clicks: the parameter moves by as many steps of the target. Without a coding there is nothing to go by. */
export const relative = defineMode({
  ...plainMode,
  type: 'relative',
  name: 'relative',
  does: 'moves',
  needs: 'coding',
  fromNow: true,
  counts: true,
  hear: ({ landing: { coding }, nudge }) =>
    coding === null
      ? (_type, _value, now) => now
      : (type, value, now) => (carriesValue(type) ? nudge(now, decodeClicks(sevenBits(type, value), coding)) : now),
});

const sevenBits = (type: MessageType, value: number): number => (valueMax(type) === 127 ? value : value >> 7);
