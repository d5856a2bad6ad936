// The schools of numbering: which number is better than which, and why. Order and reasons are common practice, no source; what a
// number means is from the control change table of MIDI 1.0.
import { ccEntry, ccTable } from '../midi';
import type { Preferences } from '../rig';
import { standardNumberOf } from './roles.data';

export type SchoolId = Preferences['school'];

export interface School {
  readonly id: SchoolId;
  readonly name: string;
  /** What it does, in a sentence, and why one would. */
  readonly rule: string;
  readonly reason: string;
}

/** The schools of numbering that a plan can follow, each with its reason. Common practice, no source. */
export const schools: readonly School[] = [
  {
    id: 'undefined-first',
    name: 'Undefined first',
    rule: 'Only numbers without a standard meaning: 102–119, 20–31, 85–87, 89, 90, 15, 14, 9, 3.',
    reason: 'Safest with instruments that honour the standard.',
  },
  {
    id: 'from-119-down',
    name: 'From 119 downwards',
    rule: 'The highest plain number first, then down.',
    reason: 'Far from what the software listens for by default.',
  },
  {
    id: 'counting-runs',
    name: 'Counting runs',
    rule: 'Each family of controls gets one unbroken run: 102–119, 16–31, 39–63, 33–37, 79–83, 85–87.',
    reason: 'Quickest to enter by hand, which is then only counting up, and to remember.',
  },
  {
    id: 'notes-for-switches',
    name: 'Notes for switches',
    rule: 'Switches send notes, from 36 up; control changes are left for knobs, faders and pedals.',
    reason: 'Favoured where a host treats notes as buttons; the control numbers last longer.',
  },
  {
    id: 'standard-meanings',
    name: 'Standard meanings kept',
    rule: 'Volume on 7, pan on 10, cutoff on 74, reverb on 91, sustain on 64; undefined numbers for the rest.',
    reason: 'Any instrument then answers as expected.',
  },
];

const run = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, i) => from + i);

/** Numbers without a standard meaning in MIDI 1.0, the long run first, so that families stay together. */
export const undefinedFirst: readonly number[] = [...run(102, 119), ...run(20, 31), ...run(85, 87), 89, 90, 15, 14, 9, 3];

const ofClass = (kind: string): readonly number[] => ccTable.filter((e) => e.class === kind).map((e) => e.number);

/** After those: general purpose numbers, then low bytes that no 14-bit control uses, then standard meanings. Never reserved ones. */
export const everyPlainNumber: readonly number[] = [
  ...undefinedFirst,
  ...ofClass('general'),
  ...ofClass('low-byte'),
  ...ofClass('standard'),
];

const runsFirst: readonly number[] = [
  ...new Set([...run(102, 119), ...run(16, 31), ...run(39, 63), ...run(33, 37), ...run(79, 83), ...everyPlainNumber]),
];

const downwards: readonly number[] = [...everyPlainNumber].sort((a, b) => b - a);

/** Notes from 36 upwards, where drum instruments commonly start, then the lower ones. Common practice, no source. */
export const notesInOrder: readonly number[] = [...run(36, 127), ...run(0, 35)];

/** The plain control numbers in the order in which a school gives them out. */
export const controlsInOrder = (school: SchoolId): readonly number[] =>
  school === 'from-119-down' ? downwards : school === 'counting-runs' ? runsFirst : everyPlainNumber;

/** Numbers that a 14-bit control can have, in the order in which they are given out; each takes n + 32 with it (MIDI 1.0). */
export const pairsInOrder = (school: SchoolId): readonly number[] =>
  controlsInOrder(school).filter((n) => n >= 1 && n <= 31 && n !== 6);

/** Schools that want undefined numbers only; to the others general purpose numbers and unused low bytes are as good. */
const strict: ReadonlySet<SchoolId> = new Set(['undefined-first', 'notes-for-switches', 'standard-meanings']);

/**
 * Whether a school would rather not have a function of some role on a control number: 1 for a meaning that is not its own (and,
 * where standard meanings are kept, for a role that is not on its own number), else 0.
 */
export function unwantedMeaning(school: SchoolId, number: number, role: string): 0 | 1 {
  const own = standardNumberOf(role);
  if (school === 'standard-meanings' && own !== null) return number === own ? 0 : 1;
  const kind = ccEntry(number).class;
  const means = strict.has(school) ? kind !== 'undefined' : kind === 'standard';
  return means && number !== own ? 1 : 0;
}
