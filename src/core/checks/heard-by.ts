// What a message of an assignment moves, read from addresses, wires, ports, windows and banks: as the play has it, without playing. What is meant and
// lands nowhere yet counts as if it were entered at the address that is sent.
import {
  addressKey,
  carriesValue,
  heardKeys,
  kindOf,
  type Message,
  makePut,
  noSysex,
  type PackedMessage,
  packedKey,
  packedValue,
  u7,
  valueMax,
} from '../midi';
import { valuesThatMove } from '../modes';
import {
  type Assignment,
  addressesOf,
  arrivesAmong,
  canSend,
  emptySteps,
  type HeardSend,
  hostLayerAt,
  type Landing,
  type Layer,
  modifiersOf,
  type PlacedSend,
  type RigIndex,
  type Send,
  type Target,
} from '../rig';
import {
  accepts,
  arrivalPort,
  type CarriedWord,
  isTranslated,
  landingsHearing,
  outletFor,
  sendsHeard,
  waysOf,
  wordsOver,
} from '../wires';
import type { Sender } from './arrival-sends';
import type { CheckContext } from './finding';
import { sentBesides } from './sent-besides';

type Program = Extract<Message, { type: 'program' }>;
type Pair = Extract<Message, { type: 'cc14' }>;

/** Something that is moved: a parameter, and the landing it is moved by; null where that is still to be entered. */
export interface Moved {
  readonly parameterId: string;
  readonly landing: Landing | null;
}

/** A message as a target hears it, and the ports by which it comes. */
interface Heard {
  readonly message: Message;
  /** Whether only a part of it came through. */
  readonly part: boolean;
  readonly ports: ReadonlySet<string>;
}

/** Where a message of a send arrives as remote control: by target, as what it is heard there, with some value that it sends. */
export function arrivesAt(
  { index, around }: CheckContext,
  assignment: Sender,
  send: Send,
  message: Message,
): ReadonlyMap<string, readonly Heard[]> {
  const ways = waysFor(index, around, assignment, send, message);
  const byValue = kindOf(message.type).sequence === null && ways.some((w) => w.translated);
  const words = byValue ? wordsThrough(index, around, assignment, send, message) : [];
  const comes = (to: string, heard: Message): boolean =>
    words.some((w) => w.to === to && packedKey(w.word) === addressKey(heard));
  const found = new Map<
    string,
    Map<string, { readonly message: Message; readonly part: boolean; readonly ports: Set<string> }>
  >();
  for (const { wire: at, to, remote, part, translated, message: heard } of ways) {
    const wire = around.network.wires[at];
    if (!remote || !wire || (byValue && translated && !part && !comes(to, heard))) continue;
    const there =
      found.get(to) ?? new Map<string, { readonly message: Message; readonly part: boolean; readonly ports: Set<string> }>();
    found.set(to, there);
    const key = translated || part || heard.type === 'program' ? JSON.stringify([heard, part]) : '';
    const one = there.get(key) ?? { message: heard, part, ports: new Set<string>() };
    there.set(key, one);
    one.ports.add(arrivalPort(index, wire));
  }
  return new Map([...found].map(([to, there]) => [to, [...there.values()]]));
}

const waysFor = (
  index: RigIndex,
  { network }: CheckContext['around'],
  { controlId }: Pick<Sender, 'controlId'>,
  send: Send,
  message: Message,
) => {
  const { unitId, port } = outletFor(index, controlId, send);
  return waysOf(network, unitId, message, port).arrived;
};

/** How often a target hears a message as remote control: once for each way there, by the ports on which it listens. */
export function timesHeard(
  { index, around }: CheckContext,
  assignment: Assignment,
  send: Send,
  targetId: string,
  landings: readonly Landing[],
): number {
  const ways = waysFor(index, around, assignment, send, send.message).filter((w) => w.remote && w.to === targetId);
  const here = landings.filter((l) => l.targetId === targetId);
  const apart = index.targets.get(targetId)?.reception.tellsPortsApart ?? false;
  /** By address: how often it is heard there, by the ports on which something listens. */
  const times = new Map<number, number>();
  for (const way of ways) times.set(addressKey(way.message), (times.get(addressKey(way.message)) ?? 0) + 1);
  const portOf = (at: number): string => {
    const wire = around.network.wires[at];
    return wire ? arrivalPort(index, wire) : '';
  };
  return Math.max(
    0,
    ...[...times].map(([key, count]) => {
      const same = ways.filter((w) => addressKey(w.message) === key);
      const keys = new Set(same.flatMap((w) => heardKeys(w.message)));
      const listening = here.filter((l) => addressesOf(l).some((a) => keys.has(addressKey(a))));
      if (!apart || listening.length === 0) return count;
      return Math.max(...listening.map((l) => same.filter((w) => l.port === '' || l.port === portOf(w.wire)).length));
    }),
  );
}

