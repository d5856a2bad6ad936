import { defineMode, type HearValue, type ModeContext, plainMode } from './mode';
import { nextStored, nextStoredRound } from './stored';

/** Each message that acts loads the next preset that is stored; after the last comes the first, or nothing, as the parameter says. */
export const nextPreset = defineMode({
  ...plainMode,
  type: 'next-preset',
  acts: true,
  name: 'next preset',
  does: 'steps up',
  fromNow: true,
  counts: true,
  changesSound: true,
  hear: (context) => presetAt(context, 1),
});

/** The next stored preset on that side on each message that acts, within the landing's range. */
export function presetAt({ landing: { from, to }, parameter: { atEnd, empty }, acts }: ModeContext, by: 1 | -1): HearValue {
  const low = Math.min(from, to);
  const high = low + Math.floor(Math.abs(to - from));
  const walk = atEnd === 'wrap' ? nextStoredRound : nextStored;
  return (type, value, now) => (acts(type, value) ? walk(now, by, low, high, empty) : now);
}
