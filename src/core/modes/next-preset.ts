import { defineMode, type HeardRange, type HearValue, type ModeContext, plainMode } from './mode';

/** Each message that acts loads the preset after the present one; after the last comes the first. */
export const nextPreset = defineMode({
  ...plainMode,
  type: 'next-preset',
  name: 'next preset',
  does: 'steps up',
  fromNow: true,
  counts: true,
  changesSound: true,
  hear: (context) => presetAt(context, 1),
});

/** The preset some places further on each message that acts, round the landing's range. */
export const presetAt =
  ({ landing, acts }: ModeContext, by: 1 | -1): HearValue =>
  (type, value, now) =>
    acts(type, value) ? wrapped(now + by, landing) : now;

function wrapped(value: number, { from, to }: HeardRange): number {
  const low = Math.min(from, to);
  const span = Math.abs(to - from) + 1;
  return low + ((((Math.round(value) - low) % span) + span) % span);
}