/** Everything that a message of an assignment moves but some parameters. `sharers`: sends that a receiver cannot tell from it. */
export function movedBy(
  context: CheckContext,
  assignment: Sender,
  send: Send,
  message: Message,
  sharers: readonly PlacedSend[],
  but: ReadonlySet<string>,
): readonly Moved[] {
  const { index } = context;
  const others = sharers.filter((o) => o.assignment.id !== assignment.id);
  const reads = landingsHearing(index, outletFor(index, assignment.controlId, send), message, true);
  if (reads.length === 0 && others.length === 0) return [];
  const arrivals = arrivesAt(context, assignment, send, message);
  const layer = hostLayerAt(index, assignment.layerId);
  const landed = reads.flatMap((landing): Moved[] => {
    const target = index.targets.get(landing.targetId);
    if (!target || landing.hostLayerId !== layer || but.has(landing.parameterId)) return [];
    const apart = target.reception.tellsPortsApart && landing.port !== '';
    const moves = (arrivals.get(target.id) ?? []).some(({ message: heard, ports }) => {
      const keys = new Set(heardKeys(heard));
      const own = addressesOf(landing).find((a) => keys.has(addressKey(a)));
      if (!own || !accepts(target, own) || (apart && !ports.has(landing.port))) return false;
      const how = howHeard(context, assignment, heard, own, target);
      if (!how || !actsOnWhatComes(context, assignment, send, message, landing, how)) return false;
      return sameBank(context, assignment, send, heard, own, target.id, message);
    });
    return moves ? [{ parameterId: landing.parameterId, landing }] : [];
  });
  const toCome = others.flatMap(({ assignment: other, send: its }): Moved[] => {
    if (hostLayerAt(index, other.layerId) !== layer) return [];
    return its.meant.flatMap((parameterId): Moved[] => {
      const targetId = index.parameters.get(parameterId)?.targetId ?? '';
      if (but.has(parameterId)) return [];
      const entered = (index.landingsOf.get(parameterId) ?? []).length > 0;
      const mine = arrivals.get(targetId) ?? [];
      const at = entered ? null : toBeEnteredAt(context, other, its, targetId);
      const moves =
        at !== null &&
        mine.some(
          (m) =>
            sharesAddress(m.message, at) &&
            heardAlike(context, assignment, m.message, at, targetId) &&
            sameBank(context, assignment, send, m.message, at, targetId, message),
        );
      return moves ? [{ parameterId, landing: null }] : [];
    });
  });
  return [...landed, ...toCome];
}

/** Whether what arrives moves something at an address where nothing is entered yet. */
function heardAlike(context: CheckContext, sender: Sender, heard: Message, at: Message, targetId: string): boolean {
  const target = context.index.targets.get(targetId);
  return !target || howHeard(context, sender, heard, at, target) !== null;
}

/** How what arrives is heard at an address; null where it moves nothing there, whatever its value. */
function howHeard(context: CheckContext, sender: Sender, heard: Message, at: Message, target: Target): HeardSend | null {
  const when = target.reception.fourteenBit;
  const how: HeardSend = { as: heard, at, when };
  if (at.type === 'cc') return hasByte(heard, at) ? how : null;
  if (heard.type !== 'cc') return how;
  // Whoever sends a parameter number takes it back at the end: data entry alone enters nothing.
  if (at.type !== 'cc14') return null;
  if (heard.number === at.number) return when === 'act-on-each' ? how : null;
  const tops = highBytesFor(context, sender, at, target.id);
  return tops.length > 0 ? { ...how, tops: (high) => tops.some((can) => can(high)) } : null;
}

/** Whether one of the words of a message arrives where something listens for a control change. */
function hasByte(heard: Message, at: Message): boolean {
  if (kindOf(heard.type).sequence === null) return true;
  const words: PackedMessage[] = [];
  makePut(heard, false, noSysex)(0, words);
  return words.some((word) => packedKey(word) === addressKey(at));
}

