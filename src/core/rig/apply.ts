// apply(rig, edit): the one function that changes a rig, in the browser, in the worker and in the server's transaction alike.
import { err, exhaustive, ok, type Result } from '../base';
import type { Edit } from './edit';
import { sameJson } from './json';
import { type Broken, referencesOf, rowsPointingAt } from './references';
import { headSchema, type Rig, type Row, rowSchemas, rowsOf, type TableName, tableNames } from './schema';

export type EditProblem =
  | {
      readonly type: 'conflict';
      readonly table: TableName | 'rig';
      readonly id: string;
      readonly field: string;
      readonly was: unknown;
      readonly now: unknown;
      readonly to: unknown;
    }
  | { readonly type: 'missing'; readonly table: TableName; readonly id: string }
  | { readonly type: 'exists'; readonly table: TableName; readonly id: string }
  | {
      readonly type: 'invalid';
      readonly table: TableName | 'rig';
      readonly id: string;
      readonly field: string;
      readonly message: string;
    }
  | { readonly type: 'dangling'; readonly table: TableName; readonly id: string; readonly field: string; readonly to: string };

/** A row that an edit touched; `row` null when it is gone. What the database has to write. */
export type Touched = {
  readonly [T in TableName]: { readonly table: T; readonly id: string; readonly row: Row<T> | null };
}[TableName];

interface Work {
  rig: Rig;
  readonly touched: Map<string, TableName>;
  readonly removed: Set<string>;
}

/**
 * Applies an edit: all of it or nothing. Refuses what overwrites another value than the one it saw, what the schemas
 * refuse, and what would leave a reference hanging at the end of the edit.
 */
export function apply(rig: Rig, edit: Edit): Result<Rig, EditProblem> {
  const done = applyTracked(rig, edit);
  return done.ok ? ok(done.value.rig) : done;
}

/** As `apply`, and names the rows that changed. */
export function applyTracked(
  rig: Rig,
  edit: Edit,
): Result<{ readonly rig: Rig; readonly touched: readonly Touched[] }, EditProblem> {
  const work: Work = { rig, touched: new Map(), removed: new Set() };
  const problem = run(work, edit) ?? hanging(work);
  if (problem) return err(problem);
  const find = finderOf(work);
  const touched = [...work.touched].map(([id, table]) => ({ table, id, row: find(table, id) }) as Touched); // border: a table and its own row
  return ok({ rig: work.rig, touched });
}

type Find = <T extends TableName>(table: T, id: string) => Row<T> | null;

/** Rows of more than a few are looked up in a map: an import of n rows must not cost n² steps. */
const FEW = 16;

/** Finds touched rows by their ids. */
function finderOf({ rig, touched }: Work): Find {
  const counts = new Map<TableName, number>();
  for (const table of touched.values()) counts.set(table, (counts.get(table) ?? 0) + 1);
  const maps = new Map<TableName, ReadonlyMap<string, unknown>>();
  return <T extends TableName>(table: T, id: string): Row<T> | null => {
    const rows: readonly Row<T>[] = rowsOf(rig, table);
    if ((counts.get(table) ?? 0) <= FEW) return rows.find((r) => r.id === id) ?? null;
    const known = maps.get(table) ?? new Map(rows.map((r) => [r.id, r]));
    maps.set(table, known);
    return (known.get(id) as Row<T> | undefined) ?? null; // border: the map was made of this table's rows
  };
}

function run(work: Work, edit: Edit): EditProblem | null {
  switch (edit.type) {
    case 'insert':
      return runInsert(work, edit.table, edit.row);
    case 'remove':
      return runRemove(work, edit.table, edit.was);
    case 'set':
      return runSet(work, edit.table, edit);
    case 'set-head': {
      const now = work.rig[edit.field];
      if (!sameJson(now, edit.was))
        return { type: 'conflict', table: 'rig', id: work.rig.id, field: edit.field, was: edit.was, now, to: edit.to };
      const parsed = headSchema.shape[edit.field].safeParse(edit.to);
      if (!parsed.success)
        return {
          type: 'invalid',
          table: 'rig',
          id: work.rig.id,
          field: edit.field,
          message: parsed.error.issues[0]?.message ?? 'not valid',
        };
      work.rig = { ...work.rig, [edit.field]: parsed.data };
      return null;
    }
    case 'batch':
      return runBatch(work, edit.edits);
    default:
      return exhaustive(edit);
  }
}

