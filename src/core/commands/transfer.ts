// Dead hardware: the functions of a controller moved to another one. Controls are matched by printed name, kind, place and order, all at once at the least
// cost, but for those that a player chose; what is lost is said before anything changes.
import type { MessageType } from '../midi';
import { leastAssignment } from '../numbers';
import {
  type Arrival,
  type Assignment,
  batch,
  type Control,
  type ControlKind,
  type Controller,
  type Counter,
  type Edit,
  insert,
  isEndless,
  isMover,
  type Layer,
  type RigIndex,
  type SwitchGroup,
  sameJson,
  sendsMoves,
  set,
  type Wire,
} from '../rig';
import { gesturesOf } from './defaults';
import { wire } from './gear';
import { type NewId, nextOrder, patch, replaced, staleAssignment } from './shared';
import { withSignals } from './signals';

/** What a function loses on its way; `stays` keeps it on the old controller. */
export type Loss =
  | { readonly type: 'no-control' }
  | { readonly type: 'gesture'; readonly gesture: string }
  | { readonly type: 'message'; readonly message: MessageType }
  | { readonly type: 'switch-mode'; readonly mode: string }
  | { readonly type: 'clicks' }
  | { readonly type: 'positions' }
  | { readonly type: 'bank'; readonly bank: number; readonly of: number }
  | { readonly type: 'page'; readonly page: number; readonly of: number }
  | { readonly type: 'actions'; readonly count: number; readonly most: number }
  | { readonly type: 'layer' }
  | { readonly type: 'chord' }
  | { readonly type: 'counter' }
  | { readonly type: 'light' }
  | { readonly type: 'text'; readonly length: number; readonly most: number }
  | { readonly type: 'kind'; readonly from: ControlKind; readonly to: ControlKind }
  | { readonly type: 'endless' };

/** Losses with which a function still works. */
const bearable: ReadonlySet<Loss['type']> = new Set(['light', 'text', 'kind', 'endless']);

export interface MovedControl {
  readonly from: Control;
  /** Null where none is left for it. */
  readonly to: Control | null;
  readonly functions: readonly { readonly assignment: Assignment; readonly losses: readonly Loss[]; readonly moves: boolean }[];
  /** Layers that this control opens; they move with it. */
  readonly opens: readonly Layer[];
  /** Whether it stands under another printed name there. */
  readonly renamed: boolean;
  /** Every control of the new unit that could take its place. */
  readonly could: readonly Control[];
}

/** What holds at places of the old unit: switches that release each other, and what is done on arriving. */
export interface MovedPlace {
  readonly what: { readonly type: 'group'; readonly row: SwitchGroup } | { readonly type: 'arrival'; readonly row: Arrival };
  /** Why it stays on the old unit; null where it moves. */
  readonly stays: string | null;
}

export interface Transfer {
  readonly from: Controller;
  readonly to: Controller;
  readonly controls: readonly MovedControl[];
  readonly places: readonly MovedPlace[];
  readonly moves: number;
  readonly stays: number;
  /** Targets that the new controller is not wired to yet. */
  readonly wires: readonly string[];
}

const switches: readonly ControlKind[] = ['footswitch', 'button', 'pad'];
/**
 * How unlike two controls are for a player; Infinity where one cannot do the other's work. What can be pushed can stand in for a switch.
 * Common practice, no source.
 */
function unlike({ kind: from }: Control, { kind: to, subControls }: Control): number {
  if (from === to) return 0;
  if (from === 'key-range' || to === 'key-range') return Number.POSITIVE_INFINITY;
  const [a, b] = [switches.includes(from), switches.includes(to)];
  if (a && b) return from === 'footswitch' || to === 'footswitch' ? 3 : 1;
  if (a && !b && subControls.includes('push')) return 6;
  if (a !== b) return Number.POSITIVE_INFINITY;
  // Feet stay with feet where they can; what turns is nearer to what turns.
  if (from === 'expression' || to === 'expression') return 4;
  const turns = (k: ControlKind): boolean => k === 'knob' || k === 'encoder' || k === 'jog';
  return turns(from) === turns(to) ? 1 : 2;
}

