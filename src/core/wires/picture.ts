// The wires as a picture: where each unit stands, which wires carry a message twice, which close a loop, who hears whom.
import { kindOf, messageTypes, type PackedType } from '../midi';
import type { Rig, Wire } from '../rig';
import { compileNetwork, type Hop, type Network } from './network';
import { hopsIn } from './ports';

export interface PictureUnit {
  readonly id: string;
  readonly name: string;
  readonly type: 'controller' | 'target';
  /** Counted from 0 at the controllers, in the direction in which messages go. */
  readonly column: number;
  /** Place in its column, from 0. */
  readonly row: number;
}

export interface PictureWire {
  readonly wire: Wire;
  /** It closes a loop: something would go round for ever. */
  readonly loop: boolean;
  /** It is one of several ways by which the same message reaches the same unit. */
  readonly doubled: boolean;
  /** Nothing counts as remote control on it: `notes` only plays, `nothing` is closed. */
  readonly carries: 'remote' | 'notes' | 'nothing';
  /** It leads from a later column to an earlier one: values sent back, or a return path. */
  readonly back: boolean;
}

export interface Hearing {
  readonly controllerId: string;
  readonly targetId: string;
  /** How often one message arrives, at most over all kinds and channels; 0 where nothing that counts arrives. */
  readonly times: number;
}

export interface Picture {
  readonly units: readonly PictureUnit[];
  readonly wires: readonly PictureWire[];
  readonly hearing: readonly Hearing[];
  readonly columns: number;
}

const types = messageTypes.filter((type) => kindOf(type).family === 'channel' && kindOf(type).sequence === null);
const channels = Array.from({ length: 16 }, (_, i) => i + 1);

/** Computes the picture of a rig's wires. Doubles and loops are those of real plans, through every filter, not of the bare graph. */
export function wiringPicture(rig: Rig): Picture {
  const looping = loopWires(rig);
  const { doubled, hearing } = followed(rig);
  const column = columnsOf(rig, looping);
  const rows = new Map<number, number>();
  const placed = (id: string, name: string, type: PictureUnit['type']): PictureUnit => {
    const at = column.get(id) ?? 0;
    const row = rows.get(at) ?? 0;
    rows.set(at, row + 1);
    return { id, name, type, column: at, row };
  };
  const units = [
    ...rig.controllers.map((c) => placed(c.id, c.name, 'controller')),
    ...rig.targets.map((t) => placed(t.id, t.name, 'target')),
  ];
  return {
    units,
    columns: Math.max(0, ...units.map((u) => u.column)) + 1,
    hearing,
    wires: rig.wires.map((wire) => ({
      wire,
      loop: looping.has(wire.id),
      doubled: doubled.has(wire.id),
      carries: wire.forRemote ? 'remote' : wire.forNotes ? 'notes' : 'nothing',
      back: (column.get(wire.to.unitId) ?? 0) <= (column.get(wire.from.unitId) ?? 0),
    })),
  };
}

/** Every plan of every controller: what arrives more than once, by which wires, and how often a target hears a controller. */
function followed(rig: Rig): { readonly doubled: ReadonlySet<string>; readonly hearing: readonly Hearing[] } {
  const network = compileNetwork(rig, new Set());
  const isTarget = new Set(rig.targets.map((t) => t.id));
  const apart = rig.wires.every((w) => w.channels === null) ? [1] : channels;
  const doubled = new Set<string>();
  const hearing: Hearing[] = [];
  for (const controller of rig.controllers) {
    const most = new Map<string, number>();
    for (const type of types) {
      for (const channel of apart) {
        const plan = network.planOf(controller.id, type, channel);
        if (plan.hops.length === 0) continue;
        // A way that comes back to a unit it has been at goes round a loop: that is the loop's mark, not a double.
        const ways = new Map<string, (readonly number[])[]>();
        const heard = new Map<string, number>();
        const through = new Set<string>();
        const walk = (hops: readonly Hop[], path: readonly number[], been: ReadonlySet<string>): void => {
          for (const hop of hops) {
            if (been.has(hop.to)) continue;
            const way = [...path, hop.wire];
            // What a translator makes of it is another message: heard, and no double of this one.
            if (network.translators[hop.wire]) {
              through.add(hop.to);
              for (const id of hearersBeyond(network, hop, type, channel)) through.add(id);
              continue;
            }
            ways.set(hop.to, [...(ways.get(hop.to) ?? []), way]);
            if (hop.remote) heard.set(hop.to, (heard.get(hop.to) ?? 0) + 1);
            walk(hop.next, way, new Set([...been, hop.to]));
          }
        };
        walk(plan.hops, [], new Set([controller.id]));
        for (const [id, several] of ways)
          if (several.length > 1 && isTarget.has(id)) for (const at of several.flat()) doubled.add(network.wires[at]?.id ?? '');
        for (const id of through) heard.set(id, Math.max(1, heard.get(id) ?? 0));
        for (const [id, n] of heard) most.set(id, Math.max(most.get(id) ?? 0, n));
      }
    }
    for (const target of rig.targets)
      hearing.push({ controllerId: controller.id, targetId: target.id, times: most.get(target.id) ?? 0 });
  }
  return { doubled, hearing };
}

