// Which addresses a demand could have: what its controllers send, its wires carry and its targets take, in the order of a school.
import { exhaustive } from '../base';
import { type Message, type MessageType, messageSchema, withChannel, withNumber } from '../midi';
import { addressesOf, countsNumbers, messagesOf, outletOf, outsideActions, type RigIndex, stands } from '../rig';
import {
  accepts,
  arrivals,
  compileNetwork,
  heardAnywhere,
  isTranslated,
  type Network,
  networkOf,
  outletFor,
  routesFrom,
  translates,
  waysOf,
} from '../wires';
import type { Demand, PlannedType } from './demand';
import { sharing } from './demand';
import type { Option } from './problem';
import { controlsInOrder, notesInOrder, pairsInOrder, type SchoolId, unwantedMeaning } from './schools';

export interface Wish {
  readonly school: SchoolId;
  /** Whether a function may leave its channel: only stay, or go to any of the sixteen. */
  readonly channels: 'own' | 'any';
  /** Whether functions of switches may become notes when control numbers run out. */
  readonly notes: boolean;
  /** Whether what works and is not entered yet may move as well, for the order of the school; else it stays wherever it can. */
  readonly anew?: boolean;
  /** Numbers that some demands are to have and no other, by their id. */
  readonly numbers?: ReadonlyMap<string, number>;
  /** Demands whose pin is lifted, whose windows are not looked at, and whether leftovers may be taken over: to try what would loosen a plan. */
  readonly lifted?: ReadonlySet<string>;
  readonly anyNumber?: boolean;
  readonly overLeftovers?: boolean;
}

const spaceOf = { cc: 0, cc14: 0, note: 1, nrpn: 2 } as const satisfies Readonly<Record<PlannedType, number>>;
/** Cells of one kind and channel lie together; after the last number of one comes a gap, so that 127 and 0 are no neighbours. */
const STRIDE = 20_000;

/** The cell of an address: control changes and 14-bit pairs share theirs. */
export const cellOf = (type: PlannedType, channel: number, number: number): number =>
  (spaceOf[type] * 16 + channel - 1) * STRIDE + number;

/** The cells that a message takes; none for kinds that are not planned. */
export function cellsOf(message: Message): readonly number[] {
  switch (message.type) {
    case 'cc':
    case 'note':
    case 'nrpn':
      return [cellOf(message.type, message.channel, message.number)];
    case 'cc14':
      return [cellOf('cc', message.channel, message.number), cellOf('cc', message.channel, message.number + 32)];
    default:
      return [];
  }
}

/** An option, and the address that it stands for. */
export interface Candidate extends Option {
  readonly type: PlannedType;
  readonly channel: number;
  readonly number: number;
}

/** The message of a demand at another place. */
export function messageAt(message: Demand['message'], to: Pick<Candidate, 'type' | 'channel' | 'number'>): Message {
  if (message.type === to.type) return withNumber(withChannel(message, to.channel), to.number);
  return messageSchema.parse({ type: to.type, channel: to.channel, number: to.number });
}

/** The options of demands, cheapest first. Demands of one nature share one list. */
export function optionsFor(index: RigIndex, demands: readonly Demand[], wish: Wish): readonly (readonly Candidate[])[] {
  const network = compileNetwork(index.rig, new Set());
  const blocked = blockedCells(index, demands, wish);
  const lists = new Map<string, { readonly plain: readonly Candidate[]; readonly moves: Map<number, readonly Candidate[]> }>();
  // Minutes decide; among equals, how many that work have to move.
  const works = (demand: Demand, here: Candidate | undefined): boolean =>
    !wish.anew && here !== undefined && meaningOf(here.type, here.number, wish, demand) === 0 && isHeard(demand);
  const many = wish.anew ? 1 : 1 + demands.filter((d) => !d.entered).length;
  const parametersWanted = demands.filter((d) => d.message.type === 'nrpn').length;
  return demands.map((demand) => {
    const { type, channel, number } = demand.message;
    const wished = wish.numbers?.get(demand.id);
    if (wished !== undefined && wished !== number) {
      const there = isFixed(demand, wish) ? undefined : candidateAt(index, network, demand, wished, wish, blocked(demand));
      return there ? [{ ...there, moved: demand.entered ? Math.max(1, halfMinutes(index, demand)) * many : 0 }] : [];
    }
    if (demand.translated || wished !== undefined) return [candidateOf(type, channel, number, wish, demand, 0)];
    const nature = [
      outletsOf(index, demand).map((o) => [o.controllerId, o.port]),
      demand.targetIds,
      demand.message.type,
      demand.message.channel,
      demand.role,
      demand.switching,
      demand.omni,
      demand.layer === null,
    ].join(' ');
    let made = lists.get(nature);
    if (!made) {
      made = { plain: freshOptions(index, network, demand, wish, blocked(demand), parametersWanted), moves: new Map() };
      lists.set(nature, made);
    }
    const { plain } = made;
    const at = plain.findIndex((p) => isAt(demand, p));
    const listed = plain[at];
    const here = listed ?? currentCandidate(index, network, demand, wish, blocked(demand));
    if (isFixed(demand, wish)) return here ? [here] : [];
    // To make room whatever stands anywhere stays, if it can.
    const stays = wish.numbers !== undefined || works(demand, here);
    const moved = demand.entered ? Math.max(1, halfMinutes(index, demand)) * many : stays ? 1 : 0;
    if (moved === 0) return here && !listed ? [...plain, here] : plain;
    const moves = made.moves.get(moved) ?? plain.map((p) => ({ ...p, moved }));
    made.moves.set(moved, moves);
    if (!here) return moves;
    return at < 0 ? [here, ...moves] : [here, ...moves.slice(0, at), ...moves.slice(at + 1)];
  });
}

