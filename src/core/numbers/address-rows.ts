// Who sits where: the numbers of one kind on one channel, as a wire carries them. What is free, in use, listened for, and taken or heard.
import { addressKey, carrierOf, kindOf, type Message, type MiddleC, messageSchema, type NumberEntry } from '../midi';
import {
  type Assignment,
  addressesOf,
  type Landing,
  type Layer,
  messagesOf,
  type RigIndex,
  type Send,
  signalsOf,
  type Target,
} from '../rig';
import { accepts, hopsIn, type Network, networkOf, type Plan, sendsHeard, waysOf } from '../wires';

export type AddressKind = 'cc' | 'note' | 'program' | 'nrpn';
/** The kinds that have rows in Numbers. */
export const addressKinds = ['cc', 'note', 'program', 'nrpn'] as const satisfies readonly AddressKind[];

/** The largest number of a kind: 127, or 16383. */
export const mostNumber = (kind: AddressKind): 127 | 16383 => kindOf(kind).number?.most ?? 127;

/** What the standard makes of a number of a kind. */
export const numberEntry = (kind: AddressKind, number: number, middleC: MiddleC): NumberEntry =>
  kindOf(kind).number?.entry(number, middleC) ?? { short: '', name: 'free', use: 'free', note: '' };

/** Where a message stands in Numbers; null for what has no row there. */
export const rowOf = (message: Message): AddressSpot | null => rowsTaken(message)[0] ?? null;

/** Something that puts a number on the wire: an action of an assignment, or the modifier of a layer made in the host. */
export interface Sitter {
  readonly assignment: Assignment | null;
  readonly send: Send | null;
  readonly layer: Layer | null;
  /** The controller that sends it on arriving at a bank or page; null for everything else. */
  readonly arrivesOn: string | null;
  /** Whether it takes this number with another one: the low byte of a 14-bit control. */
  readonly beside: boolean;
  readonly key: number;
}

export interface AddressRow {
  readonly number: number;
  readonly sitters: readonly Sitter[];
  /** What a target listens for here although nothing that the wire carries sends it. */
  readonly leftovers: readonly Landing[];
}

/** The numbers in use on one wire (or all of them), by kind and channel. */
export interface Occupancy {
  readonly addressRowAt: (kind: AddressKind, channel: number, number: number) => AddressRow;
  /** Numbers of a kind in use on a channel, in order. */
  readonly used: (kind: AddressKind, channel: number) => readonly number[];
  /** Targets that take a number where the wire brings it, and all those that hear it. */
  readonly takers: (kind: AddressKind, channel: number, number: number) => readonly Target[];
  readonly hearers: (kind: AddressKind, channel: number) => readonly Target[];
}

const rowKey = (kind: AddressKind, channel: number, number: number): string => `${kind} ${channel} ${number}`;

interface AddressSpot {
  readonly kind: AddressKind;
  readonly channel: number;
  readonly number: number;
  /** Whether it comes with another one: the low byte of a 14-bit control. */
  readonly beside: boolean;
}

/** The rows that a message takes: a 14-bit control two, a program one, what has no number none. */
function rowsTaken(message: Message): readonly AddressSpot[] {
  switch (message.type) {
    case 'cc':
    case 'note':
    case 'program':
    case 'nrpn':
      return [{ kind: message.type, channel: message.channel, number: message.number, beside: false }];
    case 'cc14':
      return [
        { kind: 'cc', channel: message.channel, number: message.number, beside: false },
        { kind: 'cc', channel: message.channel, number: message.number + 32, beside: true },
      ];
    default:
      return [];
  }
}