/** Units that hear what a translator on a wire makes of a kind of message, behind the end of that wire; as long as it stays of its kind and on its channel. */
function hearersBeyond(network: Network, { wire }: Hop, type: PackedType, channel: number): readonly string[] {
  const beyond = network.beyond(wire, type, channel);
  return beyond === null ? [] : hopsIn(beyond.plan).flatMap((hop) => (hop.remote ? [hop.to] : []));
}

/** Wires on a way that comes back to where it began, over wires that pass on, for some kind of message on some channel. */
function loopWires(rig: Rig): ReadonlySet<string> {
  const found = new Set<string>();
  // Without filters by channel all sixteen are alike.
  const apart = rig.wires.every((w) => w.channels === null) ? [1] : channels;
  for (const type of types)
    for (const channel of apart)
      for (const id of onCycles(rig.wires.filter((w) => w.passesOn && w.translator === null && lets(w, type, channel))))
        found.add(id);
  return found;
}

const lets = (wire: Wire, type: PackedType, channel: number): boolean =>
  (wire.types === null || wire.types.includes(type)) &&
  (wire.channels === null || wire.channels.some((c) => c === channel)) &&
  (wire.forRemote || wire.forNotes);

/** Wires from a unit to one from which that unit can be reached again. */
function onCycles(wires: readonly Wire[]): readonly string[] {
  const next = new Map<string, Wire[]>();
  for (const wire of wires) next.set(wire.from.unitId, [...(next.get(wire.from.unitId) ?? []), wire]);
  const reaches = (from: string, to: string): boolean => {
    const seen = new Set([from]);
    const open = [from];
    for (let unit = open.pop(); unit !== undefined; unit = open.pop()) {
      if (unit === to) return true;
      for (const wire of next.get(unit) ?? []) {
        if (seen.has(wire.to.unitId)) continue;
        seen.add(wire.to.unitId);
        open.push(wire.to.unitId);
      }
    }
    return false;
  };
  return wires.filter((w) => reaches(w.to.unitId, w.from.unitId)).map((w) => w.id);
}

/** The longest way to each unit from a controller, over wires that close no loop and lead on; units nobody leads to stand beside the targets. */
function columnsOf(rig: Rig, looping: ReadonlySet<string>): ReadonlyMap<string, number> {
  const column = new Map<string, number>(rig.controllers.map((c) => [c.id, 0]));
  const isController = new Set(rig.controllers.map((c) => c.id));
  const forward = rig.wires.filter((w) => !looping.has(w.id) && !isController.has(w.to.unitId));
  const into = new Map<string, Wire[]>();
  for (const wire of forward) into.set(wire.to.unitId, [...(into.get(wire.to.unitId) ?? []), wire]);
  const depth = (id: string, path: ReadonlySet<string>): number => {
    const known = column.get(id);
    if (known !== undefined) return known;
    if (path.has(id)) return 0;
    const before = (into.get(id) ?? []).map((w) => depth(w.from.unitId, new Set([...path, id])));
    const at = Math.max(0, ...before) + 1;
    column.set(id, at);
    return at;
  };
  for (const target of rig.targets) depth(target.id, new Set());
  return column;
}