function runBatch(work: Work, edits: readonly Edit[]): EditProblem | null {
  for (let i = 0; i < edits.length; ) {
    const first = edits[i];
    if (!first) break;
    // A long run of one kind on one table is done in one pass, so that an import of n rows, and its undo, do not cost n² copies.
    let end = i + 1;
    const table = tableOf(first);
    if (table !== null) while (end < edits.length && edits[end]?.type === first.type && tableOf(edits[end]) === table) end++;
    const problem = end - i > 8 && table !== null ? runMany(work, table, edits.slice(i, end)) : run(work, first);
    if (problem) return problem;
    i = end - i > 8 ? end : i + 1;
  }
  return null;
}

const tableOf = (edit: Edit | undefined): TableName | null => (edit && 'table' in edit ? edit.table : null);

function runMany(work: Work, table: TableName, edits: readonly Edit[]): EditProblem | null {
  const [first] = edits;
  switch (first?.type) {
    case 'insert':
      return insertMany(work, edits);
    case 'remove':
      return removeMany(work, table, edits);
    default:
      return setMany(work, table, edits);
  }
}

function removeMany<T extends TableName>(work: Work, table: T, edits: readonly Edit[]): EditProblem | null {
  const rows: readonly Row<T>[] = rowsOf(work.rig, table);
  const byId = new Map(rows.map((r) => [r.id, r]));
  for (const edit of edits) {
    if (edit.type !== 'remove') continue;
    const { was } = edit;
    const now = byId.get(was.id);
    if (!now) return { type: 'missing', table, id: was.id };
    if (!sameJson(now, was)) return { type: 'conflict', table, id: was.id, field: 'row', was, now, to: null };
    byId.delete(was.id);
    work.touched.set(was.id, table);
    work.removed.add(was.id);
  }
  work.rig = { ...work.rig, [table]: rows.filter((r) => byId.has(r.id)) };
  return null;
}

function setMany<T extends TableName>(work: Work, table: T, edits: readonly Edit[]): EditProblem | null {
  const rows: readonly Row<T>[] = rowsOf(work.rig, table);
  const byId = new Map(rows.map((r) => [r.id, r]));
  let ordered = true;
  for (const edit of edits) {
    if (edit.type !== 'set') continue;
    const row = byId.get(edit.id);
    if (!row) return { type: 'missing', table, id: edit.id };
    const done = setField(table, row, edit);
    if (!done.ok) return done.error;
    byId.set(edit.id, done.value);
    work.touched.set(edit.id, table);
    if (edit.field === 'order') ordered = false;
  }
  const next = rows.map((r) => byId.get(r.id) ?? r);
  work.rig = { ...work.rig, [table]: ordered ? next : next.sort(byOrder) };
  return null;
}

function insertMany(work: Work, edits: readonly Edit[]): EditProblem | null {
  const known = new Set<string>();
  for (const table of tableNames) for (const row of work.rig[table]) known.add(row.id);
  const merge = <T extends TableName>(table: T, added: readonly Row<T>[]): void => {
    const rows: readonly Row<T>[] = rowsOf(work.rig, table);
    work.rig = { ...work.rig, [table]: [...rows, ...added].sort(byOrder) };
  };
  const fresh = [];
  for (const edit of edits) {
    if (edit.type !== 'insert') continue;
    const parsed = rowSchemas[edit.table].safeParse(edit.row);
    if (!parsed.success) return invalid(edit.table, edit.row.id, parsed.error.issues);
    if (known.has(edit.row.id)) return { type: 'exists', table: edit.table, id: edit.row.id };
    known.add(edit.row.id);
    work.touched.set(edit.row.id, edit.table);
    work.removed.delete(edit.row.id);
    fresh.push(parsed.data);
  }
  const first = edits[0];
  if (first?.type === 'insert') merge(first.table, fresh as never); // border: parsed by this table's schema
  return null;
}

