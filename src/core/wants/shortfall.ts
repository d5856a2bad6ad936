// Every class of outcome against everything that can be wanted: how far it falls short. The one measure of checks and of changes; a class or a want that
// is added does not compile without it. Common practice, no source.
import { exhaustive } from '../base';
import type { Effect } from '../bench';
import type { Want } from '../rig';

/**
 * How far an outcome falls short of what is wanted: 0 as wanted, 1 but for a press or a direction, 2 in part, 3 something else in its place, 4 anything, 5 nothing
 * at all.
 */
export type Shortfall = 0 | 1 | 2 | 3 | 4 | 5;

/** What a parameter did, as far as it matters for what is wanted. */
type OutcomeClass =
  | 'flips'
  | 'first-press-lost'
  | 'every-second-press'
  | 'held'
  | 'stays-there'
  | 'steps'
  | 'steps-twice'
  | 'two-in-turn'
  | 'fires-once'
  | 'fires-more'
  | 'fires-less'
  | 'follows'
  | 'follows-backwards'
  | 'follows-one-way'
  | 'tapped'
  | 'own-states'
  | 'anything'
  | 'nothing';

const table: Readonly<Record<OutcomeClass, Readonly<Record<Want, Shortfall>>>> = {
  flips: { stays: 0, 'while-held': 3, once: 2, sweep: 3, steps: 0, sets: 3, taps: 3 },
  'first-press-lost': { stays: 1, 'while-held': 3, once: 2, sweep: 3, steps: 1, sets: 3, taps: 3 },
  'every-second-press': { stays: 2, 'while-held': 3, once: 2, sweep: 3, steps: 2, sets: 2, taps: 3 },
  held: { stays: 3, 'while-held': 0, once: 3, sweep: 3, steps: 3, sets: 3, taps: 3 },
  // One press does it, and no press takes it back.
  'stays-there': { stays: 2, 'while-held': 3, once: 3, sweep: 3, steps: 3, sets: 0, taps: 3 },
  steps: { stays: 3, 'while-held': 3, once: 3, sweep: 3, steps: 0, sets: 3, taps: 3 },
  'steps-twice': { stays: 3, 'while-held': 3, once: 3, sweep: 3, steps: 2, sets: 3, taps: 3 },
  'two-in-turn': { stays: 0, 'while-held': 3, once: 2, sweep: 3, steps: 0, sets: 3, taps: 3 },
  'fires-once': { stays: 3, 'while-held': 3, once: 0, sweep: 3, steps: 0, sets: 0, taps: 3 },
  'fires-more': { stays: 3, 'while-held': 3, once: 3, sweep: 3, steps: 0, sets: 3, taps: 3 },
  'fires-less': { stays: 3, 'while-held': 3, once: 2, sweep: 3, steps: 2, sets: 2, taps: 3 },
  follows: { stays: 3, 'while-held': 3, once: 3, sweep: 0, steps: 0, sets: 3, taps: 3 },
  'follows-backwards': { stays: 3, 'while-held': 3, once: 3, sweep: 1, steps: 1, sets: 3, taps: 3 },
  'follows-one-way': { stays: 3, 'while-held': 3, once: 3, sweep: 2, steps: 2, sets: 3, taps: 3 },
  tapped: { stays: 3, 'while-held': 3, once: 3, sweep: 3, steps: 3, sets: 3, taps: 0 },
  // Which state it comes to is its own affair: a press goes on from there.
  'own-states': { stays: 3, 'while-held': 3, once: 3, sweep: 3, steps: 0, sets: 3, taps: 3 },
  anything: { stays: 4, 'while-held': 4, once: 4, sweep: 4, steps: 4, sets: 4, taps: 4 },
  nothing: { stays: 5, 'while-held': 5, once: 5, sweep: 5, steps: 5, sets: 5, taps: 5 },
};

function classOf(did: Effect['did']): OutcomeClass {
  switch (did.type) {
    case 'flips-once-per-press':
      return 'flips';
    case 'first-press-does-nothing':
      return 'first-press-lost';
    case 'every-second-press':
      return 'every-second-press';
    case 'on-while-held':
      return 'held';
    case 'turns-on-never-off':
    case 'only-turns-off':
    case 'sets':
      return 'stays-there';
    case 'steps':
      return did.twice ? 'steps-twice' : did.end === 'alternates' ? 'two-in-turn' : 'steps';
    case 'fires':
      return did.times === did.gestures ? 'fires-once' : did.times > did.gestures ? 'fires-more' : 'fires-less';
    case 'sweeps':
    case 'picks-up':
    case 'switches':
      return 'follows';
    case 'clicks': {
      const { perClick, backwards, left } = did;
      if (perClick === 0 || left.perClick === 0 || backwards !== left.backwards) return 'follows-one-way';
      return backwards ? 'follows-backwards' : 'follows';
    }
    case 'follows-taps':
      return 'tapped';
    case 'own-states':
      return 'own-states';
    case 'irregular':
    case 'not-known':
      return 'anything';
    case 'never-reacts':
    case 'nothing-lands':
      return 'nothing';
    default:
      return exhaustive(did);
  }
}

/** How far what a parameter did falls short of what is wanted of it. */
export const shortfallOf = (want: Want, did: Effect['did']): Shortfall => table[classOf(did)][want];

/** How far it falls short of whatever it serves best: all that can be told where nobody said what is wanted. */
export const leastShortfall = (wants: readonly Want[], did: Effect['did']): number =>
  Math.min(...wants.map((want) => shortfallOf(want, did)));
