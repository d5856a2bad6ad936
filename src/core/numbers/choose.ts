// Which address a new function gets: the first one in the school's order that nobody uses and the target takes.
import { exhaustive } from '../base';
import { addressKey, channel, type Message, u7 } from '../midi';
import { hearsAll, type RigIndex, signalsOf, type Target } from '../rig';
import { accepts, heardAnywhere, networkOf, type Outlet, routesFrom, sendsHeard, waysOf } from '../wires';
import { controlsInOrder, notesInOrder, type SchoolId } from './schools';

export interface Demand {
  readonly controllerId: string;
  readonly type: 'cc' | 'note' | 'program';
  readonly channel: number;
  /** The target whose windows must take the address; null when it does not matter. */
  readonly targetId: string | null;
  /** Try this number first, then count up from it (for runs and for programs numbered by switch). */
  readonly from?: number;
  /** Addresses that are spoken for although the rig does not hold them yet. */
  readonly reserved?: ReadonlySet<number>;
}

/** The message for a new function; null when every number on every channel is taken or refused. */
export function chooseMessage(index: RigIndex, demand: Demand): Message | null {
  const usable = makeUsable(index, demand);
  for (let i = 0; i < 16; i++) {
    const ch = ((demand.channel - 1 + i) % 16) + 1;
    for (const number of candidates(demand, index.rig.preferences.school)) {
      const message = plainMessage(demand.type, ch, number);
      if (usable(message)) return message;
    }
  }
  return null;
}

/** Whether nobody else uses an address where this controller is heard, and the target takes it. */
export function isFree(index: RigIndex, demand: Demand, message: Message): boolean {
  return makeUsable(index, demand)(message);
}

function makeUsable(index: RigIndex, demand: Demand): (message: Message) => boolean {
  const target = demand.targetId === null ? undefined : index.targets.get(demand.targetId);
  const reached = new Set(routesFrom(index, demand.controllerId).map((r) => r.target.id));
  const shares = (controllerId: string): boolean =>
    controllerId === demand.controllerId || routesFrom(index, controllerId).some((r) => reached.has(r.target.id));
  const sharing = new Map<string, boolean>();
  const sharesCached = (controllerId: string): boolean => {
    const known = sharing.get(controllerId);
    if (known !== undefined) return known;
    const found = shares(controllerId);
    sharing.set(controllerId, found);
    return found;
  };
  const omni = target?.reception.channels === 'all' || (target !== undefined && hearsAllSomewhere(index, target.id));
  // Where every channel is heard, nobody else may send it on any.
  const onChannels = (message: Message): readonly Message[] =>
    omni && 'channel' in message ? sixteen.map((c) => ({ ...message, channel: c })) : [message];
  const signals = new Set(index.rig.layers.flatMap((l) => signalsOf(l).map((s) => addressKey(s.message))));
  return (message) => {
    if (demand.reserved?.has(addressKey(message)) || signals.has(addressKey(message))) return false;
    const outlet = { unitId: demand.controllerId, port: '' };
    if (target && !isTaken(index, outlet, message, target)) return false;
    return heardAnywhere(index, outlet, message)
      .flatMap(onChannels)
      .every((heard) => {
        const key = addressKey(heard);
        for (const { assignment } of sendsHeard(index).sendsAt.get(key) ?? []) {
          const owner = index.controls.get(assignment.controlId)?.controllerId;
          if (owner !== undefined && sharesCached(owner)) return false;
        }
        if ((index.landingsAt.get(key) ?? []).some((l) => reached.has(l.targetId))) return false;
        return !shadowed(index, heard, reached);
      });
  };
}

const sixteen = Array.from({ length: 16 }, (_, i) => channel(i + 1));

/** Whether something of a target hears every channel. */
const hearsAllSomewhere = (index: RigIndex, targetId: string): boolean =>
  (index.parametersOf.get(targetId) ?? []).some((p) => (index.landingsOf.get(p.id) ?? []).some(hearsAll));

/** Whether a target takes what arrives there; where translators stop it on its way, nothing does. */
function isTaken(index: RigIndex, outlet: Outlet, message: Message, target: Target): boolean {
  const network = networkOf(index.rig);
  if (!network.translates) return accepts(target, message);
  const { arrived } = waysOf(network, outlet.unitId, message, outlet.port);
  const there = arrived.filter((a) => a.to === target.id && a.remote);
  const wired = routesFrom(index, outlet.unitId).some((r) => r.target.id === target.id);
  return there.length === 0 ? !wired && accepts(target, message) : there.every((a) => accepts(target, a.message));
}

/** A 14-bit control on n also occupies n + 32, and 14-bit n may not sit on a plain one (MIDI 1.0). */
function shadowed(index: RigIndex, message: Message, reached: ReadonlySet<string>): boolean {
  if (message.type !== 'cc') return false;
  for (const n of [message.number, message.number - 32]) {
    if (n < 1 || n > 31 || n === 6) continue;
    const key = addressKey({ type: 'cc14', channel: message.channel, number: u7(n) });
    if (sendsHeard(index).sendsAt.has(key) || (index.landingsAt.get(key) ?? []).some((l) => reached.has(l.targetId))) return true;
  }
  return false;
}

function candidates(demand: Demand, school: SchoolId): readonly number[] {
  const order =
    demand.type === 'cc'
      ? controlsInOrder(school)
      : demand.type === 'note'
        ? notesInOrder
        : Array.from({ length: 128 }, (_, i) => i);
  const { from } = demand;
  if (from === undefined) return order;
  const plain = new Set(order);
  const up = Array.from({ length: Math.max(0, 128 - from) }, (_, i) => from + i).filter((n) => plain.has(n));
  return [...up, ...order];
}

function plainMessage(type: 'cc' | 'note' | 'program', ch: number, number: number): Message {
  switch (type) {
    case 'cc':
      return { type: 'cc', channel: channel(ch), number: u7(number) };
    case 'note':
      return { type: 'note', channel: channel(ch), number: u7(number) };
    case 'program':
      return { type: 'program', channel: channel(ch), number: u7(number), bank: null };
    default:
      return exhaustive(type);
  }
}
