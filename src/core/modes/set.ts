import { carriesValue } from '../midi';
import { defineMode, plainMode } from './mode';

/** Each message that acts puts the parameter to one value; where it is told which values choose it, those act and no others. */
export const set = defineMode({
  ...plainMode,
  type: 'set',
  acts: true,
  name: 'set value',
  needs: 'value',
  hear:
    ({ landing: { setValue, chosenBy }, acts }) =>
    (type, value, now) =>
      (chosenBy && carriesValue(type) ? value >= chosenBy.from && value <= chosenBy.to : acts(type, value)) ? setValue : now,
  sentBack: ({ landing: { setValue, chosenBy } }, _type, value, most) =>
    value !== setValue ? (chosenBy ? null : 0) : chosenBy ? Math.min(most, chosenBy.to) : most,
});
