// What a way has to reach: values of a scene, and where controllers should stand then.
import type { Chain, ChainState } from '../bench';
import type { Whereabouts } from '../controller';
import type { Parameter, StandAt } from '../rig';

export interface Wish {
  readonly values: ReadonlyArray<{ readonly parameterId: string; readonly value: number }>;
  readonly stand: readonly StandAt[];
}

/** A wished value by the slot of its parameter. */
export interface Wished {
  readonly slot: number;
  readonly parameter: Parameter;
  readonly value: number;
  /** How far off it may be, in the parameter's unit. */
  readonly within: number;
}

/**
 * How far a parameter may be from what is wanted: its tolerance, else half a step of seven bits over its range, for none of 128 values may come nearer. What goes in steps
 * is exact. Common practice, no source.
 */
export const withinOf = ({ kind, tolerance, lowest, highest }: Parameter): number =>
  kind === 'continuous' ? (tolerance ?? ((highest - lowest) / 254) * (1 + 1e-9)) : 1e-9;

/** The wished values that the chain has; what fires has no value to be left at. */
export const wishedIn = (chain: Chain, wish: Wish): readonly Wished[] =>
  wish.values.flatMap(({ parameterId, value }) => {
    const slot = chain.targets.slots.get(parameterId);
    const parameter = chain.targets.parameters[slot ?? -1];
    return slot === undefined || !parameter || parameter.kind === 'trigger'
      ? []
      : [{ slot, parameter, value, within: withinOf(parameter) }];
  });

/** Whether a wished value is there; what nobody knows is not. */
export const isThere = ({ slot, value, within }: Wished, { targets }: ChainState): boolean =>
  Math.abs((targets.values[slot] ?? Number.NaN) - value) <= within;

/** Whether every controller stands where it should. */
export const standsThere = (chain: Chain, stand: readonly StandAt[], { controllers }: ChainState): boolean =>
  stand.every((wanted) => {
    const now = controllers[chain.placeOf.get(wanted.controllerId) ?? -1];
    return now !== undefined && isStandAt(wanted, { bank: now.bank, page: now.page, layerIds: now.open.map((o) => o.id) });
  });

/** Whether a place of a controller is where a section wants it to stand. */
export const isStandAt = ({ bank, page, layerIds }: StandAt, at: Whereabouts): boolean =>
  (bank ?? at.bank) === at.bank &&
  (page ?? at.page) === at.page &&
  (layerIds === null || sameLayers(layerIds, new Set(at.layerIds)));

const sameLayers = (wanted: readonly string[], open: ReadonlySet<string>): boolean =>
  new Set(wanted).size === open.size && wanted.every((id) => open.has(id));
