// Planning numbers: who wants one, what is free, and what a move costs.

// Who sits on a number, and who wants one.

export {
  type AddressKind,
  type AddressRow,
  addressKinds,
  mostNumber,
  numberEntry,
  type Occupancy,
  occupancyOf,
  rowOf,
  type Sitter,
} from './address-rows';
export { type Demand, demandName, demandPlace, demandsOf } from './demand';
export { standardNumberOf } from './roles.data';
export { everyPlainNumber, type School, type SchoolId, schools, undefinedFirst } from './schools';
export { type MoveLine, moveLine, type Who, whoIs } from './who';

// A plan.

export { chooseMessage, isFree } from './choose';
export type { Cost, CostLevel } from './cost';
export { leastAssignment } from './matching';
export type { Wish } from './options';
export { effortOf, type Loosening, type Move, type NumberPlan, planNumbers } from './plan';
export { costOfChoice, type Option, type Problem, type Solution } from './problem';
export { solve } from './search';

// Moved by hand.

export { type ByHand, countUp, type HandProblem, handProblemWords, shiftBy, swapped, toChannel } from './by-hand';
export { demandsAt, type HandWish, movesFor, type Spot, wishLabel } from './hand-wish';