/** Controls of a controller that have functions, open layers, release others or have a latch set on arriving. */
function used(index: RigIndex, controllerId: string): readonly Control[] {
  const held = new Set([
    ...(index.groupsOf.get(controllerId) ?? []).flatMap((g) => g.controlIds),
    ...(index.arrivalsOf.get(controllerId) ?? []).flatMap((a) => a.latches.map((l) => l.controlId)),
  ]);
  return (index.controlsOf.get(controllerId) ?? []).filter(
    (c) =>
      held.has(c.id) || (index.assignmentsOf.get(c.id) ?? []).length > 0 || (index.layersByModifier.get(c.id) ?? []).length > 0,
  );
}

/** What is printed at a control, however it is written. */
const printed = ({ name }: Control): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/** What of a function is lost on a control of another controller. */
function lossesOf(assignment: Assignment, from: Control, to: Control, unit: Controller): readonly Loss[] {
  const { firmware } = unit;
  const losses: Loss[] = [];
  const { gesture } = assignment;
  if (!gesturesOf(to, unit).includes(gesture.type)) losses.push({ type: 'gesture', gesture: gesture.type });
  if (assignment.bank !== null && assignment.bank > firmware.banks)
    losses.push({ type: 'bank', bank: assignment.bank, of: firmware.banks });
  if (assignment.page !== null && assignment.page > firmware.pages)
    losses.push({ type: 'page', page: assignment.page, of: firmware.pages });
  if (assignment.actions.length > firmware.messagesPerGesture)
    losses.push({ type: 'actions', count: assignment.actions.length, most: firmware.messagesPerGesture });
  for (const action of assignment.actions) {
    if (action.type !== 'send') continue;
    if (!firmware.messages.includes(action.message.type)) losses.push({ type: 'message', message: action.message.type });
    const { behaviour } = action;
    const clicks = behaviour.type === 'relative' || behaviour.type === 'click';
    if (clicks || (behaviour.type === 'range' && gesture.type === 'move')) {
      if ((clicks && !isEndless(to)) || !sendsMoves(to, firmware, behaviour))
        losses.push({ type: clicks ? 'clicks' : 'positions' });
    } else if (behaviour.type !== 'range' && !firmware.switchModes.includes(behaviour.type))
      losses.push({ type: 'switch-mode', mode: behaviour.type });
  }
  if (from.light !== 'none' && to.light === 'none') losses.push({ type: 'light' });
  if (to.display && assignment.textShort.length > to.display.short)
    losses.push({ type: 'text', length: assignment.textShort.length, most: to.display.short });
  if (from.kind !== to.kind) losses.push({ type: 'kind', from: from.kind, to: to.kind });
  if (from.kind === 'encoder' && to.kind !== 'encoder' && isMover(to)) losses.push({ type: 'endless' });
  return losses;
}

const fatal = (losses: readonly Loss[]): boolean => losses.some((l) => !bearable.has(l.type));

/**
 * The price of putting what stands on one control onto another; Infinity where it cannot be. Lost functions weigh most, then another printed name, then kind, place and
 * order.
 */
