// Going back to an earlier state of the same rig, as a whole or row by row. The plan goes back; what is known about the hardware does not.
import { groupBy } from '../base';
import { batch, type Edit, type Rig, referencesOf, sameJson, tableNames } from '../rig';
import { type MergeItem, type MergePlan, planMerge, rowEdits, withNeeds } from './merge';

/** What a row says about the hardware, not about the plan. */
export const marks = ['entered', 'saved', 'proved'] as const;

/**
 * The earlier state as it can be taken up today. A tick says what the hardware holds, and the hardware did not go back with
 * the plan: where a function reads as it does now, today's ticks stay, and where it reads otherwise there are none. Searches
 * for a fault are a record and stay; what they were about and is not there then is no longer named in them.
 */
export function asOfToday(rig: Rig, then: Rig): Rig {
  const units = new Set([...then.controllers, ...then.targets].map((u) => u.id));
  const kept = (id: string | null): string | null => (id !== null && units.has(id) ? id : null);
  return {
    ...then,
    id: rig.id,
    searches: rig.searches.map((s) => ({ ...s, controllerId: kept(s.controllerId), targetId: kept(s.targetId) })),
    assignments: then.assignments.map(marked(rig.assignments)),
    landings: then.landings.map(marked(rig.landings)),
    layers: then.layers.map(marked(rig.layers)),
    parameters: then.parameters.map(marked(rig.parameters)),
    presets: then.presets.map(marked(rig.presets)),
    groups: then.groups.map(marked(rig.groups)),
    arrivals: then.arrivals.map(marked(rig.arrivals)),
    wires: then.wires.map(marked(rig.wires)),
  };
}

const keepsFacts = (entered: unknown): boolean => typeof entered === 'object' && entered !== null && 'facts' in entered;

type Marked = { readonly id: string } & { readonly [M in (typeof marks)[number]]?: unknown };

function marked<T extends Marked>(rows: readonly T[]): (row: T) => T {
  const now = new Map(rows.map((r) => [r.id, r]));
  return (row) => {
    const today = now.get(row.id);
    const bare = { ...row, ...Object.fromEntries(marks.flatMap((m) => (m in row ? [[m, null]] : []))) };
    if (!today) return bare;
    const own = Object.fromEntries(marks.flatMap((m) => (m in row ? [[m, today[m]]] : [])));
    const same = { ...row, ...own };
    if (sameJson(same, today)) return same;
    // A tick that keeps what was entered says so of any row.
    const { entered } = today;
    return keepsFacts(entered) ? { ...bare, entered } : bare;
  };
}

/** Every row that differs between today and an earlier state, with what has to go or come along. `then` is read as of today. */
export function planReturn(rig: Rig, then: Rig): MergePlan {
  const other = asOfToday(rig, then);
  const plan = planMerge(rig, other);
  const there = new Set(tableNames.flatMap((table) => other[table].map((r) => r.id)));
  const pointing = groupBy(
    tableNames.flatMap((table) => rig[table].flatMap((row) => referencesOf(table, row).map((r) => ({ to: r.id, from: row.id })))),
    (r) => r.to,
  );
  const gone = tableNames.flatMap((table) =>
    rig[table]
      .filter((row) => !there.has(row.id))
      .map((row): MergeItem => {
        const needs = new Set((pointing.get(row.id) ?? []).map((r) => r.from));
        return { table, id: row.id, state: 'removed', fields: [], row, needs: [...needs] };
      }),
  );
  return { ...plan, items: [...plan.items, ...gone], onlyHere: 0 };
}

/** The control that a row belongs to: itself, or the one that a function stands on; null for every other row. */
const controlOf = (item: MergeItem): string | null =>
  item.table === 'controls' ? item.id : 'controlId' in item.row ? item.row.controlId : null;

/** The controls that differ, in the order of the plan. */
export const controlsIn = (plan: MergePlan): readonly string[] => [...new Set(plan.items.flatMap((i) => controlOf(i) ?? []))];

/**
 * The rows that bring one control back: it, its functions, and what listens for what they move, now or then. What these rows
 * need is not in it: `returnEdit` takes that along.
 */
export function rowsOfControl(rig: Rig, then: Rig, plan: MergePlan, controlId: string): ReadonlySet<string> {
  const moved = new Set(
    [...rig.assignments, ...then.assignments]
      .filter((a) => a.controlId === controlId)
      .flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))),
  );
  const own = (item: MergeItem): boolean =>
    controlOf(item) === controlId || ('parameterId' in item.row && moved.has(item.row.parameterId));
  return new Set(plan.items.filter(own).map((i) => i.id));
}

/** The parts of the head that read otherwise. */
export const headChanges = (rig: Rig, then: Rig): readonly ('name' | 'notes' | 'preferences')[] =>
  (['name', 'notes', 'preferences'] as const).filter((field) => !sameJson(rig[field], then[field]));

/**
 * The edit that goes back. With `chosen`, only these rows and what they need; without, everything, name and notes too.
 * One undo takes it back. Null where nothing differs.
 */
export function returnEdit(rig: Rig, then: Rig, plan: MergePlan, label: string, chosen?: ReadonlySet<string>): Edit | null {
  const taken = chosen ? withNeeds(plan, chosen) : new Set(plan.items.map((i) => i.id));
  const items = plan.items.filter((i) => taken.has(i.id));
  const head = chosen
    ? []
    : headChanges(rig, then).map((field): Edit => ({ type: 'set-head', field, was: rig[field], to: then[field] }));
  const edits = [
    ...items.filter((i) => i.state !== 'removed').flatMap((i) => rowEdits(rig, i)),
    ...items
      .filter((i) => i.state === 'removed')
      .reverse()
      .flatMap((i) => rowEdits(rig, i)),
    ...head,
  ];
  return edits.length === 0 ? null : batch(label.slice(0, 200), edits);
}
