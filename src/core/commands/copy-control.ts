// All that a control does at a place, put on another control or into other banks: copied, moved, or swapped with what is there.

import { counted } from '../base';
import { addressKey, type Message } from '../midi';
import { chooseMessage } from '../numbers';
import {
  type Action,
  type Assignment,
  actionSchema,
  batch,
  type Control,
  countsNumbers,
  type Edit,
  hostLayerAt,
  insert,
  isRun,
  modifiersOf,
  type RigIndex,
} from '../rig';
import { addressAt, outletFor } from '../wires';
import { assignmentAt, baseMessage, meantNames, type Place } from './assign';
import { behind } from './cascade';
import { landingsFor, removeAssignmentEdits } from './change';
import { gesturesOf } from './defaults';
import { type NewId, nextOrder, patch, staleAssignment } from './shared';

/** Numbers of a copy: those of the original, or the next free ones. */
export type CopyNumbers = 'same' | 'new';

/** A bank and a page; null for every one. */
export type Spot = Pick<Place, 'bank' | 'page'>;

export interface CopyWish {
  readonly from: Control;
  readonly place: Place;
  readonly onto: Control;
  /** Where it is put. */
  readonly spots: readonly Spot[];
  readonly way: 'copy' | 'move' | 'swap';
  readonly numbers: CopyNumbers;
  /** Whether what stands there is taken away; else it stays, and nothing is put beside it. Nothing is taken away by a swap. */
  readonly over: boolean;
}

/** One gesture at one place of the copy. */
export interface CopyRow {
  readonly source: Assignment;
  readonly control: Control;
  readonly place: Place;
  /** The actions that it gets there. */
  readonly actions: readonly Action[];
  /** What is taken away for it. */
  readonly replaces: Assignment | null;
  /** Why it is left out; null where it is not. */
  readonly skip: string | null;
}

/** What a control does at exactly one place, gesture by gesture. */
export const doneAt = (index: RigIndex, control: Control, place: Place): readonly Assignment[] =>
  (index.assignmentsOf.get(control.id) ?? []).filter(
    (a) => a.bank === place.bank && a.page === place.page && a.layerId === place.layerId,
  );

/** Plans a copy, gesture by gesture and place by place. Numbers that are dealt anew are dealt once each; only the first place counts for what is moved or swapped. */
export const planCopy = (index: RigIndex, wish: CopyWish): readonly CopyRow[] => planned(index, wish, anew(), false);

/** What a plan has dealt so far: numbers, each once, and messages by the place where they are sent. */
export interface Dealt {
  readonly reserved: Set<number>;
  readonly sent: Map<string, Message>;
}
/** Nothing dealt yet. */
export const anew = (): Dealt => ({ reserved: new Set(), sent: new Map() });

/** The rows of a plan, which goes on from what others of it were dealt. `whole`: what a layer of the host stands on goes the same way. */
export function planned(index: RigIndex, wish: CopyWish, dealt: Dealt, whole: boolean): readonly CopyRow[] {
  const { from, onto, place, way } = wish;
  const deal = dealing(index, wish, dealt);
  const given = new Set<string>();
  const there = (way === 'copy' ? wish.spots : wish.spots.slice(0, 1)).filter(
    (s) => onto.id !== from.id || s.bank !== place.bank || s.page !== place.page,
  );
  const rows = there.flatMap((where) => {
    const at = { ...place, ...where };
    const put = (source: Assignment, control: Control, to: Place): CopyRow => {
      const taken = way === 'swap' ? null : assignmentAt(index, control.id, to, source.gesture.type);
      // Where two act on one gesture, the first goes there.
      const spot = `${control.id} ${to.bank} ${to.page} ${source.gesture.type}`;
      const skip =
        unfit(index, way, source, control, to, whole) ??
        ((taken && !wish.over) || given.has(spot) ? 'already has a function there' : null);
      const row = { source, control, place: to, actions: source.actions, replaces: null, skip };
      if (skip !== null) return row;
      const made = way === 'copy' ? source.actions.map((a) => deal(source, a, to)) : source.actions;
      if (made.includes('unlike')) return { ...row, skip: 'Base sends another kind of message there' };
      const actions = made.filter((a) => a !== null && a !== 'unlike');
      if (actions.length < source.actions.length) return { ...row, skip: 'no number is left' };
      given.add(spot);
      return { ...row, actions, replaces: taken };
    };
    return [
      ...doneAt(index, from, place).map((source) => put(source, onto, at)),
      ...(way === 'swap' ? doneAt(index, onto, at).map((source) => put(source, from, place)) : []),
    ];
  });
  if (way !== 'swap') return rows;
  // What cannot go one way does not come the other way either: a gesture has one function.
  const stays = new Map(rows.flatMap((r) => (r.skip === null ? [] : [[r.source.gesture.type, r.skip] as const])));
  return rows.map((r) => ({ ...r, skip: stays.get(r.source.gesture.type) ?? null }));
}

/** Why a function cannot stand on a control; null where it can. */
function unfit(
  index: RigIndex,
  way: CopyWish['way'],
  { gesture, actions }: Assignment,
  onto: Control,
  place: Place,
  whole: boolean,
): string | null {
  const controller = index.controllers.get(onto.controllerId);
  if (!controller || !gesturesOf(onto, controller).includes(gesture.type)) return `has no ${gesture.type}`;
  const { banks, pages } = controller.firmware;
  if (place.bank !== null && place.bank > banks) return `has ${counted(banks, 'bank')}`;
  if (place.page !== null && place.page > pages) return `has ${counted(pages, 'page')}`;
  if (
    gesture.type === 'chord' &&
    (gesture.with === onto.id || index.controls.get(gesture.with)?.controllerId !== onto.controllerId)
  )
    return 'cannot be pressed together with that';
  const layer = place.layerId === null ? undefined : index.layers.get(place.layerId);
  if (layer && modifiersOf(layer).includes(onto.id)) return `opens ${layer.name}`;
  if (way !== 'copy' && !whole && hostLayerAt(index, place.layerId) !== null)
    return 'sends in this layer what it sends in Base: copy it';
  const foreign = actions.some(
    (a) =>
      a.type === 'send' &&
      a.behaviour.type === 'stepping' &&
      index.counters.get(a.behaviour.counterId)?.controllerId !== onto.controllerId,
  );
  return foreign ? 'counts with a counter of another controller' : null;
}

