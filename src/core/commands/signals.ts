// What a host listens for to open its layers, as messages and modifiers change.
import type { Message } from '../midi';
import { type Assignment, type Edit, type Layer, type RigIndex, sameJson } from '../rig';
import { patch } from './shared';

type Signals = Pick<Layer, 'signal' | 'alsoSignals'>;

/** A layer with other signals, and with what else changes; nothing where all of it is as it was. */
export function withSignals(layer: Layer, signals: Signals, rest: Partial<Layer> = {}): Edit[] {
  const { signal, alsoSignals } = signals;
  return patch('layers', layer, {
    ...rest,
    ...(sameJson(signal, layer.signal) ? {} : { signal }),
    ...(sameJson(alsoSignals, layer.alsoSignals) ? {} : { alsoSignals }),
  });
}

/** A layer with other messages for some of its modifiers: `by` is one that has its own, null stands for the others. */
export function signalsMoved(layer: Layer, moved: readonly { readonly by: string | null; readonly to: Message }[]): Edit[] {
  const movedOf = (by: string | null): Message | undefined => moved.find((m) => m.by === by)?.to;
  return withSignals(layer, {
    signal: movedOf(null) ?? layer.signal,
    alsoSignals: layer.alsoSignals.map((s) => ({ ...s, message: movedOf(s.controlId) ?? s.message })),
  });
}

/** Layers of the host that listen for what their modifier sends anyway listen for what it sends now. */
export const signalsFollowing = (index: RigIndex, { controlId }: Assignment, from: Message, to: Message): Edit[] =>
  (index.layersByModifier.get(controlId) ?? []).flatMap((layer) => {
    if (layer.signalBy !== 'own') return [];
    const own = layer.alsoSignals.some((s) => s.controlId === controlId);
    return withSignals(layer, {
      signal: !own && sameJson(layer.signal, from) ? to : layer.signal,
      alsoSignals: layer.alsoSignals.map((s) =>
        s.controlId === controlId && sameJson(s.message, from) ? { ...s, message: to } : s,
      ),
    });
  });

/** The modifiers of a layer without those that go. Where each has a message of its own, the next one takes the place of the first, message and all. */
export function withoutModifiers(layer: Layer, ids: ReadonlySet<string>): Edit[] {
  const first = layer.modifierControlId !== null && ids.has(layer.modifierControlId);
  const also = layer.alsoOpenedBy.filter((id) => !ids.has(id));
  if (!first && also.length === layer.alsoOpenedBy.length) return [];
  const kept = layer.alsoSignals.filter((s) => also.includes(s.controlId));
  const next = kept.find((s) => s.controlId === also[0]);
  if (!first || !next)
    return withSignals(
      layer,
      { signal: layer.signal, alsoSignals: kept },
      {
        ...(first ? { modifierControlId: null } : {}),
        ...(also.length < layer.alsoOpenedBy.length ? { alsoOpenedBy: also } : {}),
      },
    );
  const others = kept.filter((s) => s !== next);
  const rest = { modifierControlId: next.controlId, alsoOpenedBy: also.slice(1) };
  return withSignals(layer, { signal: next.message, alsoSignals: others }, rest);
}
