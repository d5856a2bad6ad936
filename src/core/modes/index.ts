// Receive modes, one a file: what a message does to a parameter.

export { chosenValues } from './chosen';
export { type Hear, makeHear, travelOf } from './hear';
export { modeOf, type ReceiveMode, receiveModeSchema, receiveModes } from './list';
export type { ReceiveModeFacts } from './mode';
export { valuesThatMove } from './moving-values';
export { makeTravel, type Travel } from './travel';