/** Whether a demand stays at its number whatever is planned. */
export const isFixed = ({ id, given, pinned, translated }: Demand, wish: Pick<Wish, 'lifted'>): boolean =>
  given || translated || (pinned && !wish.lifted?.has(id));

/** Whether everything that a demand is meant for listens where it is sent: then it works, as far as its number goes. */
function isHeard({ sends, landings, layer }: Demand): boolean {
  const heard = new Set(landings.map((l) => l.parameterId));
  return layer !== null || sends.every((p) => p.send.meant.length > 0 && p.send.meant.every((id) => heard.has(id)));
}

/** Half minutes to enter one address again: in a controller by how it is programmed, and in a target. Common practice, no source. */
const halfMinutesAt = { panel: 2, editor: 1, browser: 1, target: 1 } as const;

/** Half minutes that entering a demand at another address takes, of what is entered of it. */
export function halfMinutes(index: RigIndex, demand: Demand): number {
  let sum = demand.landings.filter((l) => stands(index, l)).length * halfMinutesAt.target;
  for (const { assignment } of demand.sends) {
    if (!stands(index, assignment)) continue;
    const home = index.controllers.get(index.controls.get(assignment.controlId)?.controllerId ?? '');
    sum += halfMinutesAt[home?.firmware.programmedAt ?? 'editor'];
  }
  return sum;
}

const isAt = ({ message }: Demand, candidate: Candidate): boolean =>
  candidate.type === message.type && candidate.channel === message.channel && candidate.number === message.number;

/** Where a demand stands now, if it may stand there at all: on an NRPN far down the order, say. */
function currentCandidate(
  index: RigIndex,
  network: Network,
  demand: Demand,
  wish: Wish,
  blocked: ReadonlySet<number>,
): Candidate | undefined {
  const { message } = demand;
  // A number that somebody gave and pinned, or that the target came with, is taken as it is.
  if (message.type === 'cc' && !demand.pinned && !demand.given && !controlsInOrder(wish.school).includes(message.number))
    return undefined;
  return candidateAt(index, network, demand, message.number, wish, blocked);
}

/** A demand at some number of its kind and channel, if it gets there, is taken there, and nothing unplanned is in its way. */
function candidateAt(
  index: RigIndex,
  network: Network,
  demand: Demand,
  number: number,
  wish: Wish,
  blocked: ReadonlySet<number>,
): Candidate | undefined {
  const { type, channel } = demand.message;
  if (!takes(index, network, demand, type, channel, wish)(number)) return undefined;
  const there = candidateOf(type, channel, number, wish, demand, 16_384);
  return [there.cell, ...there.more].some((cell) => blocked.has(cell)) ? undefined : there;
}

/** Why a demand cannot stand at a number, as far as nobody else who is planned comes into it: it does not get there or is not taken there, or something unplanned listens or sends there. */
export type NotThere = 'not-taken' | 'spoken-for';

/** Asks that of any demand and number; the rig is looked at once. */
export function whyNotThere(
  index: RigIndex,
  demands: readonly Demand[],
  wish: Wish,
): (demand: Demand, number: number) => NotThere | null {
  const network = compileNetwork(index.rig, new Set());
  const blocked = blockedCells(index, demands, wish);
  return (demand, number) => {
    const { type, channel } = demand.message;
    if (!takes(index, network, demand, type, channel, wish)(number)) return 'not-taken';
    return candidateAt(index, network, demand, number, wish, blocked(demand)) ? null : 'spoken-for';
  };
}

