export { chooseMessage, type Demand as NumberDemand, isFree } from './choose';
export type { Cost, CostLevel } from './cost';
export { type Demand, demandName, demandPlace, demandsOf } from './demand';
export { leastAssignment } from './matching';
export { cellsOf, type Wish } from './options';
export { effortOf, type Loosening, type Move, type NumberPlan, planNumbers } from './plan';
export { roleOfNumber, standardNumberOf } from './roles.data';
export { everyPlainNumber, type School, type SchoolId, schools, undefinedFirst } from './schools';
export { costOfChoice, type Option, type Problem, type Solution, solve } from './search';
