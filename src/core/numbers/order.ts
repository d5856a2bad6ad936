// In which order numbers are offered: the school "undefined first".
import { ccTable } from '../midi';

/**
 * Numbers without a standard meaning in MIDI 1.0, in the order in which they are given out: the long run first, so that
 * families stay together. Numbers are from the control change table; the order is common practice, no source.
 */
export const undefinedFirst: readonly number[] = [...run(102, 119), ...run(20, 31), ...run(85, 87), 89, 90, 15, 14, 9, 3];

/** After those: general purpose numbers, then low bytes that no 14-bit control uses, then standard meanings. Never reserved ones. */
export const everyPlainNumber: readonly number[] = [
  ...undefinedFirst,
  ...ccTable.filter((e) => e.class === 'general').map((e) => e.number),
  ...ccTable.filter((e) => e.class === 'low-byte').map((e) => e.number),
  ...ccTable.filter((e) => e.class === 'standard').map((e) => e.number),
];

/** Notes from 36 upwards, where drum instruments commonly start, then the lower ones. Common practice, no source. */
export const notesInOrder: readonly number[] = [...run(36, 127), ...run(0, 35)];

function run(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, i) => from + i);
}