/** The occupancy of one wire, by its id; null looks at the whole rig. */
export function occupancyOf(index: RigIndex, wireId: string | null): Occupancy {
  const network = networkOf(index.rig);
  const addressRows = new Map<string, { sitters: Sitter[]; leftovers: Landing[] }>();
  const addressRow = (key: string) => {
    const there = addressRows.get(key) ?? { sitters: [], leftovers: [] };
    addressRows.set(key, there);
    return there;
  };
  const usedBy = new Map<string, Set<number>>();
  const sit = (message: Message, unitId: string, sitter: Omit<Sitter, 'beside' | 'key'>): void => {
    for (const carried of carriedOn(network, wireId, unitId, message))
      for (const { kind, channel, number, beside } of rowsTaken(carried)) {
        addressRow(rowKey(kind, channel, number)).sitters.push({ ...sitter, beside, key: addressKey(message) });
        const list = usedBy.get(`${kind} ${channel}`) ?? new Set();
        usedBy.set(`${kind} ${channel}`, list.add(number));
      }
  };
  for (const assignment of index.rig.assignments) {
    const unitId = index.controls.get(assignment.controlId)?.controllerId ?? '';
    for (const action of assignment.actions) {
      if (action.type !== 'send') continue;
      for (const message of messagesOf(action, index.counters))
        sit(message, unitId, { assignment, send: action, layer: null, arrivesOn: null });
    }
  }
  for (const layer of index.rig.layers) {
    const unitId = index.controls.get(layer.modifierControlId ?? '')?.controllerId ?? '';
    for (const { message } of layer.signalBy === 'added' ? signalsOf(layer) : [])
      sit(message, unitId, { assignment: null, send: null, layer, arrivesOn: null });
    for (const a of layer.tap)
      if (a.type === 'send') sit(a.message, unitId, { assignment: null, send: a, layer, arrivesOn: null });
  }
  for (const { controllerId, actions } of index.rig.arrivals)
    for (const a of actions)
      if (a.type === 'send') sit(a.message, controllerId, { assignment: null, send: a, layer: null, arrivesOn: controllerId });
  const sent = sendsHeard(index);
  const far = wireId === null ? null : unitsBehind(index, wireId);
  for (const landing of index.rig.landings) {
    if (far && !far.has(landing.targetId)) continue;
    for (const { kind, channel, number } of addressesOf(landing).flatMap((address) => rowsTaken(address))) {
      const there = addressRows.get(rowKey(kind, channel, number));
      // Looked at as a whole, what a translator makes of what is sent is listened for, too.
      if (wireId === null && network.translates && sent.sendsAt.has(addressKey(landing.address))) continue;
      if (!there || there.sitters.length === 0) addressRow(rowKey(kind, channel, number)).leftovers.push(landing);
    }
  }
  const chosen = index.rig.wires.find((w) => w.id === wireId);
  const sources = wireId === null ? index.rig.controllers.map((c) => c.id) : sourcesOf(index, network, wireId);
  const heard = new Map<string, readonly Target[]>();
  const hearers = (kind: AddressKind, channel: number): readonly Target[] => {
    const key = `${carrierOf(kind)} ${channel}`;
    const known = heard.get(key);
    if (known) return known;
    const ids = new Set(sources.flatMap((id) => hearersOf(network, network.planOf(id, carrierOf(kind), channel), kind, channel)));
    // What a translator on the wire makes is heard where that leads.
    if (chosen && chosen.translator !== null) ids.add(chosen.to.unitId);
    const found = index.rig.targets.filter((t) => ids.has(t.id) && (far === null || far.has(t.id)));
    heard.set(key, found);
    return found;
  };
  return {
    addressRowAt: (kind, channel, number) => {
      const there = addressRows.get(rowKey(kind, channel, number));
      return { number, sitters: there?.sitters ?? [], leftovers: there?.leftovers ?? [] };
    },
    used: (kind, channel) => [...(usedBy.get(`${kind} ${channel}`) ?? [])].sort((a, b) => a - b),
    hearers,
    takers: (kind, channel, number) => {
      const message = messageSchema.parse({ type: kind, channel, number, bank: null });
      return hearers(kind, channel).filter((t) => accepts(t, message));
    },
  };
}

/** Units that a plan leads to, also behind translators that leave the kind and channel as they are. */
const hearersOf = (network: Network, plan: Plan, kind: AddressKind, channel: number): readonly string[] =>
  hopsIn(plan).flatMap(({ wire, to }) => {
    const beyond = network.translators[wire] ? network.beyond(wire, carrierOf(kind), channel) : null;
    return [to, ...(beyond ? hopsIn(beyond.plan).map((hop) => hop.to) : [])];
  });

/** A message as a wire carries it: what translators before it, and on it, make of it; as it is sent where no wire is chosen. */
function carriedOn(network: Network, wireId: string | null, unitId: string, message: Message): readonly Message[] {
  if (wireId === null) return [message];
  const there = waysOf(network, unitId, message, '').arrived.filter((a) => network.wires[a.wire]?.id === wireId);
  return [...new Map(there.map((a) => [addressKey(a.message), a.message])).values()];
}

/** Controllers whose messages can come over a wire at all. */
function sourcesOf(index: RigIndex, network: Network, wireId: string): readonly string[] {
  const start = index.rig.wires.find((w) => w.id === wireId)?.from.unitId ?? '';
  return index.rig.controllers.flatMap((c) => (c.id === start || network.reachedFrom(c.id).has(start) ? [c.id] : []));
}

/** Units that a wire leads to, straight or through what passes on. */
function unitsBehind(index: RigIndex, wireId: string): ReadonlySet<string> {
  const end = index.rig.wires.find((w) => w.id === wireId)?.to.unitId ?? '';
  const units = new Set([end]);
  for (let grown = true; grown; ) {
    grown = false;
    for (const wire of index.rig.wires) {
      if (!wire.passesOn || !units.has(wire.from.unitId) || units.has(wire.to.unitId)) continue;
      units.add(wire.to.unitId);
      grown = true;
    }
  }
  return units;
}
