import { carriesValue, valueMax } from '../midi';
import { stepOf } from '../values';
import { defineMode, type HearValue, type ModeContext, nearerEnd, plainMode } from './mode';
import { makeTravel } from './travel';

/**
 * The parameter goes where the value says. The value gives a place on the travel (0–1), the landing's curve bends it, the
 * landing's range is a stretch of the parameter's own travel, and the parameter's scale gives the value in its unit. Stepped
 * parameters take ⌊v · n / max⌋ over the steps of the range. Common practice, no source.
 */
export const absolute = defineMode({
  ...plainMode,
  type: 'absolute',
  name: 'absolute',
  travels: true,
  needsOn: true,
  hear: (context) => readings(context),
  sentBack: (context, type, value, most) => {
    const { landing, parameter } = context;
    if (parameter.kind === 'trigger') return null;
    if (parameter.kind === 'toggle') return nearerEnd(context, value, most);
    const hear = readings(context);
    return nearest((v) => hear(type, v, value), value, most, landing.to >= landing.from);
  },
});

function readings(context: ModeContext): HearValue {
  const { landing, parameter, on } = context;
  if (parameter.kind === 'toggle') return (type, value) => (on(type, value) ? landing.to : landing.from);
  return parameter.kind === 'stepped' ? overSteps(context) : overTravel(context);
}

function overSteps({ landing: { from, to } }: ModeContext): HearValue {
  const count = Math.abs(to - from) + 1;
  const way = to >= from ? 1 : -1;
  return (type, value) => from + way * (carriesValue(type) ? stepOf(value, valueMax(type), count) : count - 1);
}

/** 7-bit values are read from a table of 128. */
function overTravel({ landing, parameter }: ModeContext): HearValue {
  const travel = makeTravel(landing, parameter);
  const table: number[] = [];
  return (type, value) => {
    if (!carriesValue(type)) return landing.to;
    if (valueMax(type) !== 127) return travel.valueAt(travel.knob(value, 16383));
    table[value] ??= travel.valueAt(travel.knob(value, 127));
    return table[value] ?? landing.from;
  };
}

/** The message value 0–most whose reading comes nearest; readings run one way. */
function nearest(read: (v: number) => number, value: number, most: number, rising: boolean): number {
  let low = 0;
  let high = most;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising ? read(middle) < value : read(middle) > value) low = middle + 1;
    else high = middle;
  }
  const before = Math.max(0, low - 1);
  return Math.abs(read(before) - value) < Math.abs(read(low) - value) ? before : low;
}