function runInsert<T extends TableName>(work: Work, table: T, row: Row<T>): EditProblem | null {
  const parsed = rowSchemas[table].safeParse(row);
  if (!parsed.success) return invalid(table, row.id, parsed.error.issues);
  for (const name of tableNames) {
    if (work.rig[name].some((r) => r.id === row.id)) return { type: 'exists', table: name, id: row.id };
  }
  const fresh = parsed.data as Row<T>; // border: parsed by this table's schema
  const rows: readonly Row<T>[] = rowsOf(work.rig, table);
  const at = rows.findIndex((r) => byOrder(fresh, r) < 0);
  const next = at < 0 ? [...rows, fresh] : [...rows.slice(0, at), fresh, ...rows.slice(at)];
  work.rig = { ...work.rig, [table]: next };
  work.touched.set(row.id, table);
  work.removed.delete(row.id);
  return null;
}

function runRemove<T extends TableName>(work: Work, table: T, was: Row<T>): EditProblem | null {
  const rows: readonly Row<T>[] = rowsOf(work.rig, table);
  const now = rows.find((r) => r.id === was.id);
  if (!now) return { type: 'missing', table, id: was.id };
  if (!sameJson(now, was)) return { type: 'conflict', table, id: was.id, field: 'row', was, now, to: null };
  work.rig = { ...work.rig, [table]: rows.filter((r) => r !== now) };
  work.touched.set(was.id, table);
  work.removed.add(was.id);
  return null;
}

function runSet<T extends TableName>(
  work: Work,
  table: T,
  edit: { readonly id: string; readonly field: string; readonly was: unknown; readonly to: unknown },
): EditProblem | null {
  const { id, field } = edit;
  const rows: readonly Row<T>[] = rowsOf(work.rig, table);
  const at = rows.findIndex((r) => r.id === id);
  const row = rows[at];
  if (!row) return { type: 'missing', table, id };
  const done = setField(table, row, edit);
  if (!done.ok) return done.error;
  const next = rows.slice();
  next[at] = done.value;
  if (field === 'order') next.sort(byOrder);
  work.rig = { ...work.rig, [table]: next };
  work.touched.set(id, table);
  return null;
}

/** A row with one field changed, as its schema takes it. */
function setField<T extends TableName>(
  table: T,
  row: Row<T>,
  edit: { readonly id: string; readonly field: string; readonly was: unknown; readonly to: unknown },
): Result<Row<T>, EditProblem> {
  const { id, field } = edit;
  const fields = new Map<string, unknown>(Object.entries(row));
  if (!fields.has(field) || field === 'id') return err({ type: 'invalid', table, id, field, message: 'there is no such field' });
  const now = fields.get(field);
  if (!sameJson(now, edit.was)) return err({ type: 'conflict', table, id, field, was: edit.was, now, to: edit.to });
  const parsed = rowSchemas[table].safeParse({ ...row, [field]: edit.to });
  if (!parsed.success) return err(invalid(table, id, parsed.error.issues));
  return ok(parsed.data as Row<T>); // border: parsed by this table's schema
}

interface Issue {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

function invalid(table: TableName, id: string, issues: readonly Issue[]): EditProblem {
  const issue = issues[0];
  return { type: 'invalid', table, id, field: issue?.path.map(String).join('.') ?? '', message: issue?.message ?? 'not valid' };
}

/** Rows in the order of `order`, ties by id: the order of a table is a fact of its rows, not of its history. */
export function byOrder(
  a: { readonly order: number; readonly id: string },
  b: { readonly order: number; readonly id: string },
): number {
  return a.order - b.order || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}

function hanging(work: Work): EditProblem | null {
  if (work.removed.size > 0) {
    const [broken] = rowsPointingAt(work.rig, work.removed);
    if (broken) return dangling(broken);
  }
  const alive = new Map<string, TableName>();
  if (work.touched.size > 0) for (const table of tableNames) for (const row of work.rig[table]) alive.set(row.id, table);
  const find = finderOf(work);
  for (const [id, table] of work.touched) {
    const broken = hangingRow(find, table, id, alive);
    if (broken) return dangling(broken);
  }
  return null;
}

function hangingRow<T extends TableName>(find: Find, table: T, id: string, alive: ReadonlyMap<string, TableName>): Broken | null {
  if (alive.get(id) !== table) return null;
  const row = find(table, id);
  if (!row) return null;
  for (const reference of referencesOf(table, row)) {
    const found = alive.get(reference.id);
    if (found === undefined || !reference.tables.includes(found)) return { table, row, reference };
  }
  return null;
}

const dangling = (broken: Broken): EditProblem => ({
  type: 'dangling',
  table: broken.table,
  id: broken.row.id,
  field: broken.reference.field,
  to: broken.reference.id,
});
