// What a control does where a controller is, with all layers that are open.
import type { Whereabouts } from '@/core/controller';
import {
  type Assignment,
  type Control,
  doingWords,
  type GestureType,
  hostLayerAt,
  type RigIndex,
  reaches,
  resolve,
} from '@/core/rig';
import { offeredGestures } from '../faceplate/effective';

export interface Acting {
  readonly assignment: Assignment;
  readonly gesture: GestureType;
  readonly words: string;
}

/** Functions of a control at a place, one for each gesture that does something, in the order in which gestures are offered. What only the software's layers hold is not on the hardware. */
export function actingThere(index: RigIndex, control: Control, { bank, page, layerIds }: Whereabouts): readonly Acting[] {
  const own = (index.assignmentsOf.get(control.id) ?? []).filter((a) => hostLayerAt(index, a.layerId) === null);
  return offeredGestures(index, control).flatMap((gesture): readonly Acting[] => {
    const rows = own.filter((a) => a.gesture.type === gesture);
    const [assignment] = resolve(rows, { bank, page, layers: layerIds }, (id) => {
      const layer = index.layers.get(id);
      return layer && reaches(layer, control) ? layer : null;
    });
    return assignment ? [{ assignment, gesture, words: assignment.textShort.trim() || doingWords(index, assignment) }] : [];
  });
}

/** What a control does, where it does the same at each of some places; null where that cannot be said. */
export function actingAtAll(index: RigIndex, control: Control, places: readonly Whereabouts[]): readonly Acting[] | null {
  const [first, ...more] = places.map((place) => actingThere(index, control, place));
  if (!first) return [];
  const ids = (all: readonly Acting[]): string => all.map((a) => a.assignment.id).join(' ');
  return more.every((all) => ids(all) === ids(first)) ? first : null;
}
