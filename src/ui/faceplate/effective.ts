// What a control does at a place: its own assignment there, or the one that shows through from every bank or from Base.
import { gesturesOf, type Place } from '@/core/commands';
import { type Assignment, actingAt, type Control, type Depth, type GestureType, type RigIndex } from '@/core/rig';

export interface Effective {
  readonly assignment: Assignment;
  /** Where it really stands: here, in every bank, or fallen through from Base. */
  readonly from: Depth;
}

/** The assignment that acts on one gesture at a place; null when there is none. */
export const effective = (index: RigIndex, control: Control, place: Place, gesture: GestureType): Effective | null =>
  actingAt(index, control, place, gesture);

/** The gestures that can be offered for a control: what it can do, then what it cannot and has a function for all the same. */
export function offeredGestures(index: RigIndex, control: Control): readonly GestureType[] {
  const controller = index.controllers.get(control.controllerId);
  if (!controller) return [];
  const done = (index.assignmentsOf.get(control.id) ?? []).map((a) => a.gesture.type);
  return [...new Set([...gesturesOf(control, controller), ...done])];
}

/** Which gesture is shown of a control: the one asked for, else the first with a function, else the first there is. */
export function shownGesture(index: RigIndex, control: Control, place: Place, asked: GestureType | null): GestureType | null {
  const offered = offeredGestures(index, control);
  if (asked !== null && offered.includes(asked)) return asked;
  return offered.find((g) => effective(index, control, place, g)) ?? offered[0] ?? null;
}