/** The cells that a demand takes at a number. */
export const cellsAt = ({ message: { type, channel }, omni }: Demand, number: number): readonly number[] => [
  cellOf(type, channel, number),
  ...cellsBeside(type, channel, number, omni),
];

function freshOptions(
  index: RigIndex,
  network: Network,
  demand: Demand,
  wish: Wish,
  blocked: ReadonlySet<number>,
  parametersWanted: number,
): readonly Candidate[] {
  const { message } = demand;
  const candidates: Candidate[] = [];
  const channels =
    wish.channels === 'own' ? [message.channel] : Array.from({ length: 16 }, (_, i) => ((message.channel - 1 + i) % 16) + 1);
  const asNotes =
    demand.switching &&
    demand.layer === null &&
    message.type === 'cc' &&
    (wish.notes || wish.school === 'notes-for-switches') &&
    canSend(index, demand, 'note');
  channels.forEach((channel, far) => {
    for (const type of asNotes ? (['cc', 'note'] as const) : [message.type]) {
      const fits = takes(index, network, demand, type, channel, wish);
      const numbers = numbersOf(type, wish.school, parametersWanted + blocked.size);
      numbers.forEach((number, order) => {
        if (!fits(number)) return;
        const made = candidateOf(type, channel, number, wish, demand, order + 128 * far);
        if ([made.cell, ...made.more].some((cell) => blocked.has(cell))) return;
        candidates.push(made);
      });
    }
  });
  return candidates.sort((a, b) => a.unwanted - b.unwanted || a.rank - b.rank);
}

function numbersOf(type: PlannedType, school: SchoolId, parameters: number): readonly number[] {
  switch (type) {
    case 'cc':
      return controlsInOrder(school);
    case 'cc14':
      return pairsInOrder(school);
    case 'note':
      return notesInOrder;
    case 'nrpn':
      return Array.from({ length: Math.min(16_384, parameters + 1) }, (_, i) => i);
    default:
      return exhaustive(type);
  }
}

/** A note where a control number was wanted weighs as much as two unwanted meanings: it is the last way out. */
const NOTE_INSTEAD = 2;

const meaningOf = (type: PlannedType, number: number, wish: Wish, demand: Demand): number =>
  type === 'cc' || type === 'cc14' ? unwantedMeaning(wish.school, number, demand.role) : 0;

function candidateOf(type: PlannedType, channel: number, number: number, wish: Wish, demand: Demand, rank: number): Candidate {
  const prefersNotes = wish.school === 'notes-for-switches' && demand.switching && demand.layer === null;
  const meaning = meaningOf(type, number, wish, demand);
  return {
    type,
    channel,
    number,
    cell: cellOf(type, channel, number),
    more: cellsBeside(type, channel, number, demand.omni),
    moved: 0,
    // What the school wants as a note counts as unwanted on a control number.
    unwanted:
      meaning +
      (prefersNotes && type === 'cc' ? 1 : 0) +
      (type === 'note' && demand.message.type !== 'note' && !prefersNotes ? NOTE_INSTEAD : 0),
    rank,
  };
}

/** What an address takes beside its own cell: the low byte of a pair; where every channel is heard, the same on each of the others. */
function cellsBeside(type: PlannedType, channel: number, number: number, omni: boolean): readonly number[] {
  const low = (on: number): readonly number[] => (type === 'cc14' ? [cellOf('cc', on, number + 32)] : []);
  if (!omni) return low(channel);
  return [...low(channel), ...sixteen.flatMap((on) => (on === channel ? [] : [cellOf(type, on, number), ...low(on)]))];
}

const canSend = (index: RigIndex, demand: Demand, type: MessageType): boolean =>
  demand.controllerIds.every((id) => index.controllers.get(id)?.firmware.messages.includes(type) ?? false);

/** The controllers that a demand is sent by, each with the port that it goes out of. */
function outletsOf(
  index: RigIndex,
  { sends, layer, controllerIds }: Demand,
): readonly { readonly controllerId: string; readonly port: string }[] {
  if (layer !== null) {
    const port = index.controls.get(layer.modifierControlId ?? '')?.port ?? '';
    return controllerIds.map((controllerId) => ({ controllerId, port }));
  }
  const found = new Map<string, { readonly controllerId: string; readonly port: string }>();
  for (const { assignment, send } of sends) {
    const controllerId = index.controls.get(assignment.controlId)?.controllerId ?? '';
    const port = outletOf(index, assignment.controlId, send);
    found.set(`${controllerId} ${port}`, { controllerId, port });
  }
  return [...found.values()];
}

