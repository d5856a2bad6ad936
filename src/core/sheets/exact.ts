// Numbers on the sheet: as short as they can be and still the same number when they are entered.

import { exhaustive } from '../base';
import type { Parameter } from '../rig';
import { type CurveSpec, showNumber } from '../values';
import { distinct } from './names';

/**
 * A number as it is usually shown, or with all its digits where that would be another number; a true minus sign.
 * @example exactNumber(-12.5) // => '−12.5'
 */
export function exactNumber(value: number): string {
  const shown = showNumber(value);
  return Number(shown.replace('−', '-')) === value ? shown : String(value).replace('-', '−');
}

/** A value of a parameter as it is entered: a step by its name, told from steps of the same name; any other with its unit. */
export function exactValue(parameter: Parameter, value: number): string {
  switch (parameter.kind) {
    case 'toggle': {
      const [off = 'Off', on = 'On'] = parameter.steps;
      return value === 0 ? off : value === 1 ? on : exactNumber(value);
    }
    case 'stepped':
      return distinct(parameter.steps)[value - parameter.lowest] ?? exactNumber(value);
    case 'trigger':
      return exactNumber(value);
    case 'continuous':
      return parameter.unit === '' ? exactNumber(value) : `${exactNumber(value)} ${parameter.unit}`;
    default:
      return exhaustive(parameter.kind);
  }
}

/** A curve in words, with how strongly it bends; empty for none. */
export function curveWords(curve: CurveSpec): string {
  switch (curve.type) {
    case 'linear':
      return '';
    case 'exponential':
      return `slow, then fast, bent by ${exactNumber(curve.amount)}`;
    case 'logarithmic':
      return `fast, then slow, bent by ${exactNumber(curve.amount)}`;
    case 's':
      return `slow at both ends, bent by ${exactNumber(curve.amount)}`;
    case 'table':
      return `as drawn: ${curve.heights.map(exactNumber).join(' ')}`;
    default:
      return exhaustive(curve);
  }
}

/** What is kept of a curve. */
export const curveValue = (curve: CurveSpec): readonly (string | number | readonly number[])[] =>
  curve.type === 'linear' ? [curve.type] : curve.type === 'table' ? [curve.type, curve.heights] : [curve.type, curve.amount];
