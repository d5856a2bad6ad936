// A rig as a template for the next one: what somebody did and found is left behind, and the numbers stay or are dealt anew.
import type { Action, Rig } from '../rig';

/** `kept`: the numbers are the point and stay. `anew`: only who does what; whoever starts from it gets numbers planned. */
export type TemplateNumbers = 'kept' | 'anew';

/**
 * A rig without marks of entering and proving, accepted findings and searches. With numbers that are kept every send is pinned; with
 * numbers dealt anew none is.
 */
export function rigTemplate(rig: Rig, numbers: TemplateNumbers): Rig {
  const pin = (action: Action): Action => (action.type === 'send' ? { ...action, pinned: numbers === 'kept' } : action);
  return {
    ...rig,
    assignments: rig.assignments.map((a) => ({
      ...a,
      actions: a.actions.map(pin),
      entered: null,
      saved: null,
      proved: null,
      replaced: '',
    })),
    landings: rig.landings.map((l) => ({ ...l, entered: null, proved: null })),
    layers: rig.layers.map((l) => ({ ...l, entered: null })),
    parameters: rig.parameters.map((p) => ({ ...p, entered: null })),
    presets: rig.presets.map((p) => ({ ...p, entered: null })),
    groups: rig.groups.map((g) => ({ ...g, entered: null })),
    arrivals: rig.arrivals.map((a) => ({ ...a, entered: null })),
    wires: rig.wires.map((w) => ({ ...w, entered: null })),
    accepted: [],
    searches: [],
  };
}

/** How much of a rig belongs to the smallest map that already works. */
export const minimumOf = (rig: Rig): { readonly marked: number; readonly all: number } => ({
  marked: rig.assignments.filter((a) => a.minimum).length,
  all: rig.assignments.length,
});
