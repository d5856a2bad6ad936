// The way of a message from its controller on: every wire that it takes, and by which port it arrives.
import { carrierOf, type Message } from '../midi';
import type { RigIndex, Wire } from '../rig';
import type { Hop, Network, Plan } from './network';

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

/** Every wire that what carries a message takes, from a port of a unit on; from all of them where it is empty. */
export const hopsOf = (network: Network, unitId: string, message: Message, port: string): readonly Hop[] =>
  hopsIn(network.planOf(unitId, carrierOf(message.type), 'channel' in message ? message.channel : 0, port));
