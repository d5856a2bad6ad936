// One value in every base that a device or a player may show it in.
import { showValue } from '../bench';
import { carriesValue, countsAsOn, valueMax } from '../midi';
import { meaningsOf } from '../receiver';
import { type Assignment, behaviourValues, type Landing, type Parameter, type RigIndex } from '../rig';
import { hearsIt, isTranslated, outletFor } from '../wires';

export interface ValueInBases {
  readonly value: number;
  /** Of the largest value of the message, to the nearest whole percent: 89 of 127 is 70 %. */
  readonly percent: number;
  /** Two digits for 7 bits, four for 14. */
  readonly hex: string;
  /** What the first parameter that it is meant for makes of it, in its unit; null where the target reads only part of the range. */
  readonly reads: string | null;
}

/** One value of a message whose largest is `max` (127 or 16383). */
export function inBases(value: number, max: number): Omit<ValueInBases, 'reads'> {
  const hex = value.toString(16).toUpperCase();
  return { value, percent: Math.round((value * 100) / max), hex: hex.padStart(max > 127 ? 4 : 2, '0') };
}

/** Every value that an assignment names, once each, in the order in which it names them; none of a message that carries no value. */
export function assignmentValues(index: RigIndex, assignment: Assignment): readonly ValueInBases[] {
  const rows = assignment.actions.flatMap((action) => {
    if (action.type !== 'send' || !carriesValue(action.message.type)) return [];
    const max = valueMax(action.message.type);
    const parameter = index.parameters.get(action.meant[0] ?? '');
    // By the landing that hears this message, not by another one of the same parameter.
    const outlet = outletFor(index, assignment.controlId, action);
    // A translator may make other values of it: what they come to is for the Bench.
    const plain = parameter && !isTranslated(index, outlet, action.message);
    const landing = plain && (index.landingsOf.get(parameter.id) ?? []).find((l) => hearsIt(index, outlet, action.message, l));
    return behaviourValues(action.behaviour).map((value) => ({
      ...inBases(value, max),
      reads: parameter && landing ? readsAs(index, parameter, landing, value, max) : null,
    }));
  });
  return [...new Map(rows.map((r) => [`${r.hex} ${r.reads}`, r])).values()];
}

function readsAs(index: RigIndex, parameter: Parameter, landing: Landing, value: number, max: number): string | null {
  const whole = landing.from === parameter.lowest && landing.to === parameter.highest;
  if (landing.mode !== 'absolute' || !whole || parameter.kind === 'trigger') return null;
  const threshold = index.targets.get(parameter.targetId)?.reception.threshold ?? 64;
  // A toggle goes by what counts as on there: a note from velocity 1, a 14-bit value from 128 times the threshold.
  if (parameter.kind === 'toggle')
    return showValue(parameter, countsAsOn(landing.address.type, value, threshold) ? parameter.highest : parameter.lowest);
  const given = meaningsOf(parameter, max, threshold)[value];
  return given === undefined ? null : showValue(parameter, given);
}
