import { defineMode } from './mode';
import { nextPreset, presetAt } from './next-preset';

/** Each message that acts loads the preset before the present one; before the first comes the last. */
export const previousPreset = defineMode({
  ...nextPreset,
  type: 'previous-preset',
  name: 'previous preset',
  does: 'steps down',
  hear: (context) => presetAt(context, -1),
});