/** Who can send a target the high byte of a 14-bit control, and which ones: without it a low byte moves nothing (MIDI 1.0, "Control change"). */
function highBytesFor(context: CheckContext, sender: Sender, at: Pair, targetId: string): readonly ((high: number) => boolean)[] {
  const { index } = context;
  const byte: Message = { type: 'cc', channel: at.channel, number: at.number };
  // Before what one arrival sends comes what it sent itself: of two at one place only one is done.
  const arriving = index.rig.arrivals.some((a) => a.id === sender.id);
  const besides = index.rig.controllers.flatMap((controller) =>
    sentBesides(index, controller)
      .filter(({ about, id }) => about === 'layers' || !arriving || id === sender.id)
      .flatMap(({ sender: by, sends }) => sends.map((send) => ({ by, send, gesture: 'press' as const }))),
  );
  return [at, byte].flatMap((top) => {
    const key = addressKey(top);
    const bySwitches = (sendsHeard(index).sendsAt.get(key) ?? []).map(({ assignment, send }) => ({
      by: assignment,
      send,
      gesture: assignment.gesture.type,
    }));
    const step = top.type === 'cc' ? 1 : 128;
    return [...bySwitches, ...besides].flatMap(({ by, send, gesture }) => {
      const arrives = arrivesAt(context, by, send, send.message).get(targetId) ?? [];
      if (!arrives.some((m) => addressKey(m.message) === key)) return [];
      return [(high: number) => canSend(index.counters, send, gesture, high * step, high * step + step - 1)];
    });
  });
}

/** Where a send that is meant for something would be entered: at the first address at which it is heard whole; at its own where parts of it alone are heard there; null where nothing is. */
function toBeEnteredAt(context: CheckContext, sender: Sender, send: Send, targetId: string): Message | null {
  const all = arrivesAt(context, sender, send, send.message).get(targetId) ?? [];
  const whole = all.find((t) => !t.part);
  if (whole) return whole.message;
  return all.some((t) => sharesAddress(t.message, send.message)) ? send.message : null;
}

/** Whether a landing acts on some value of what is sent, as it arrives: a translator may make others of it. */
function actsOnWhatComes(
  { index, around }: CheckContext,
  sender: Sender,
  send: Send,
  message: Message,
  landing: Landing,
  heard: HeardSend,
): boolean {
  const parameter = index.parameters.get(landing.parameterId);
  const target = index.targets.get(landing.targetId);
  if (!parameter || !target) return false;
  const empty = emptySteps(index, parameter);
  const read = empty ? { ...parameter, empty } : parameter;
  const values = valuesThatMove(landing, read, target.reception, heard.at.type);
  const gesture = index.assignments.get(sender.id)?.gesture.type ?? 'press';
  if (!isTranslated(index, outletFor(index, sender.controlId, send), message))
    return arrivesAmong(index.counters, send, gesture, values, heard);
  // Of bytes that a translator makes, those of a sequence may come together with any others.
  if (kindOf(heard.at.type).sequence !== null) return values.length > 0;
  const keys = new Set(addressesOf(landing).map(addressKey));
  return wordsThrough(index, around, sender, send, message).some(({ to, word }) => {
    if (to !== landing.targetId || !keys.has(packedKey(word))) return false;
    const value = carriesValue(heard.at.type) ? packedValue(word) : 0;
    return values.some(({ from: low, to: high }) => value >= low && value <= high);
  });
}

/** What arrives as remote control of all values that a send puts out; of 14 bits, as coarsely as a translator that writes seven can tell them apart. */
function wordsThrough(
  index: RigIndex,
  { network }: CheckContext['around'],
  { id, controlId }: Pick<Sender, 'id' | 'controlId'>,
  send: Send,
  message: Message,
): readonly CarriedWord[] {
  const { unitId, port } = outletFor(index, controlId, send);
  const gesture = index.assignments.get(id)?.gesture.type ?? 'press';
  const put = makePut(message, false, noSysex);
  const most = valueMax(message.type);
  const step = most > 127 ? 64 : 1;
  const found: CarriedWord[] = [];
  for (let value = 0; value <= most; value += step) {
    // What carries no value goes out whatever is written there.
    const goes = !carriesValue(message.type) || canSend(index.counters, send, gesture, value, Math.min(most, value + step - 1));
    if (!goes) continue;
    const words: PackedMessage[] = [];
    put(value, words);
    for (const word of words) found.push(...wordsOver(network, unitId, word, port).filter((w) => w.remote));
    if (!carriesValue(message.type)) break;
  }
  return found;
}