function price(index: RigIndex, from: Control, to: Control, home: Controller, unit: Controller): number {
  const kind = unlike(from, to);
  if (kind === Number.POSITIVE_INFINITY) return kind;
  const mine = index.assignmentsOf.get(from.id) ?? [];
  const theirs = index.assignmentsOf.get(to.id) ?? [];
  // A place that is taken on the new controller stays with what is there.
  const collides = mine.some((a) =>
    theirs.some(
      (b) =>
        b.gesture.type === a.gesture.type && b.layerId === a.layerId && (a.bank === null || b.bank === null || a.bank === b.bank),
    ),
  );
  if (collides || (index.layersByModifier.get(to.id) ?? []).length > 0) return Number.POSITIVE_INFINITY;
  const lost = mine.filter((a) => fatal(lossesOf(a, from, to, unit))).length;
  const soft = mine.reduce((n, a) => n + lossesOf(a, from, to, unit).length, 0);
  const across = (c: Control, u: Controller): number => (c.x + c.width / 2) / u.width;
  const down = (c: Control, u: Controller): number => (c.y + c.height / 2) / u.height;
  const away = Math.hypot(across(from, home) - across(to, unit), down(from, home) - down(to, unit));
  const side = from.side !== 'none' && to.side !== 'none' && from.side !== to.side ? 2 : 0;
  const named = printed(from) === printed(to) ? 0 : 60;
  const order = Math.min(8, Math.abs(from.familyOrder - to.familyOrder)) / 8;
  return lost * 100 + named + kind * 10 + side * 5 + soft * 3 + away * 10 + order;
}

/** More than any pair costs: what having no control at all weighs for each function. */
const WITHOUT = 1000;

/** What a player chose: for a control of the old unit one of the new one, or null where it is to stay. */
export type TransferChoices = ReadonlyMap<string, string | null>;

/** Plans the move of everything on a controller to another one; null where one of them is gone or they are the same. */
export function planTransfer(
  index: RigIndex,
  fromId: string,
  toId: string,
  choices: TransferChoices = new Map(),
): Transfer | null {
  const from = index.controllers.get(fromId);
  const to = index.controllers.get(toId);
  if (!from || !to || fromId === toId) return null;
  const rows = used(index, fromId);
  const columns = index.controlsOf.get(toId) ?? [];
  // A column of its own stands in for "no control" of each row, so that there is always an answer.
  const width = columns.length + rows.length;
  const cost = new Float64Array(rows.length * width).fill(Number.POSITIVE_INFINITY);
  const could = new Map<string, Control[]>();
  const asked = new Set(choices.values());
  rows.forEach((row, i) => {
    const choice = choices.get(row.id);
    columns.forEach((column, j) => {
      const own = price(index, row, column, from, to);
      if (own === Number.POSITIVE_INFINITY) return;
      could.set(row.id, [...(could.get(row.id) ?? []), column]);
      // What was chosen for one is not given to another.
      const open = choice === undefined ? !asked.has(column.id) : choice === column.id;
      if (open) cost[i * width + j] = choice === undefined ? own : 0;
    });
    cost[i * width + columns.length + i] = WITHOUT * Math.max(1, (index.assignmentsOf.get(row.id) ?? []).length);
  });
  const matched = leastAssignment(rows.length, width, cost);
  const partner = new Map(
    rows.map((row, i) => [row.id, matched.type === 'matched' ? (columns[matched.columns[i] ?? width] ?? null) : null]),
  );
  const counters = new Set(index.rig.counters.filter((c) => c.controllerId === fromId).map((c) => c.id));
  const free = to.firmware.counters - index.rig.counters.filter((c) => c.controllerId === toId).length;
  const controls = rows.map((row): MovedControl => {
    const target = partner.get(row.id) ?? null;
    const functions = (index.assignmentsOf.get(row.id) ?? []).map((assignment) => {
      if (!target) return { assignment, losses: [{ type: 'no-control' as const }], moves: false };
      const losses = [...lossesOf(assignment, row, target, to), ...extras(index, assignment, partner, counters, free)];
      return { assignment, losses, moves: !fatal(losses) };
    });
    return {
      from: row,
      to: target,
      functions,
      opens: index.layersByModifier.get(row.id) ?? [],
      renamed: target !== null && printed(row) !== printed(target),
      could: could.get(row.id) ?? [],
    };
  });
  const all = controls.flatMap((c) => c.functions);
  const stays = all.filter((f) => !f.moves).length;
  const whole = new Set(controls.flatMap((c) => (c.to !== null && c.functions.every((f) => f.moves) ? [c.from.id] : [])));
  return {
    from,
    to,
    controls,
    places: placesOf(index, from, to, whole, stays),
    moves: all.length - stays,
    stays,
    wires: targetsOf(index, fromId).filter((id) => !targetsOf(index, toId).includes(id)),
  };
}

