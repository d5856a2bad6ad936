// What layers mean, asked from many places: where a layer is made, which ones a controller has, and what the hardware holds.
import type { RigIndex } from './index-rig';
import type { Assignment, Gesture, Layer, Rig } from './schema';

/** The host layer that a place listens in: its layer if that is made in the host, else none. */
export function hostLayerAt(index: RigIndex, layerId: string | null): string | null {
  return layerId !== null && index.layers.get(layerId)?.madeIn === 'host' ? layerId : null;
}

/** The layers that reach a controller. */
export const layersOn = (rig: Rig, controllerId: string): readonly Layer[] =>
  rig.layers.filter((l) => l.scope.type === 'all' || l.scope.controllerId === controllerId);

/** A control, a gesture, a bank and a page: all that the hardware can tell where a layer is made in the host. */
export interface BareSpot {
  readonly controlId: string;
  readonly gesture: Gesture['type'];
  readonly bank: number | null;
  readonly page: number | null;
}

/** What Base has there: an assignment of this very bank before one of every bank. */
export function baseAt(index: RigIndex, spot: BareSpot): Assignment | null {
  const mine = (index.assignmentsOf.get(spot.controlId) ?? []).filter(
    (a) => a.layerId === null && a.gesture.type === spot.gesture && a.page === spot.page,
  );
  return mine.find((a) => a.bank === spot.bank) ?? mine.find((a) => a.bank === null) ?? null;
}

/** Base's assignment that the hardware sends in place of one in a layer made in the host; null when it sends its own. */
export function standInOf(index: RigIndex, assignment: Assignment): Assignment | null {
  if (hostLayerAt(index, assignment.layerId) === null) return null;
  return baseAt(index, { ...assignment, gesture: assignment.gesture.type });
}
