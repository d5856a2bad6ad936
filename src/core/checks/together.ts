// Functions of one control that fire on one gesture at one place: together they are what a press does.
import { type Assignment, byOrder, type RigIndex, sameJson } from '../rig';

/** A function, and those that stand at the very same place on the same gesture, in their order. */
export function firedTogether(index: RigIndex, { controlId, gesture, bank, page, layerId }: Assignment): readonly Assignment[] {
  return (index.assignmentsOf.get(controlId) ?? [])
    .filter((a) => sameJson(a.gesture, gesture) && a.bank === bank && a.page === page && a.layerId === layerId)
    .sort(byOrder);
}