/** What becomes of groups and arrivals; `whole`: controls that go with everything on them. Those of a place come along with everything that stands there, or not at all. */
function placesOf(
  index: RigIndex,
  from: Controller,
  to: Controller,
  whole: ReadonlySet<string>,
  left: number,
): readonly MovedPlace[] {
  const { banks, pages, messages } = to.firmware;
  const lacks = ({ bank, page }: { readonly bank: number | null; readonly page: number | null }): string | null =>
    (bank ?? 1) > banks || (page ?? 1) > pages ? 'that bank or page is not there' : null;
  const apart = (ids: readonly string[]): string | null =>
    ids.every((id) => whole.has(id)) ? null : 'not all of its switches come along';
  const groups = (index.groupsOf.get(from.id) ?? []).map(
    (row): MovedPlace => ({ what: { type: 'group', row }, stays: lacks(row) ?? apart(row.controlIds) }),
  );
  const there = index.arrivalsOf.get(to.id) ?? [];
  const arrivals = (index.arrivalsOf.get(from.id) ?? []).map((row): MovedPlace => {
    const deaf = row.actions.some((a) => a.type === 'send' && !messages.includes(a.message.type));
    const taken = there.some((a) => a.bank === row.bank && a.page === row.page);
    const why = deaf
      ? 'it cannot send all of its messages'
      : taken
        ? 'something is done there on arriving already'
        : left > 0
          ? 'not everything comes along'
          : null;
    return { what: { type: 'arrival', row }, stays: lacks(row) ?? apart(row.latches.map((l) => l.controlId)) ?? why };
  });
  return [...groups, ...arrivals];
}

const targetsOf = (index: RigIndex, id: string): readonly string[] => [
  ...new Set((index.wiresFrom.get(id) ?? []).map((w) => w.to.unitId)),
];

/** Losses that hang on other controls and on counters. */
function extras(
  index: RigIndex,
  assignment: Assignment,
  partner: ReadonlyMap<string, Control | null>,
  counters: ReadonlySet<string>,
  free: number,
): readonly Loss[] {
  const losses: Loss[] = [];
  if (assignment.gesture.type === 'chord' && !partner.get(assignment.gesture.with)) losses.push({ type: 'chord' });
  // A layer that reaches only the old controller moves with its modifier, or not at all.
  const layer = assignment.layerId === null ? null : index.layers.get(assignment.layerId);
  if (layer && layer.scope.type !== 'all' && !partner.get(layer.modifierControlId ?? '')) losses.push({ type: 'layer' });
  const counts = assignment.actions.some(
    (a) => a.type === 'send' && a.behaviour.type === 'stepping' && counters.has(a.behaviour.counterId),
  );
  if (counts && counters.size > free) losses.push({ type: 'counter' });
  return losses;
}

