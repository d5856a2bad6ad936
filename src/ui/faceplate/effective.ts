// What a control does at a place: its own assignment there, or the one that shows through from every bank or from Base.
import { gesturesOf, type Place } from '@/core/commands';
import type { Assignment, Control, GestureType, RigIndex } from '@/core/rig';

export interface Effective {
  readonly assignment: Assignment;
  /** Where it really stands: here, in every bank, or fallen through from Base. */
  readonly from: 'here' | 'every-bank' | 'base';
}

/** The assignment that acts on one gesture at a place; null when there is none. */
export function effective(index: RigIndex, control: Control, place: Place, gesture: GestureType): Effective | null {
  const mine = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.gesture.type === gesture);
  const at = (bank: number | null, layerId: string | null): Assignment | undefined =>
    mine.find((a) => a.bank === bank && a.layerId === layerId && a.page === place.page);
  const here = at(place.bank, place.layerId);
  if (here) return { assignment: here, from: 'here' };
  const everyBank = place.bank === null ? undefined : at(null, place.layerId);
  if (everyBank) return { assignment: everyBank, from: 'every-bank' };
  if (place.layerId === null || index.layers.get(place.layerId)?.fallsThrough === false) return null;
  const base = at(place.bank, null) ?? at(null, null);
  return base ? { assignment: base, from: 'base' } : null;
}

/** The gestures that can be offered for a control, those with a function first in their order. */
export function offeredGestures(index: RigIndex, control: Control): readonly GestureType[] {
  const controller = index.controllers.get(control.controllerId);
  return controller ? gesturesOf(control, controller) : [];
}

/** Which gesture is shown of a control: the one asked for, else the first with a function, else the first there is. */
export function shownGesture(index: RigIndex, control: Control, place: Place, asked: GestureType | null): GestureType | null {
  const offered = offeredGestures(index, control);
  if (asked !== null && offered.includes(asked)) return asked;
  return offered.find((g) => effective(index, control, place, g)) ?? offered[0] ?? null;
}
