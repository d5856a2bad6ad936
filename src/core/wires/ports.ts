// The way of a message from its controller on: every wire that it takes, and by which port it arrives.
import type { RigIndex, Wire } from '../rig';
import type { Hop, Plan } from './network';

/** A port has the name that the wire gives it; else it is called after what hangs on it: the controller itself, or the hub that passes on. */
export const arrivalPort = (index: Pick<RigIndex, 'controllers' | 'targets'>, { from, to }: Wire): string =>
  to.port !== '' ? to.port : ((index.controllers.get(from.unitId) ?? index.targets.get(from.unitId))?.port ?? '');

/** Every wire of a plan. */
export function hopsIn(plan: Plan): readonly Hop[] {
  const found: Hop[] = [];
  const walk = (hops: readonly Hop[]): void => {
    for (const hop of hops) {
      found.push(hop);
      walk(hop.next);
    }
  };
  walk(plan.hops);
  return found;
}
