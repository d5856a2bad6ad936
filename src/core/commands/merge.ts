// Another state of the same rig merged into this one, row by row: what a colleague changed, or what stood in last week's file.
import {
  type AnyRow,
  batch,
  type Edit,
  type Rig,
  type Row,
  referencesOf,
  rowsOf,
  sameJson,
  type TableName,
  tableNames,
} from '../rig';
import { replaced } from './shared';

export interface MergeItem {
  readonly table: TableName;
  readonly id: string;
  /** Not here yet; here and different: taking it brings the other's. `removed` is only here; a merge never touches such rows, a return does. */
  readonly state: 'added' | 'changed' | 'removed';
  /** The fields that differ. */
  readonly fields: readonly string[];
  readonly row: AnyRow;
  /** Rows that have to come along: this one points at them and they are not here, or they point at this one, which goes. */
  readonly needs: readonly string[];
}

export interface MergePlan {
  readonly items: readonly MergeItem[];
  /** Rows that are the same on both sides, and rows that only this rig has. */
  readonly same: number;
  readonly onlyHere: number;
}

/** Compares another state of a rig with this one. Rows are told apart by their ids: two rigs that were made apart share none. */
export function planMerge(rig: Rig, other: Rig): MergePlan {
  const items: MergeItem[] = [];
  let same = 0;
  let onlyHere = 0;
  const here = new Set(tableNames.flatMap((table) => rig[table].map((r) => r.id)));
  for (const table of tableNames) {
    const done = compareTable(rig, other, table, here);
    items.push(...done.items);
    same += done.same;
    onlyHere += done.onlyHere;
  }
  return { items, same, onlyHere };
}

function compareTable<T extends TableName>(rig: Rig, other: Rig, table: T, here: ReadonlySet<string>) {
  const mine: readonly Row<T>[] = rowsOf(rig, table);
  const theirs: readonly Row<T>[] = rowsOf(other, table);
  const byId = new Map(mine.map((r) => [r.id, r]));
  const there = new Set(theirs.map((r) => r.id));
  const items: MergeItem[] = [];
  let same = 0;
  for (const row of theirs) {
    const now = byId.get(row.id);
    const needs = [...new Set(referencesOf(table, row).map((r) => r.id))].filter((id) => !here.has(id));
    if (!now) {
      // An id that another table uses here cannot be taken: the two were made apart after all.
      if (!here.has(row.id)) items.push({ table, id: row.id, state: 'added', fields: [], row, needs });
      continue;
    }
    const was = new Map<string, unknown>(Object.entries(now));
    const fields = Object.entries(row).flatMap(([field, value]) => (sameJson(was.get(field), value) ? [] : [field]));
    if (fields.length === 0) same++;
    else items.push({ table, id: row.id, state: 'changed', fields, row, needs });
  }
  return { items, same, onlyHere: mine.filter((r) => !there.has(r.id)).length };
}

/** The chosen items and everything that they need from the other side. */
export function withNeeds(plan: MergePlan, chosen: ReadonlySet<string>): ReadonlySet<string> {
  const byId = new Map(plan.items.map((i) => [i.id, i]));
  const all = new Set<string>();
  const open = [...chosen];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (all.has(id)) continue;
    const item = byId.get(id);
    if (!item) continue;
    all.add(id);
    open.push(...item.needs);
  }
  return all;
}

/** The edit that takes the chosen items and what they need; null where nothing is chosen. */
export function mergeEdit(rig: Rig, plan: MergePlan, chosen: ReadonlySet<string>): Edit | null {
  const taken = withNeeds(plan, chosen);
  const items = plan.items.filter((i) => taken.has(i.id));
  const edits = items.flatMap((item): Edit[] => rowEdits(rig, item));
  return edits.length === 0 ? null : batch(items.length === 1 ? 'Merge 1 row' : `Merge ${items.length} rows`, edits);
}

/** The edits that take one item. */
export function rowEdits(rig: Rig, item: MergeItem): Edit[] {
  const { table, row } = item;
  if (item.state === 'removed') return [{ type: 'remove', table, was: row } as Edit]; // border: a table and its own row
  if (item.state === 'added') return [{ type: 'insert', table, row } as Edit]; // border: a table and its own row
  const rows: readonly AnyRow[] = rig[table];
  const now = rows.find((r) => r.id === item.id);
  if (!now) return [];
  const theirs = new Map<string, unknown>(Object.entries(row));
  const changes = Object.fromEntries(item.fields.map((f) => [f, theirs.get(f)]));
  return replaced(table, now as never, changes as never); // border: a table and its own row
}