/**
 * The actions of a copy, one by one: with the number of Base in a layer of the host, else with the same or the next free one; null where none is left. Kinds that are dealt
 * no numbers (NRPN, pairs and the like) keep theirs.
 */
function dealing(
  index: RigIndex,
  { onto, numbers }: CopyWish,
  { reserved, sent }: Dealt,
): (source: Assignment, action: Action, place: Place) => Action | 'unlike' | null {
  const dealt = (message: Message): Message | null => {
    if (numbers === 'same' || !('number' in message) || !('channel' in message)) return message;
    const { type } = message;
    if (type !== 'cc' && type !== 'note' && type !== 'program') return message;
    const demand = { controllerId: onto.controllerId, type, channel: message.channel, targetId: null, reserved } as const;
    const next = chooseMessage(index, type === 'cc' ? demand : { ...demand, from: message.number + 1 });
    if (next === null) return null;
    reserved.add(addressKey(next));
    return message.type === 'program' && next.type === 'program' ? { ...next, bank: message.bank } : next;
  };
  return (source, action, place) => {
    // What counts numbers goes on with its counter.
    if (action.type !== 'send' || countsNumbers(action)) return action;
    const inBase = `${onto.id} ${place.bank} ${place.page} ${source.gesture.type}`;
    const hosted = hostLayerAt(index, place.layerId) !== null;
    const base = hosted ? (baseMessage(index, onto.id, place, source.gesture.type) ?? sent.get(inBase)) : undefined;
    const message = base ?? dealt(action.message);
    if (message && place.layerId === null && !sent.has(inBase)) sent.set(inBase, message);
    if (message === null) return null;
    const made = { ...action, message, pinned: numbers === 'same' && action.pinned };
    // What Base sends there may not carry what this one sends: a program has no value.
    return actionSchema.safeParse(made).success ? made : 'unlike';
  };
}

/** The edit of a plan: one batch, one undo. */
export function copyEdit(index: RigIndex, { way, from }: CopyWish, rows: readonly CopyRow[], newId: NewId): Edit {
  const label = `${wayWords[way]} ${from.name}`;
  const count = rows.filter((r) => r.skip === null).length;
  return batch(way === 'copy' ? `${label} to ${counted(count, 'place')}` : label, rowsCarried(index, way, rows, newId));
}

/** The beginning of what an edit is called. */
export const wayWords: Readonly<Record<CopyWish['way'], string>> = { copy: 'Copy', move: 'Move', swap: 'Swap' };

/** The edits by which the rows of a plan are carried out. */
export function rowsCarried(index: RigIndex, way: CopyWish['way'], rows: readonly CopyRow[], newId: NewId): readonly Edit[] {
  const done = rows.filter((r) => r.skip === null);
  if (way !== 'copy') return moved(index, done);
  let order = nextOrder(index.rig.assignments);
  let landingOrder = nextOrder(index.rig.landings);
  const heard = new Set<string>();
  return done.flatMap((row): Edit[] => {
    const { source, control, place, actions, replaces } = row;
    const layer = hostLayerAt(index, place.layerId);
    const landings = source.actions.flatMap((was, at): Edit[] => {
      const now = actions[at];
      if (was.type !== 'send' || now?.type !== 'send') return [];
      return landingsFor(index, source, was).flatMap((model): Edit[] => {
        if (isRun(model)) return [];
        const address = countsNumbers(now)
          ? model.address
          : addressAt(index, outletFor(index, control.id, now), now.message, model.targetId);
        const key = `${addressKey(address)} ${model.parameterId} ${layer}`;
        if (heard.has(key) || isHeard(index, address, model.parameterId, layer)) return [];
        heard.add(key);
        const copy = { ...model, id: newId(), order: landingOrder++, address, hostLayerId: layer };
        return [insert('landings', { ...copy, given: null, entered: null, proved: null })];
      });
    });
    const copy: Assignment = {
      ...source,
      ...place,
      id: newId(),
      order: order++,
      controlId: control.id,
      actions: [...actions],
      entered: null,
      saved: null,
      proved: null,
      replaced: replaces ? `${meantNames(index, replaces)} until it was replaced` : '',
    };
    return [...(replaces ? removeAssignmentEdits(index, replaces) : []), insert('assignments', copy), ...landings];
  });
}

const isHeard = (index: RigIndex, message: Message, parameterId: string, layer: string | null): boolean =>
  (index.landingsAt.get(addressKey(message)) ?? []).some((l) => l.parameterId === parameterId && l.hostLayerId === layer);

/** What moves there, and in a swap what comes back in its place. */
const moved = (index: RigIndex, rows: readonly CopyRow[]): readonly Edit[] => [
  ...behind(index.rig, new Set(rows.map((r) => r.source.id))),
  ...rows.flatMap(({ source, control, place, replaces }) => [
    ...(replaces ? removeAssignmentEdits(index, replaces) : []),
    ...patch('assignments', source, { controlId: control.id, bank: place.bank, page: place.page }),
    ...staleAssignment(source),
  ]),
];
