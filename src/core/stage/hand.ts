// What a hand or foot can do on a rig: every gesture that is not the same as another, with the modifiers that may be held meanwhile, as events for the chain.
import { chords, gestureWith } from '../bench';
import { distinctGestures, type SwitchGesture } from '../controller';
import { type Control, type Controller, opening, type RigIndex, reaches, type ScriptEvent } from '../rig';

/** One thing that can be done. `holding`: controls that are down before and after it. */
export type Deed =
  | {
      readonly does: Exclude<SwitchGesture, 'tap-again'>;
      readonly on: Control;
      readonly of: Controller;
      readonly holding: readonly Control[];
    }
  /** Two switches pressed as one. */
  | {
      readonly does: 'chord';
      readonly on: Control;
      readonly of: Controller;
      readonly holding: readonly Control[];
      readonly with: Control;
      readonly windowMs: number;
    }
  /** A fader or pedal moved, or an encoder turned: how far is found out where it is done. */
  | { readonly does: 'move' | 'turn'; readonly on: Control; readonly of: Controller; readonly holding: readonly [] }
  /** A button of the unit itself, which steps through its banks or pages. */
  | {
      readonly does: 'button';
      readonly on: null;
      readonly of: Controller;
      readonly holding: readonly [];
      readonly what: 'bank' | 'page';
      readonly by: 1 | -1;
    };

/** Everything that can be done on the controllers of a rig. What springs back is left out of what is moved: it stays nowhere. */
export function deedsOf(index: RigIndex): readonly Deed[] {
  return index.rig.controllers.flatMap((of): readonly Deed[] => [
    ...(index.controlsOf.get(of.id) ?? []).flatMap((on): readonly Deed[] => [
      ...switchingOf(index, of, on),
      ...movingOf(index, of, on),
      ...chordsAt(index, of, on),
    ]),
    ...buttonsOf(of),
  ]);
}

function switchingOf(index: RigIndex, of: Controller, on: Control): readonly Deed[] {
  const own = index.assignmentsOf.get(on.id) ?? [];
  const opens = index.layersByModifier.get(on.id) ?? [];
  // A switch that does nothing by itself may still release the others of its group.
  const releases = (index.groupsOf.get(on.controllerId) ?? []).some((g) => g.controlIds.includes(on.id));
  if (!own.some((a) => a.gesture.type !== 'move' && a.gesture.type !== 'chord') && opens.length === 0 && !releases) return [];
  const holdings = [[], ...heldFor(index, on, releases)];
  // Pressing twice is two gestures here.
  return distinctGestures(index, on, of.firmware).flatMap((does) =>
    does === 'tap-again' ? [] : holdings.map((holding): Deed => ({ does, on, of, holding })),
  );
}

/**
 * Modifiers of layers that last as long as they are held, and in which a control has something of its own. One that `releases` others of its group does that in any layer; where Base
 * does not show through, that and nothing else.
 */
function heldFor(index: RigIndex, on: Control, releases: boolean): readonly (readonly Control[])[] {
  const layerIds = new Set((index.assignmentsOf.get(on.id) ?? []).flatMap((a) => a.layerId ?? []));
  for (const layer of releases ? index.rig.layers : [])
    if (layer.madeIn === 'controller' && !layer.fallsThrough && reaches(layer, on)) layerIds.add(layer.id);
  return [...layerIds].flatMap((id) => {
    const layer = index.layers.get(id);
    if (layer?.mode !== 'while-held') return [];
    const holding = opening(index, layer, on.id);
    return holding.length === 0 || holding.includes(on) ? [] : [holding];
  });
}

function movingOf(index: RigIndex, of: Controller, on: Control): readonly Deed[] {
  const moves = (index.assignmentsOf.get(on.id) ?? []).some((a) => a.gesture.type === 'move');
  if (!moves || on.springsTo !== null) return [];
  return [{ does: on.kind === 'encoder' ? 'turn' : 'move', on, of, holding: [] }];
}

function chordsAt(index: RigIndex, of: Controller, on: Control): readonly Deed[] {
  const together = (index.assignmentsOf.get(on.id) ?? []).flatMap((a) => (a.gesture.type === 'chord' ? [a.gesture] : []));
  return [...new Map(together.map((c) => [c.with, c])).values()].flatMap(({ with: other, windowMs }): readonly Deed[] => {
    const partner = index.controls.get(other);
    return partner ? [{ does: 'chord', on, of, holding: [], with: partner, windowMs }] : [];
  });
}

function buttonsOf(of: Controller): readonly Deed[] {
  const { bankButtons, banks, pages } = of.firmware;
  if (!bankButtons) return [];
  return [...(banks > 1 ? (['bank'] as const) : []), ...(pages > 1 ? (['page'] as const) : [])].flatMap((what) =>
    ([1, -1] as const).map((by): Deed => ({ does: 'button', on: null, of, holding: [], what, by })),
  );
}

/** A press, a hold or another gesture of switches from a time in milliseconds on; nothing for what is moved, turned or a button of the unit. */
export function eventsOf(deed: Deed, t: number): readonly ScriptEvent[] {
  if (deed.does === 'chord') return chords(deed.on.id, deed.with.id, deed.windowMs, 1, deed.of.firmware, t);
  if (deed.does === 'move' || deed.does === 'turn' || deed.does === 'button') return [];
  return gestureWith(
    deed.does,
    deed.on.id,
    deed.holding.map((c) => c.id),
    deed.of.firmware,
    t,
  );
}
