// Which parameters hear what an assignment sends, through wires, filters and translators; and why one does not.
import { addressKey, heardKeys, type Message } from '../midi';
import type { Receiver } from '../receiver';
import { type Assignment, addressesOf, hostLayerAt, messagesOf, outletOf, type RigIndex } from '../rig';
import { accepts, type Network, waysOf } from '../wires';
import type { Chain } from './chain';

export type NotLanding = 'no-landing' | 'no-wire' | 'outside-window' | 'other-address';

/** A chain, and the assignment whose messages go out of its first controller. */
interface Played {
  readonly chain: Chain;
  readonly plays: Assignment;
}

/** Slots of the parameters that hear what this assignment sends: the others in the chain belong to its neighbours. */
export function slotsHeardBy(index: RigIndex, { chain, plays }: Played, assignment: Assignment): ReadonlySet<number> {
  const slots = new Set<number>();
  const hostLayer = index.layers.get(hostLayerAt(index, assignment.layerId) ?? '');
  for (const action of plays.actions) {
    if (action.type !== 'send') continue;
    const port = outletOf(index, assignment.controlId, action);
    for (const message of messagesOf(action, index.counters)) {
      for (const { unit, key, ports } of heardOf(chain, message, port)) {
        const listeners = (unit.listeners.get(key) ?? []).filter(
          (e) => !unit.target.reception.tellsPortsApart || e.landing.port === '' || ports.has(e.landing.port),
        );
        const inLayer = hostLayer ? listeners.filter((e) => e.landing.hostLayerId === hostLayer.id) : [];
        const hearing =
          inLayer.length > 0 || hostLayer?.fallsThrough === false
            ? inLayer
            : listeners.filter((e) => e.landing.hostLayerId === null);
        for (const listener of hearing) slots.add(listener.slot);
      }
    }
  }
  return slots;
}

/** An address at which a target hears something as remote control, and the ports by which it comes there. */
interface HeardThere {
  readonly unit: Receiver;
  readonly key: number;
  readonly ports: Set<string>;
}

/** Where a message is heard as remote control. */
function heardOf(chain: Chain, message: Message, port: string): readonly HeardThere[] {
  const controllerId = chain.controllers[0]?.controllerId ?? '';
  const found: HeardThere[] = [];
  for (const { wire, to, remote, message: heard } of waysOf(chain.network, controllerId, message, port).arrived) {
    const unit = remote ? chain.targets.receiverOf.get(to) : undefined;
    if (!unit) continue;
    const by = chain.arrivalPorts[wire] ?? '';
    for (const key of heardKeys(heard)) {
      if (!unit.listeners.has(key)) continue;
      const known = found.find((f) => f.unit === unit && f.key === key);
      if (known) known.ports.add(by);
      else found.push({ unit, key, ports: new Set([by]) });
    }
  }
  return found;
}

/** Why nothing of a parameter hears what an assignment sends: as it is sent where no wire leads, as it arrives where one does. */
export function whyNotLanding(index: RigIndex, network: Network, assignment: Assignment, parameterId: string): NotLanding {
  const landings = index.landingsOf.get(parameterId) ?? [];
  if (landings.length === 0) return 'no-landing';
  const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
  const messages = assignment.actions.flatMap((a) => {
    if (a.type !== 'send') return [];
    const port = outletOf(index, assignment.controlId, a);
    return messagesOf(a, index.counters).map((message) => ({ message, port }));
  });
  let here = false;
  let wired = false;
  for (const { message, port } of messages) {
    const ways = waysOf(network, controllerId, message, port).arrived;
    for (const landing of landings) {
      const there = ways.filter((w) => w.remote && w.to === landing.targetId);
      // Where no wire leads the number counts as it is sent; where one does, as it arrives.
      const keys = new Set((there.length > 0 ? there.map((w) => w.message) : [message]).flatMap((m) => heardKeys(m)));
      const at = addressesOf(landing).find((a) => keys.has(addressKey(a)));
      if (!at) continue;
      here = true;
      if (there.length === 0) continue;
      wired = true;
      const target = index.targets.get(landing.targetId);
      if (target && accepts(target, at)) return 'other-address';
    }
  }
  return !here ? 'other-address' : !wired ? 'no-wire' : 'outside-window';
}
