// Actions that no function holds: what taps of modifiers do, and what is done on arriving at a bank or page.
import type { RigIndex } from './index-rig';
import { isTapped } from './layers';
import type { Action } from './schema';

export interface OutsideAction {
  readonly action: Action;
  /** The controller that does it; empty where a layer has no modifier. */
  readonly controllerId: string;
}

/** All of a rig, layer by layer, then place by place. */
export const outsideActions = ({ rig, controls }: Pick<RigIndex, 'rig' | 'controls'>): readonly OutsideAction[] => [
  ...rig.layers.flatMap((layer) => {
    const controllerId = controls.get(layer.modifierControlId ?? '')?.controllerId ?? '';
    return (isTapped(layer) ? layer.tap : []).map((action) => ({ action, controllerId }));
  }),
  ...rig.arrivals.flatMap(({ controllerId, actions }) => actions.map((action) => ({ action, controllerId }))),
];