/** The edit that carries a transfer out: functions with their marks taken off, layers, counters, and wires where some are missing. */
export function transferEdit(index: RigIndex, plan: Transfer, newId: NewId): Edit {
  const partner = new Map(plan.controls.map((c) => [c.from.id, c.to]));
  const moving = plan.controls.flatMap((c) => c.functions.filter((f) => f.moves).map((f) => ({ ...f, to: c.to })));
  const edits: Edit[] = [];
  for (const { assignment, to } of moving) {
    if (!to) continue;
    const { gesture } = assignment;
    const chord = gesture.type === 'chord' ? partner.get(gesture.with) : null;
    edits.push(
      ...patch('assignments', assignment, {
        controlId: to.id,
        ...(gesture.type === 'chord' && chord ? { gesture: { ...gesture, with: chord.id } } : {}),
      }),
      ...staleAssignment(assignment),
    );
  }
  edits.push(...layerEdits(index, plan, partner));
  edits.push(...placeEdits(plan, partner));
  const { clock } = plan.from;
  const going = [
    ...moving.flatMap((m) => (m.to ? m.assignment.actions : [])),
    ...plan.places.flatMap(({ what, stays }) => (what.type === 'arrival' && stays === null ? what.row.actions : [])),
  ];
  const setsIt = going.some((a) => a.type === 'tempo');
  if (clock !== null && plan.to.clock === null && setsIt) edits.push(...patch('controllers', plan.to, { clock }));
  edits.push(
    ...counterEdits(
      index,
      plan,
      moving.map((m) => m.assignment),
    ),
  );
  let order = nextOrder(index.rig.wires);
  // What stood on the old wire stands on the new one.
  const translatorTo = (targetId: string): Wire['translator'] =>
    (index.wiresFrom.get(plan.from.id) ?? []).find((w) => w.to.unitId === targetId)?.translator ?? null;
  for (const targetId of plan.wires)
    edits.push(
      insert('wires', {
        ...wire({ id: plan.to.id }, { id: targetId }, order++, newId),
        translator: translatorTo(targetId),
      }),
    );
  return batch(`Move ${plan.moves} functions from ${plan.from.name} to ${plan.to.name}`, edits);
}

function layerEdits(index: RigIndex, plan: Transfer, partner: ReadonlyMap<string, Control | null>): Edit[] {
  return index.rig.layers.flatMap((layer): Edit[] => {
    const to = layer.modifierControlId === null ? undefined : partner.get(layer.modifierControlId);
    const scope =
      layer.scope.type !== 'all' && layer.scope.controllerId === plan.from.id && to
        ? { ...layer.scope, controllerId: plan.to.id }
        : layer.scope;
    const also = layer.alsoOpenedBy.map((id) => partner.get(id)?.id ?? id);
    const alsoOpenedBy = sameJson(also, layer.alsoOpenedBy) ? layer.alsoOpenedBy : also;
    const alsoSignals = layer.alsoSignals.map((s) => ({ ...s, controlId: partner.get(s.controlId)?.id ?? s.controlId }));
    const modifier = to ? { modifierControlId: to.id } : {};
    return withSignals(layer, { signal: layer.signal, alsoSignals }, { ...modifier, alsoOpenedBy, scope });
  });
}

function placeEdits({ places, to }: Transfer, partner: ReadonlyMap<string, Control | null>): Edit[] {
  const idThere = (id: string): string => partner.get(id)?.id ?? id;
  return places.flatMap(({ what, stays }): Edit[] => {
    if (stays !== null) return [];
    // The new unit holds nothing of it yet.
    const home = { controllerId: to.id, entered: null };
    return what.type === 'group'
      ? replaced('groups', what.row, { ...home, controlIds: what.row.controlIds.map(idThere) })
      : replaced('arrivals', what.row, {
          ...home,
          latches: what.row.latches.map((l) => ({ ...l, controlId: idThere(l.controlId) })),
        });
  });
}

/** A counter goes along when everything that counts on it does. */
function counterEdits(index: RigIndex, plan: Transfer, moving: readonly Assignment[]): Edit[] {
  const gone = new Set(moving.map((a) => a.id));
  const counts = (a: Assignment, counter: Counter): boolean =>
    a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'stepping' && x.behaviour.counterId === counter.id);
  return index.rig.counters
    .filter((c) => c.controllerId === plan.from.id)
    .flatMap((counter) => {
      const users = index.rig.assignments.filter((a) => counts(a, counter));
      return users.length > 0 && users.every((a) => gone.has(a.id)) ? [set('counters', counter, 'controllerId', plan.to.id)] : [];
    });
}
