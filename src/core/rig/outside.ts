// Actions that no function holds: what taps of modifiers do, and what is done on arriving at a bank or page.
import type { RigIndex } from './index-rig';
import { isTapped } from './layers';
import type { Action } from './schema';

export interface OutsideAction {
  readonly action: Action;
  /** The controller that does it; empty where a layer has no modifier. */
  readonly controllerId: string;
  /** The modifier that is tapped, whose port it goes out of where it names none; null on arriving. */
  readonly controlId: string | null;
}

/** All of a rig, layer by layer, then place by place. */
export const outsideActions = ({ rig, controls }: Pick<RigIndex, 'rig' | 'controls'>): readonly OutsideAction[] => [
  ...rig.layers.flatMap((layer) => {
    const controllerId = controls.get(layer.modifierControlId ?? '')?.controllerId ?? '';
    const controlId = layer.modifierControlId;
    return (isTapped(layer) ? layer.tap : []).map((action) => ({ action, controllerId, controlId }));
  }),
  ...rig.arrivals.flatMap(({ controllerId, actions }) => actions.map((action) => ({ action, controllerId, controlId: null }))),
];
