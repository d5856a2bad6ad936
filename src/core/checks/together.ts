// Functions of one control that fire on one gesture at one place: together they are what a press does.
import { type Assignment, byOrder, type Gesture, type RigIndex, sameJson } from '../rig';

/** A function, and those that stand at the very same place on the same gesture, in their order. */
export function firedTogether(index: RigIndex, assignment: Assignment): readonly Assignment[] {
  const { controlId, bank, page, layerId } = assignment;
  const found = (index.assignmentsOf.get(controlId) ?? []).filter(
    (a) => a.bank === bank && a.page === page && a.layerId === layerId && sameGesture(a.gesture, assignment.gesture),
  );
  return found.length > 1 ? found.sort(byOrder) : found;
}

const sameGesture = (a: Gesture, b: Gesture): boolean => a.type === b.type && (a.type !== 'chord' || sameJson(a, b));
