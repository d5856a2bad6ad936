// Who hears what through translators: what is sent under one address may be heard under another. Without translators both are the same, and nothing here costs anything.
import { addTo, type Lookup } from '../base';
import { addressKey, heardKeys, type Message } from '../midi';
import {
  type Assignment,
  addressesOf,
  type Landing,
  messagesOf,
  outletOf,
  type PlacedSend,
  type RigIndex,
  type Send,
} from '../rig';
import { networkOf, waysOf } from './arrived';

/** Where something goes out: a unit and its port, empty for all of them. */
export interface Outlet {
  readonly unitId: string;
  readonly port: string;
}

/** Where a send of a control goes out. */
export const outletFor = (index: RigIndex, controlId: string, send: Pick<Send, 'port'>): Outlet => ({
  unitId: index.controls.get(controlId)?.controllerId ?? '',
  port: outletOf(index, controlId, send),
});

/** Whether some wire of a rig has a translator. */
export const translates = (index: RigIndex): boolean => networkOf(index.rig).translates;

/**
 * As what a message arrives at a target, each once: as itself where no translator is on its ways, or no way leads there at all. What arrives by several ways may be
 * several messages.
 */
export function heardAs(index: RigIndex, { unitId, port }: Outlet, message: Message, targetId: string): readonly Message[] {
  const network = networkOf(index.rig);
  if (!network.translates) return [message];
  const { arrived, changed } = waysOf(network, unitId, message, port);
  if (!changed) return [message];
  const there = new Map<number, Message>();
  for (const { to, remote, part, message: made } of arrived)
    if (to === targetId && remote && !part && !there.has(addressKey(made))) there.set(addressKey(made), made);
  return there.size === 0 ? [message] : [...there.values()];
}

/** The address at which a target hears a message: the first that it arrives at, its own where it does not arrive. */
export const addressAt = (index: RigIndex, outlet: Outlet, message: Message, targetId: string): Message =>
  heardAs(index, outlet, message, targetId)[0] ?? message;

/** As what a message arrives anywhere, each once; itself where it arrives nowhere. */
export function heardAnywhere(index: RigIndex, { unitId, port }: Outlet, message: Message): readonly Message[] {
  const network = networkOf(index.rig);
  if (!network.translates) return [message];
  const { arrived, changed } = waysOf(network, unitId, message, port);
  if (!changed) return [message];
  const there = new Map<string, Message>();
  for (const { message: made } of arrived) there.set(JSON.stringify(made), made);
  return there.size === 0 ? [message] : [...there.values()];
}

/** The targets that a message leads to, as whatever it arrives there; none where no wire leads anywhere. */
export const targetsReached = (index: RigIndex, { unitId, port }: Outlet, message: Message): readonly string[] =>
  waysOf(networkOf(index.rig), unitId, message, port).arrived.map((a) => a.to);

/** Whether a translator is on some way of a message. */
export const isTranslated = (index: RigIndex, { unitId, port }: Outlet, message: Message): boolean =>
  translates(index) && waysOf(networkOf(index.rig), unitId, message, port).changed;

/** Landings that hear a message of a control: at its own address, or (`parts`) at those of what carries it as well; each at its own target. */
export function landingsHearing(index: RigIndex, outlet: Outlet, message: Message, parts = false): readonly Landing[] {
  const at = (made: Message): readonly Landing[] => {
    if (!parts) return index.landingsAt.get(addressKey(made)) ?? [];
    const found: Landing[] = [];
    for (const key of heardKeys(made)) found.push(...(index.landingsAt.get(key) ?? []));
    return found;
  };
  if (!isTranslated(index, outlet, message)) return at(message);
  const found = new Set<Landing>();
  for (const target of index.rig.targets) {
    const heard = parts ? partsAt(index, outlet, message, target.id) : [];
    for (const made of [...heardAs(index, outlet, message, target.id), ...heard])
      for (const landing of at(made)) if (landing.targetId === target.id) found.add(landing);
  }
  return [...found];
}

/** What only parts of a message have become at a target. */
const partsAt = (index: RigIndex, { unitId, port }: Outlet, message: Message, targetId: string): readonly Message[] =>
  waysOf(networkOf(index.rig), unitId, message, port).arrived.flatMap((a) =>
    a.part && a.to === targetId && a.remote ? [a.message] : [],
  );

/** Whether a landing hears a message of a control at one of its own addresses. */
export const hearsIt = (index: RigIndex, outlet: Outlet, message: Message, landing: Landing): boolean => {
  const keys = new Set(heardAs(index, outlet, message, landing.targetId).map(addressKey));
  return addressesOf(landing).some((a) => keys.has(addressKey(a)));
};

/** Look-ups over what is sent, by the addresses at which it is heard. */
export interface SendsHeard {
  readonly sendsAt: Lookup<number, readonly PlacedSend[]> & { has(key: number): boolean };
  readonly sequencesAt: Lookup<number, readonly PlacedSend[]> & { has(key: number): boolean };
}

const known = new WeakMap<RigIndex, SendsHeard>();

/** The sends of a rig by the key of each address at which one of them is heard anywhere; those that arrive nowhere by their own. Made once for a state of the rig. */
export function sendsHeard(index: RigIndex): SendsHeard {
  if (!translates(index)) return index;
  const made = known.get(index) ?? sendsHeardThrough(index);
  known.set(index, made);
  return made;
}

function sendsHeardThrough(index: RigIndex): SendsHeard {
  const sendsAt = new Map<number, PlacedSend[]>();
  const sequencesAt = new Map<number, PlacedSend[]>();
  const placeOf = (assignment: Assignment): void =>
    assignment.actions.forEach((send, actionIndex) => {
      if (send.type !== 'send') return;
      const outlet = outletFor(index, assignment.controlId, send);
      const messages = messagesOf(send, index.counters).flatMap((message) => heardAnywhere(index, outlet, message));
      const placed: PlacedSend = { assignment, actionIndex, send };
      for (const key of new Set(messages.map(addressKey))) addTo(sendsAt, key, placed);
      const parts = messages.flatMap((m) => (m.type === 'cc' || m.type === 'note' ? [] : heardKeys(m).slice(1)));
      for (const key of new Set(parts)) addTo(sequencesAt, key, placed);
    });
  index.rig.assignments.forEach(placeOf);
  return { sendsAt, sequencesAt };
}
