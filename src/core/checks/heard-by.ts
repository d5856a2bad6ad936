// What a message of an assignment moves, read from addresses, wires, ports, windows and banks: as the play has it, without playing. What is meant and
// lands nowhere yet counts as if it were entered at the address that is sent.
import { addressKey, heardKeys, type Message, u7 } from '../midi';
import {
  type Assignment,
  actsOnSome,
  addressesOf,
  hostLayerAt,
  type Landing,
  type Layer,
  modifiersOf,
  outletOf,
  type PlacedSend,
  type RigIndex,
  type Send,
} from '../rig';
import { accepts, arrivalPort, hopsOf } from '../wires';
import type { CheckContext } from './finding';

type Program = Extract<Message, { type: 'program' }>;

/** Who sends: a function, or what is done on arriving, by any control of its controller. */
export type Sender = Pick<Assignment, 'id' | 'controlId' | 'layerId'>;

/** Something that is moved: a parameter, and the landing it is moved by; null where that is still to be entered. */
export interface Moved {
  readonly parameterId: string;
  readonly landing: Landing | null;
}

/** What says where a send goes out. */
type Out = Pick<Send, 'port'>;

/** Where a message of a send arrives as remote control: targets, with the ports by which it comes. */
export function arrivesAt(
  { index, around }: CheckContext,
  assignment: Sender,
  send: Out,
  message: Message,
): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>();
  const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
  for (const hop of hopsOf(around.network, controllerId, message, outletOf(index, assignment.controlId, send))) {
    const wire = around.network.wires[hop.wire];
    if (!hop.remote || !wire) continue;
    const ports = found.get(hop.to) ?? new Set();
    found.set(hop.to, ports.add(arrivalPort(index, wire)));
  }
  return found;
}

/** How often a target hears a message as remote control: once for each way there, by the ports on which it listens. */
export function timesHeard(
  { index, around }: CheckContext,
  assignment: Assignment,
  send: Send,
  targetId: string,
  landings: readonly Landing[],
): number {
  const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
  const { message } = send;
  const port = outletOf(index, assignment.controlId, send);
  const hops = hopsOf(around.network, controllerId, message, port).filter((hop) => hop.remote && hop.to === targetId);
  const keys = new Set(heardKeys(message));
  const here = landings.filter((l) => l.targetId === targetId && addressesOf(l).some((a) => keys.has(addressKey(a))));
  if (!index.targets.get(targetId)?.reception.tellsPortsApart || here.length === 0) return hops.length;
  const ports = hops.flatMap((hop) => {
    const wire = around.network.wires[hop.wire];
    return wire ? [arrivalPort(index, wire)] : [];
  });
  return Math.max(...here.map((l) => ports.filter((port) => l.port === '' || l.port === port).length));
}

/** Everything that a message of an assignment moves. `sharers`: sends that a receiver cannot tell from it. */
export function movedBy(
  context: CheckContext,
  assignment: Sender,
  send: Send,
  message: Message,
  sharers: readonly PlacedSend[],
): readonly Moved[] {
  const { index } = context;
  const keys = new Set(heardKeys(message));
  const at = [...keys].flatMap((key) => index.landingsAt.get(key) ?? []);
  const others = sharers.filter((o) => o.assignment.id !== assignment.id);
  if (at.length === 0 && others.length === 0) return [];
  const arrivals = arrivesAt(context, assignment, send, message);
  const layer = hostLayerAt(index, assignment.layerId);
  const landed = at.flatMap((landing): Moved[] => {
    const target = index.targets.get(landing.targetId);
    const own = addressesOf(landing).find((a) => keys.has(addressKey(a))) ?? landing.address;
    const ports = arrivals.get(landing.targetId);
    if (!target || !ports || landing.hostLayerId !== layer || !accepts(target, own)) return [];
    if (!actsOnSome(index.counters, send, landing)) return [];
    if (target.reception.tellsPortsApart && landing.port !== '' && !ports.has(landing.port)) return [];
    return sameBank(context, assignment, send, message, own, landing.targetId)
      ? [{ parameterId: landing.parameterId, landing }]
      : [];
  });
  const toCome = others.flatMap(({ assignment: other, send: its }): Moved[] => {
    if (hostLayerAt(index, other.layerId) !== layer) return [];
    return its.meant.flatMap((parameterId): Moved[] => {
      const targetId = index.parameters.get(parameterId)?.targetId ?? '';
      const entered = (index.landingsOf.get(parameterId) ?? []).length > 0;
      const reaches = arrivals.has(targetId) && arrivesAt(context, other, its, its.message).has(targetId);
      return !entered && reaches && sameBank(context, assignment, send, message, its.message, targetId)
        ? [{ parameterId, landing: null }]
        : [];
    });
  });
  return [...landed, ...toCome];
}

/** Layers made in the host that a message opens though it is not their modifier's: it arrives where something listens in them. */
export function opensLayers(context: CheckContext, assignment: Sender, send: Out, message: Message): readonly Layer[] {
  const { index } = context;
  const layers = heardKeys(message).flatMap((key) => index.layersBySignal.get(key) ?? []);
  if (layers.length === 0) return layers;
  const arrivals = arrivesAt(context, assignment, send, message);
  // What its modifier sends anyway is meant to open it.
  const others = layers.filter((l) => l.signalBy === 'added' || !modifiersOf(l).includes(assignment.controlId));
  return others.filter((layer) => index.rig.landings.some((l) => l.hostLayerId === layer.id && arrivals.has(l.targetId)));
}

/** Whether a program is the one of a bank. One that names no bank, or whose bank select does not come through, may meet any: a bank can be chosen at the target too. */
function sameBank(
  context: CheckContext,
  assignment: Sender,
  send: Out,
  message: Message,
  heard: Message,
  targetId: string,
): boolean {
  if (message.type !== 'program' || heard.type !== 'program') return true;
  if (message.bank === null || heard.bank === null) return true;
  if (numberOf(message.bank) === numberOf(heard.bank)) return true;
  const select: Message = { type: 'cc', channel: message.channel, number: u7(0) };
  return !arrivesAt(context, assignment, send, select).has(targetId);
}

const numberOf = ({ msb, lsb }: NonNullable<Program['bank']>): number => msb * 128 + (lsb ?? 0);

/** Whether what two sends say is heard by one receiver that cannot tell them apart. */
export function meet(context: CheckContext, one: PlacedSend, other: PlacedSend): boolean {
  const { index } = context;
  const { assignment: a, send: byA } = one;
  const { assignment: b, send: byB } = other;
  if (hostLayerAt(index, a.layerId) !== hostLayerAt(index, b.layerId)) return false;
  const there = arrivesAt(context, b, byB, byB.message);
  return [...arrivesAt(context, a, byA, byA.message)].some(([targetId, ports]) => {
    const others = there.get(targetId);
    if (!others) return false;
    if (!index.targets.get(targetId)?.reception.tellsPortsApart || [...ports].some((port) => others.has(port))) return true;
    return heardOnAnyPort(index, targetId, byA.message) || heardOnAnyPort(index, targetId, byB.message);
  });
}

const heardOnAnyPort = (index: RigIndex, targetId: string, message: Message): boolean =>
  (index.landingsAt.get(addressKey(message)) ?? []).some((l) => l.targetId === targetId && l.port === '');
