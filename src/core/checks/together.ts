// Functions of one control that fire on one gesture at one place: together they are what a press does.
import { type Assignment, byOrder, fireTogether, type RigIndex } from '../rig';

/** A function, and those that stand at the very same place on the same gesture, in their order. */
export function firedTogether(index: RigIndex, assignment: Assignment): readonly Assignment[] {
  const found = (index.assignmentsOf.get(assignment.controlId) ?? []).filter((a) => fireTogether(a, assignment));
  return found.length > 1 ? found.sort(byOrder) : found;
}
