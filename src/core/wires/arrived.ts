// As what a message of the plan arrives, and where: through every filter and translator on its ways.
import {
  addressKey,
  heardKeys,
  type Message,
  makePut,
  noSysex,
  type PackedMessage,
  packedCc,
  packedKey,
  packedType,
  packedValue,
  u7,
} from '../midi';
import type { Wire } from '../rig';
import { channelOf, compileNetwork, type Hop, MOST_COPIES, MOST_HOPS, type Network } from './network';
import { type Became, carriedBy, messageIn, translateMessage } from './translate';

/** A message at the end of a wire. */
export interface Arrived {
  /** Place of the wire in the network. */
  readonly wire: number;
  readonly to: string;
  /** Whether it may count as remote control; else it only plays notes. */
  readonly remote: boolean;
  readonly message: Message;
  /** Whether only a part of it came through: what it is for is not heard by that. */
  readonly part: boolean;
  /** Whether a translator changed anything of it. */
  readonly translated: boolean;
  /** The units that it came by, the first one first. */
  readonly by: readonly string[];
}

/** Every way of a message, and whether one of them goes round for ever. */
export interface Ways {
  readonly arrived: readonly Arrived[];
  readonly looped: boolean;
  /** Whether a translator makes anything else of it, or a part of it, on some way. */
  readonly changed: boolean;
}

/** Everything that a message becomes on its ways from a port of a unit, empty for all of its ports, in the order of its ways. */
export function waysOf(network: Network, unitId: string, message: Message, port: string): Ways {
  const banked = message.type === 'program' && message.bank !== null;
  // What is told by more than its address is followed each time.
  if (banked || message.type === 'sysex') return follows(network, unitId, message, port);
  let ofNetwork = followed.get(network);
  if (!ofNetwork) {
    ofNetwork = new Map();
    followed.set(network, ofNetwork);
  }
  const start = port === '' ? unitId : `${unitId} ${port}`;
  let known = ofNetwork.get(start);
  if (!known) {
    known = new Map();
    ofNetwork.set(start, known);
  }
  const key = addressKey(message);
  let found = known.get(key);
  if (!found) {
    found = follows(network, unitId, message, port);
    known.set(key, found);
  }
  return found;
}

/** What was followed, by network, by where it begins and by address: the same is asked again and again. */
const followed = new WeakMap<Network, Map<string, Map<number, Ways>>>();

const follows = (network: Network, unitId: string, message: Message, port: string): Ways =>
  (network.translates ? throughTranslators : ways)(network, unitId, message, port);

function throughTranslators(network: Network, unitId: string, message: Message, port: string): Ways {
  if (message.type !== 'program' || message.bank === null) return ways(network, unitId, message, port);
  // A bank is chosen by control changes before the program: each goes its own ways, and where they come with it they are its bank.
  const program = ways(network, unitId, { ...message, bank: null }, port);
  const selects = bankSelects(message).flatMap((select) => wordsOver(network, unitId, select, port));
  const arrived = program.arrived.map((a) => withBank(a, selects));
  const parts = selects.flatMap((s): Arrived[] => {
    const made = messageIn(s.word);
    const isItsBank = arrived.some((a) => a.wire === s.wire && made && heardKeys(a.message).includes(addressKey(made)));
    return made && !isItsBank ? [{ ...s, message: made, part: true, by: [unitId] }] : [];
  });
  return {
    looped: program.looped,
    arrived: [...arrived, ...parts],
    changed: program.changed || parts.length > 0 || arrived.some((a) => !sameBank(a.message, message)),
  };
}

/** A program with the bank that was chosen on its channel by what came over the same wire before it. */
function withBank(arrived: Arrived, selects: readonly CarriedWord[]): Arrived {
  const { message, wire } = arrived;
  if (message.type !== 'program') return arrived;
  const chosen = (number: number): number | undefined =>
    selects.filter((s) => s.wire === wire && packedKey(s.word) === packedKey(packedCc(message.channel, number, 0))).at(-1)?.word;
  const [high, low] = [chosen(0), chosen(32)];
  if (high === undefined) return arrived;
  const lsb = low === undefined ? null : u7(packedValue(low));
  return { ...arrived, message: { ...message, bank: { msb: u7(packedValue(high)), lsb } } };
}

