// Presets with contents, compiled: what loading a step puts where, and what nobody knows afterwards.
import { contentsOf, type Parameter, type RigIndex } from '../rig';

export interface Load {
  /** Slots and their values, in the order in which they are put. */
  readonly puts: readonly { readonly slot: number; readonly value: number }[];
  /** Slots whose values nobody knows afterwards. */
  readonly forgets: readonly number[];
}

/** What loading each step of a parameter does, by step; steps that say nothing are not in it. */
export type Loads = ReadonlyMap<number, Load>;

/** What loads of the parameters in play do to the parameters in play, by the slot of the one that chooses. Values are kept in their ranges. */
export function loadsOf(
  index: RigIndex,
  parameters: readonly Parameter[],
  slots: ReadonlyMap<string, number>,
  inRange: (parameter: Parameter, value: number) => number,
): ReadonlyMap<number, Loads> {
  const all = new Map<number, Loads>();
  if (index.presetsOf.size === 0) return all;
  parameters.forEach((chooser, at) => {
    const rows = chooser.kind === 'stepped' ? index.presetsOf.get(chooser.id) : undefined;
    if (!rows) return;
    const steps = new Map<number, Load>();
    for (const [step, { values, forgets }] of contentsOf(rows)) {
      const puts = [...values].flatMap(([id, value]) => {
        const slot = slots.get(id);
        const parameter = slot === undefined ? undefined : parameters[slot];
        return slot === undefined || !parameter || parameter.kind === 'trigger' || slot === at
          ? []
          : [{ slot, value: inRange(parameter, value) }];
      });
      const named = new Set(puts.map((p) => p.slot));
      steps.set(step, {
        puts,
        forgets: forgets
          ? parameters.flatMap((p, slot) =>
              p.targetId === chooser.targetId && p.kind !== 'trigger' && slot !== at && !named.has(slot) ? [slot] : [],
            )
          : [],
      });
    }
    all.set(at, steps);
  });
  return all;
}
