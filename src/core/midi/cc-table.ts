// What each of the 128 control change numbers is for.
import { type CcClass, namedControls } from './cc-table.data';

export type { CcClass } from './cc-table.data';

export interface CcEntry {
  readonly number: number;
  readonly name: string;
  readonly short: string;
  readonly class: CcClass;
}

const named = new Map(namedControls.map(([number, name, short, kind]) => [number, { number, name, short, class: kind }]));

function entry(number: number): CcEntry {
  const known = named.get(number);
  if (known) return known;
  if (number >= 33 && number <= 63) {
    const high = named.get(number - 32);
    const of = high ? high.name : `control ${number - 32}`;
    return { number, name: `${of}, low byte`, short: `low ${number - 32}`, class: 'low-byte' };
  }
  return { number, name: 'Undefined', short: '', class: 'undefined' };
}

/** The 128 control change numbers in order (MIDI 1.0, tables III and IIIa). */
export const ccTable: readonly CcEntry[] = Array.from({ length: 128 }, (_, number) => entry(number));

/**
 * The entry of one control number, 0–127.
 * @example ccEntry(74).short // => 'cutoff'
 */
export function ccEntry(number: number): CcEntry {
  return ccTable[number] ?? { number, name: 'Not a control number', short: '', class: 'mode' };
}

/**
 * Whether a number can never be a plain control: bank select, data entry, parameter numbers, channel mode messages.
 * @example isReserved(121) // => true
 */
export function isReserved(number: number): boolean {
  const kind = ccEntry(number).class;
  return kind === 'bank' || kind === 'data' || kind === 'mode';
}