/** Whether a program comes with the bank that was sent. */
const sameBank = (a: Message, b: Message): boolean =>
  a.type !== 'program' || b.type !== 'program' || JSON.stringify(a.bank) === JSON.stringify(b.bank);

/** The words that choose the bank of a program, in their order. */
function bankSelects(message: Message): readonly PackedMessage[] {
  const out: PackedMessage[] = [];
  makePut(message, false, noSysex)(0, out);
  return out.filter((word) => packedType(word) === 'cc');
}

function ways(network: Network, unitId: string, message: Message, port: string): Ways {
  const arrived: Arrived[] = [];
  let looped = false;
  const follow = (hops: readonly Hop[], now: Became, by: readonly string[]): void => {
    for (const { wire, to, remote, next } of hops) {
      const translate = network.translators[wire] ?? null;
      if (translate === null) {
        arrived.push({ wire, to, remote, message: now.message, part: now.part, translated: now.changed, by });
        if (next.length > 0) follow(next, now, [...by, to]);
        continue;
      }
      for (const made of translateMessage(translate, now.message)) {
        const { type, channel } = carriedBy(made.message);
        const beyond = network.beyond(wire, type, channel);
        if (beyond === null) continue;
        if (by.length >= MOST_HOPS || arrived.length >= MOST_COPIES) {
          looped = true;
          continue;
        }
        const became = { message: made.message, part: now.part || made.part, changed: now.changed || made.changed };
        arrived.push({
          wire,
          to,
          remote: beyond.remote,
          message: became.message,
          part: became.part,
          translated: became.changed,
          by,
        });
        looped ||= beyond.plan.looped;
        follow(beyond.plan.hops, became, [...by, to]);
      }
    }
  };
  const { type, channel } = carriedBy(message);
  const plan = network.planOf(unitId, type, channel, port);
  looped ||= plan.looped;
  follow(plan.hops, { message, part: false, changed: false }, [unitId]);
  return { arrived, looped, changed: arrived.some((a) => a.translated || a.part) };
}

/** A word on a wire: where that leads, and whether it may count as remote control there. */
export interface CarriedWord {
  readonly wire: number;
  readonly to: string;
  readonly remote: boolean;
  readonly word: PackedMessage;
  /** Whether a translator changed it. */
  readonly translated: boolean;
}

/** Every word that a word becomes, with the wire that carries it, on its ways from a port of a unit. */
export function wordsOver(network: Network, unitId: string, word: PackedMessage, port: string): readonly CarriedWord[] {
  const found: CarriedWord[] = [];
  const follow = (hops: readonly Hop[], now: PackedMessage, depth: number): void => {
    const translated = now !== word;
    for (const { wire, to, remote, next } of hops) {
      const translate = network.translators[wire] ?? null;
      if (translate === null) {
        found.push({ wire, to, remote, word: now, translated });
        follow(next, now, depth + 1);
        continue;
      }
      for (const made of translate(now)) {
        const beyond = network.beyond(wire, packedType(made), channelOf(made));
        if (beyond === null || depth >= MOST_HOPS || found.length >= MOST_COPIES) continue;
        found.push({ wire, to, remote: beyond.remote, word: made, translated: made !== word });
        follow(beyond.plan.hops, made, depth + 1);
      }
    }
  };
  follow(network.planOf(unitId, packedType(word), channelOf(word), port).hops, word, 1);
  return found;
}

const networks = new WeakMap<readonly Wire[], Network>();

/** The network of a rig with every wire plugged in, compiled once for its wires. */
export function networkOf({ wires }: { readonly wires: readonly Wire[] }): Network {
  const known = networks.get(wires) ?? compileNetwork({ wires: [...wires] }, new Set());
  networks.set(wires, known);
  return known;
}
