// What layers mean, asked from many places: where a layer is made, which ones a controller has, and what the hardware holds.
import type { Lookup } from '../base';
import type { Message } from '../midi';
import { canBePressed } from './can-make';
import { type Depth, depthOf, exactness, inLayer, type Placed, resolve } from './resolve';
import type { Assignment, Control, Gesture, Layer, Rig } from './schema';

/** The part of a rig's look-ups that says what the hardware holds. */
export interface Held {
  readonly layers: Lookup<string, Layer>;
  readonly assignmentsOf: Lookup<string, readonly Assignment[]>;
}

/** The host layer that a place listens in: its layer if that is made in the host, else none. */
export function hostLayerAt(index: Pick<Held, 'layers'>, layerId: string | null): string | null {
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

const gestureAt = (index: Pick<Held, 'assignmentsOf'>, spot: BareSpot): readonly Assignment[] =>
  (index.assignmentsOf.get(spot.controlId) ?? []).filter((a) => a.gesture.type === spot.gesture);

/** What Base has there. */
export function baseAt(index: Held, spot: BareSpot): Assignment | null {
  return inLayer(gestureAt(index, spot), { ...spot, layers: [] }, null)[0] ?? null;
}

/** What acts on a gesture of a control at a place, with one layer open or none: the first, and how it comes to act there. */
export function actingAt(
  index: Held,
  control: Pick<Control, 'id' | 'controllerId' | 'side'>,
  place: Placed,
  gesture: Gesture['type'],
): { readonly assignment: Assignment; readonly from: Depth } | null {
  const at = { bank: place.bank, page: place.page, layers: place.layerId === null ? [] : [place.layerId] };
  const rows = gestureAt(index, { controlId: control.id, gesture, bank: place.bank, page: place.page });
  const [assignment] = resolve(rows, at, (id) => {
    const layer = index.layers.get(id);
    return layer && reaches(layer, control) ? layer : null;
  });
  return assignment ? { assignment, from: depthOf(assignment, at) } : null;
}

/**
 * What the hardware sends in place of an assignment in a layer made in the host; null when it sends its own. A control has one
 * message for one gesture: Base's, or where Base has none, that of a host-made layer. The hardware knows none of these layers, so that of several it
 * is the one that stands most exactly there, as anywhere, and of those of one place the one whose layer comes first.
 */
export function standInOf(index: Held, assignment: Assignment): Assignment | null {
  if (hostLayerAt(index, assignment.layerId) === null) return null;
  const spot = { ...assignment, gesture: assignment.gesture.type };
  const base = baseAt(index, spot);
  if (base) return base;
  const at = { bank: spot.bank, page: spot.page, layers: [] };
  const hosted = gestureAt(index, spot).filter((a) => hostLayerAt(index, a.layerId) !== null);
  const orderOf = (a: Assignment): number => index.layers.get(a.layerId ?? '')?.order ?? 0;
  let held: Assignment | null = null;
  for (const a of hosted) {
    if (exactness(a, at) < 0) continue;
    const nearer = held === null ? 1 : exactness(a, at) - exactness(held, at);
    if (held === null || nearer > 0 || (nearer === 0 && orderOf(a) < orderOf(held))) held = a;
  }
  // Several of one layer and place act together, as in Base.
  if (held === null || (held.layerId === assignment.layerId && exactness(assignment, at) === exactness(held, at))) return null;
  return held;
}

/** The controls that open a layer: each alone, or all of them held together. */
export const modifiersOf = ({
  modifierControlId,
  alsoOpenedBy,
}: Pick<Layer, 'modifierControlId' | 'alsoOpenedBy'>): readonly string[] =>
  modifierControlId === null ? alsoOpenedBy : [modifierControlId, ...alsoOpenedBy];

/** What has to be held or pressed for a layer to open: all of its modifiers where it needs them together, else the first that is not `but`. */
export function opening(index: Controls, layer: Layer, but: string | null = null): readonly Control[] {
  const ids = modifiersOf(layer);
  const all = ids.flatMap((id) => index.controls.get(id) ?? []).filter(canBePressed);
  if (isTogether(layer)) return all.length === ids.length ? all : [];
  return all.filter((c) => c.id !== but).slice(0, 1);
}

/** The modifiers of a layer by name: `A and B` where they are held together, `A or B` where each opens it. */
export const modifierNames = (index: Controls, layer: Layer, named: (control: Control) => string = (c) => c.name): string =>
  modifiersOf(layer)
    .flatMap((id) => index.controls.get(id) ?? [])
    .map(named)
    .join(isTogether(layer) ? ' and ' : ' or ');

/** Whether a layer opens only while all of its modifiers are down: a host can know of that only where each of them sends a message of its own. */
export const isTogether = (layer: Layer): boolean =>
  layer.together &&
  layer.alsoOpenedBy.length > 0 &&
  (layer.madeIn === 'controller' || layer.alsoOpenedBy.every((id) => layer.alsoSignals.some((s) => s.controlId === id)));

/** Whether a tap of a layer's modifier does something: a host does not see which press is a tap, and of those that are held together none is tapped alone. */
export const isTapped = (layer: Layer): boolean => layer.madeIn === 'controller' && layer.tap.length > 0 && !isTogether(layer);

/** A message that a host listens for to open a layer, and who sends it: null for the modifiers that have none of their own. */
export interface LayerSignal {
  readonly controlId: string | null;
  readonly message: Message;
}

/** What a host listens for to open a layer: one message, or one for each modifier that has its own. Nothing for a layer made in a controller. */
export function signalsOf(layer: Layer): readonly LayerSignal[] {
  if (layer.madeIn !== 'host' || layer.signal === null) return [];
  return [
    { controlId: null, message: layer.signal },
    ...layer.alsoSignals.filter((s) => layer.alsoOpenedBy.includes(s.controlId)),
  ];
}

/** What a modifier of a layer made in a host sends for it; null for one made in a controller. */
export const signalOf = (layer: Layer, controlId: string): Message | null =>
  (signalsOf(layer).find((s) => s.controlId === controlId) ?? signalsOf(layer)[0])?.message ?? null;

/** The controls that send one signal of a layer. */
export const sendersOfSignal = (layer: Layer, { controlId }: LayerSignal): readonly string[] =>
  controlId !== null
    ? [controlId]
    : modifiersOf(layer).filter((id) => id === layer.modifierControlId || !layer.alsoSignals.some((s) => s.controlId === id));

interface Controls {
  readonly controls: Lookup<string, Control>;
}

/** Whether a layer turns a control into something else: by its scope, and never its own modifier. */
export function reaches(layer: Layer, control: Pick<Control, 'id' | 'controllerId' | 'side'>): boolean {
  if (layer.modifierControlId === control.id || layer.alsoOpenedBy.includes(control.id)) return false;
  if (layer.scope.type === 'all') return true;
  if (layer.scope.controllerId !== control.controllerId) return false;
  return layer.scope.type === 'controller' || layer.scope.side === control.side;
}
