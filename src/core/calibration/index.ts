// What two sweeps of a pedal say of it.

export { measurePedal, type PedalMeasure, type PedalProblem, type Reading } from './pedal';
export { wornSweeps } from './worn';
