// From touching: a controller described by pressing and moving everything on it, one after another.
export { type Described, partsFor, templateOf } from './described';
export type { Reading } from './readings';
export { type Touched, touchesIn } from './touches';
