import { clamp } from '../base';
import { carriesValue } from '../midi';
import { defineMode, type ModeContext, plainMode } from './mode';

/**
 * The value itself chooses: its first value is the first end of the range, each further value the next step of the parameter, as far as the range goes; a
 * value before or after those is for something else, and moves nothing. One message so chooses among many (scenes, presets, songs). Common practice, no source.
 */
export const choose = defineMode({
  ...plainMode,
  type: 'choose',
  name: 'value chooses the step',
  does: 'chooses',
  needs: 'first-value',
  // A value of another range leaves it where it is.
  fromNow: true,
  hear: (context) => {
    const { to, way, first, count } = stepsOf(context);
    return (type, value, now) => {
      if (!carriesValue(type)) return to;
      const step = value - first;
      return step < 0 || step >= count ? now : context.landing.from + way * step;
    };
  },
  sentBack: (context, _type, value, most) => {
    const { way, first, count } = stepsOf(context);
    const step = clamp(Math.round((value - context.landing.from) * way), 0, count - 1);
    return first + step > most ? null : first + step;
  },
});

function stepsOf({ landing: { from, to, chosenBy } }: ModeContext) {
  return { to, way: to < from ? -1 : 1, first: chosenBy?.from ?? 0, count: Math.floor(Math.abs(to - from)) + 1 };
}