/** Whether one message moves what listens for another: at its address, as a part of it, or as what it is a part of. A bank select alone chooses no program. */
const sharesAddress = (a: Message, b: Message): boolean => {
  const [own, other] = [addressKey(a), addressKey(b)];
  return own === other || heardKeys(a).includes(other) || (b.type !== 'program' && heardKeys(b).includes(own));
};

/** Layers made in the host that a message opens though it is not their modifier's: it arrives where something listens in them. */
export function opensLayers(context: CheckContext, assignment: Sender, send: Send, message: Message): readonly Layer[] {
  const { index } = context;
  if (index.layersBySignal.size === 0) return [];
  const arrivals = arrivesAt(context, assignment, send, message);
  const opened = new Map<string, Layer>();
  for (const [targetId, all] of arrivals)
    for (const { message: heard } of all)
      for (const layer of heardKeys(heard).flatMap((key) => index.layersBySignal.get(key) ?? []))
        if (index.rig.landings.some((l) => l.hostLayerId === layer.id && l.targetId === targetId)) opened.set(layer.id, layer);
  // What its modifier sends anyway is meant to open it.
  return [...opened.values()].filter((l) => l.signalBy === 'added' || !modifiersOf(l).includes(assignment.controlId));
}

/**
 * Whether a program is the one of a bank. One that names no bank, or whose bank select does not come through, may meet any: a bank can be chosen at the target too. Of
 * one that comes in part the other byte may be any; a high byte alone means low byte 0.
 */
function sameBank(
  context: CheckContext,
  assignment: Sender,
  send: Send,
  message: Message,
  heard: Message,
  targetId: string,
  sent: Message,
): boolean {
  if (message.type !== 'program' || heard.type !== 'program') return true;
  const bank = message.bank ?? (sent.type === 'program' ? sent.bank : null);
  if (bank === null || heard.bank === null) return true;
  const same = numberOf(bank) === numberOf(heard.bank);
  if (sent.type !== 'program') return same;
  const comes = (number: number): boolean =>
    waysFor(context.index, context.around, assignment, send, { type: 'cc', channel: sent.channel, number: u7(number) }).some(
      ({ to, remote, message: m }) =>
        to === targetId && remote && m.type === 'cc' && m.number === number && m.channel === heard.channel,
    );
  const low = bank.lsb === null ? null : comes(32);
  if (comes(0)) return low === false ? bank.msb === heard.bank.msb && (heard.bank.lsb ?? 0) === 0 : same;
  // A byte that does not come may be any, chosen at the target.
  return low ? (bank.lsb ?? 0) === (heard.bank.lsb ?? 0) : true;
}

const numberOf = ({ msb, lsb }: NonNullable<Program['bank']>): number => msb * 128 + (lsb ?? 0);

/** Whether what two sends say is heard by one receiver that cannot tell them apart. */
export function meet(context: CheckContext, one: PlacedSend, other: PlacedSend): boolean {
  const { index } = context;
  const { assignment: a, send: byA } = one;
  const { assignment: b, send: byB } = other;
  if (hostLayerAt(index, a.layerId) !== hostLayerAt(index, b.layerId)) return false;
  const there = arrivesAt(context, b, byB, byB.message);
  return [...arrivesAt(context, a, byA, byA.message)].some(([targetId, mine]) =>
    mine.some((m) =>
      (there.get(targetId) ?? []).some((t) => {
        if (!sharesAddress(m.message, t.message)) return false;
        if (!index.targets.get(targetId)?.reception.tellsPortsApart || [...m.ports].some((port) => t.ports.has(port)))
          return true;
        return heardOnAnyPort(index, targetId, m.message) || heardOnAnyPort(index, targetId, t.message);
      }),
    ),
  );
}

const heardOnAnyPort = (index: RigIndex, targetId: string, message: Message): boolean =>
  (index.landingsAt.get(addressKey(message)) ?? []).some((l) => l.targetId === targetId && l.port === '');
