export type { Behaved } from './classify';
export { type Drawing, drawingOf } from './drawing';
export { type Effect, type Outcome, outcome, type Played, traceOf } from './outcome';
export { FINGER_AT, FINGER_DOWN, FINGER_UP, SENT, type Trace, VALUE } from './trace';
export { effectWords, outcomeWords, showValue } from './words';