const sixteen = Array.from({ length: 16 }, (_, i) => i + 1);

/** Whether a number of one kind on one channel gets through to every target that a demand is meant for, and is taken there. */
function takes(
  index: RigIndex,
  network: Network,
  demand: Demand,
  type: PlannedType,
  channel: number,
  wish: Wish,
): (number: number) => boolean {
  const carried = type === 'note' ? 'note' : 'cc';
  const targets = demand.targetIds.flatMap((id) => index.targets.get(id) ?? []);
  const outlets = outletsOf(index, demand).map((outlet) => ({
    ...outlet,
    there: arrivals(network.planOf(outlet.controllerId, carried, channel, outlet.port)),
  }));
  for (const { controllerId, port, there } of outlets) {
    for (const target of targets) {
      // A target that no wire leads to, or none that lets this kind through on any channel, is another matter: any number is as good as the next.
      if (there.has(target.id) || wish.anyNumber) continue;
      const wired = routesFrom(index, controllerId, port).some((r) => r.target.id === target.id);
      if (wired && sixteen.some((ch) => arrivals(network.planOf(controllerId, carried, ch, port)).has(target.id)))
        return () => false;
    }
  }
  const messageAt = (number: number): Message => messageSchema.parse({ type, channel, number });
  const rewritten = translates(index) ? outlets : [];
  const isPlain = (number: number): boolean => rewritten.every((o) => goesPlain(index, demand, o, messageAt(number)));
  if (wish.anyNumber) return isPlain;
  const windowed = targets.filter((t) => t.reception.windows.length > 0);
  return (number) => windowed.every((t) => accepts(t, messageAt(number))) && isPlain(number);
}

/** Whether a message gets to each target that a demand is meant for and its kind comes to, and nowhere as anything else. */
function goesPlain(
  index: RigIndex,
  { targetIds }: Demand,
  {
    controllerId,
    port,
    there,
  }: { readonly controllerId: string; readonly port: string; readonly there: ReadonlyMap<string, number> },
  message: Message,
): boolean {
  const { arrived } = waysOf(networkOf(index.rig), controllerId, message, port);
  return !arrived.some((a) => a.translated) && targetIds.every((id) => !there.has(id) || arrived.some((a) => a.to === id));
}

/**
 * Cells that are spoken for although nothing that is planned sends there: what a target still listens for, what a layer sends
 * when it is tapped, and the notes that a counter gives.
 */
function blockedCells(index: RigIndex, demands: readonly Demand[], wish: Wish): (demand: Demand) => ReadonlySet<number> {
  const owned = new Set(demands.flatMap((d) => d.landings.map((l) => l.id)));
  const atTarget = new Map<string, number[]>();
  for (const landing of wish.overLeftovers ? [] : index.rig.landings) {
    if (owned.has(landing.id)) continue;
    const cells = addressesOf(landing).flatMap((address) => cellsOf(address));
    if (cells.length > 0) atTarget.set(landing.targetId, [...(atTarget.get(landing.targetId) ?? []), ...cells]);
  }
  const counted = index.rig.assignments.flatMap(({ controlId, actions }) =>
    actions.flatMap((action) =>
      action.type === 'send' &&
      (countsNumbers(action) || isTranslated(index, outletFor(index, controlId, action), action.message))
        ? [{ action, controllerId: index.controls.get(controlId)?.controllerId ?? '' }]
        : [],
    ),
  );
  const outside = [...outsideActions(index), ...counted].flatMap(({ action, controllerId }) => {
    if (action.type !== 'send') return [];
    // Of what goes through a translator the numbers are taken at which it arrives; its own is among those that are planned.
    const heard = messagesOf(action, index.counters).flatMap((m) => heardAnywhere(index, { unitId: controllerId, port: '' }, m));
    return [{ home: controllerId, cells: heard.flatMap((m) => cellsOf(m)) }];
  });
  const shares = sharing(index);
  const known = new Map<string, ReadonlySet<number>>();
  return (demand) => {
    const key = demand.controllerIds.join(' ');
    let found = known.get(key);
    if (!found) {
      const cells = new Set<number>();
      for (const id of demand.controllerIds) {
        for (const route of routesFrom(index, id)) for (const cell of atTarget.get(route.target.id) ?? []) cells.add(cell);
        for (const { home, cells: own } of outside) if (shares(id, home)) for (const cell of own) cells.add(cell);
      }
      found = cells;
      known.set(key, found);
    }
    return found;
  };
}
