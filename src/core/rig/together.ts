// Functions that fire on one gesture of one control at one place: together they are what it does there.
import { sameJson } from './json';
import type { Assignment } from './schema';

/** Whether two functions stand on the very same gesture, control and place: then both act. */
export const fireTogether = (a: Assignment, b: Assignment): boolean =>
  a.controlId === b.controlId &&
  a.bank === b.bank &&
  a.page === b.page &&
  a.layerId === b.layerId &&
  a.gesture.type === b.gesture.type &&
  (a.gesture.type !== 'chord' || sameJson(a.gesture, b.gesture));
