// The wires of a rig as a graph: every way that a message takes from a unit, through merges, hubs and hosts that pass it on.
import { kindOf, type PackedMessage, type PackedType, packedChannel, packedStatus } from '../midi';
import type { Rig, Wire } from '../rig';
import { compileTranslator, type Translating } from './translate';

/** A message that went round this often is cut and reported. */
export const MOST_HOPS = 64;
/** Two loops that meet would double a message at each turn: this many copies of one message are followed at most. */
export const MOST_COPIES = 512;

/** One wire taken, and what follows where it ends: nothing where a translator on it decides. */
export interface Hop {
  /** Place of the wire in the network. */
  readonly wire: number;
  /** The unit where it ends. */
  readonly to: string;
  /** Whether what arrives may count as remote control; else it only plays notes. */
  readonly remote: boolean;
  readonly next: readonly Hop[];
}

export interface Plan {
  readonly hops: readonly Hop[];
  /** Whether a loop was cut. */
  readonly looped: boolean;
}

/** What becomes of something that a translator has made: as what it arrives, and where it goes from there. */
export interface Beyond {
  readonly remote: boolean;
  readonly plan: Plan;
}

export interface Network {
  readonly wires: readonly Wire[];
  /** By wire: what its translator makes of a word; null for a plain cable. */
  readonly translators: readonly (Translating | null)[];
  /** Whether any wire has one. */
  readonly translates: boolean;
  /** What arrives at the end of a wire with a translator, by what that has made; null where the wire is closed to it. */
  readonly beyond: (wire: number, type: PackedType, channel: number) => Beyond | null;
  /** The ways of a message that a unit sends itself. `channel` 1–16, or 0 for what has none; `port`: only over wires that begin there, empty for all. */
  readonly planOf: (unitId: string, type: PackedType, channel: number, port?: string) => Plan;
  /** Units that a unit's wires lead to, whatever they let through. */
  readonly reachedFrom: (unitId: string) => ReadonlySet<string>;
}

/** The channel of a word as plans are asked for it: 1–16, or 0 for what has none. */
export const channelOf = (word: PackedMessage): number => (packedStatus(word) >= 0xf0 ? 0 : packedChannel(word));

const nowhere: Plan = { hops: [], looped: false };

/** Whether a wire lets a kind of message on a channel (0: none) through, and as what; null when it stops it. */
export function passesAs(wire: Wire, type: PackedType, channel: number): 'remote' | 'notes' | null {
  if (wire.types !== null && !wire.types.includes(type)) return null;
  if (wire.channels !== null && channel !== 0 && !wire.channels.some((c) => c === channel)) return null;
  return countsAs(wire, type);
}

/** As what a wire brings a kind of message that is on it; null where it brings nothing. */
function countsAs(wire: Wire, type: PackedType): 'remote' | 'notes' | null {
  if (wire.forRemote) return 'remote';
  // A wire that is on for notes only lets through what makes sound by itself, as notes to play.
  return wire.forNotes && type !== 'other' && kindOf(type).plays ? 'notes' : null;
}

/**
 * Compiles the wires that are connected. Plans are made when first asked for and kept; a plan follows each wire from the unit,
 * then from where it ends every wire that passes on. Loops are cut after 64 hops.
 */
export function compileNetwork(rig: Pick<Rig, 'wires'>, unplugged: ReadonlySet<string>): Network {
  const { wires } = rig;
  const from = new Map<string, number[]>();
  wires.forEach((wire, i) => {
    if (!unplugged.has(wire.id)) from.set(wire.from.unitId, [...(from.get(wire.from.unitId) ?? []), i]);
  });
  /** By unit and port, kind and channel. */
  const plans = new Map<string, Map<PackedType, Plan[]>>();
  const translators = wires.map(({ translator }) => (translator === null ? null : compileTranslator(translator)));

  /** `passing`: what arrived there from elsewhere, over wires that pass on alone. */
  const make = (unitId: string, type: PackedType, channel: number, port: string, passing: boolean): Plan => {
    let copies = 0;
    let looped = false;
    const follow = (unit: string, depth: number): Hop[] => {
      const hops: Hop[] = [];
      for (const i of from.get(unit) ?? []) {
        const wire = wires[i];
        if (!wire || (depth === 0 && !passing ? port !== '' && wire.from.port !== port : !wire.passesOn)) continue;
        const as = passesAs(wire, type, channel);
        if (as === null) continue;
        if (depth >= MOST_HOPS || copies >= MOST_COPIES) {
          looped = true;
          continue;
        }
        copies++;
        const next = translators[i] ? [] : follow(wire.to.unitId, depth + 1);
        hops.push({ wire: i, to: wire.to.unitId, remote: as === 'remote', next });
      }
      return hops;
    };
    return { hops: follow(unitId, 0), looped };
  };

  const reached = new Map<string, ReadonlySet<string>>();
  const planned = (start: string, type: PackedType, channel: number, made: () => Plan): Plan => {
    let ofUnit = plans.get(start);
    if (!ofUnit) {
      ofUnit = new Map();
      plans.set(start, ofUnit);
    }
    let byChannel = ofUnit.get(type);
    if (!byChannel) {
      byChannel = [];
      ofUnit.set(type, byChannel);
    }
    byChannel[channel] ??= made();
    return byChannel[channel] ?? nowhere;
  };

  return {
    wires,
    translators,
    translates: translators.some((t) => t !== null),
    reachedFrom: (unitId) => {
      const known = reached.get(unitId) ?? reachedOver(wires, from, unitId);
      reached.set(unitId, known);
      return known;
    },
    planOf: (unitId, type, channel, port = '') => {
      if (!from.has(unitId)) return nowhere;
      const start = port === '' ? unitId : `${unitId} ${port}`;
      return planned(start, type, channel, () => make(unitId, type, channel, port, false));
    },
    beyond: (at, type, channel) => {
      const wire = wires[at];
      const as = wire && countsAs(wire, type);
      if (!wire || !as) return null;
      const unitId = wire.to.unitId;
      const plan = !from.has(unitId)
        ? nowhere
        : planned(`> ${unitId}`, type, channel, () => make(unitId, type, channel, '', true));
      return { remote: as === 'remote', plan };
    },
  };
}

/** Units that a unit's wires lead to, over those that pass on from there; `from`: places of the wires of each unit. */
function reachedOver(wires: readonly Wire[], from: ReadonlyMap<string, readonly number[]>, unitId: string): ReadonlySet<string> {
  const units = new Set<string>();
  const follow = (unit: string, first: boolean): void => {
    for (const i of from.get(unit) ?? []) {
      const wire = wires[i];
      if (!wire || (!first && !wire.passesOn) || units.has(wire.to.unitId)) continue;
      units.add(wire.to.unitId);
      follow(wire.to.unitId, false);
    }
  };
  follow(unitId, true);
  return units;
}

/** How often each unit is reached by a plan: a message that reaches one twice arrives twice. */
export function arrivals(plan: Plan): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  const walk = (hops: readonly Hop[]): void => {
    for (const hop of hops) {
      counts.set(hop.to, (counts.get(hop.to) ?? 0) + 1);
      walk(hop.next);
    }
  };
  walk(plan.hops);
  return counts;
}
