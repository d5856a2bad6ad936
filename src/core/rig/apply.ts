// apply(rig, edit): the one function that changes a rig, in the browser, in the worker and in the server's transaction alike.
import { err, exhaustive, ok, type Result } from '../base';
import { type Draft, draftOf, type Touched } from './draft';
import type { Edit } from './edit';
import { sameJson } from './json';
import { type Broken, referencesOf, rowsPointingAt } from './references';
import { type Head, headSchema, type Rig, type Row, rowSchemas, type TableName } from './schema';

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
  const work: Work = {
    head: { name: rig.name, notes: rig.notes, preferences: rig.preferences },
    rigId: rig.id,
    draft: draftOf(rig),
  };
  const problem = run(work, edit);
  if (problem) return err(problem);
  const after = { ...work.draft.rig(), ...work.head };
  const touched = work.draft.touched();
  const broken = hanging(work.draft, after, touched);
  return broken ? err(broken) : ok({ rig: after, touched });
}

interface Work {
  head: Pick<Head, 'name' | 'notes' | 'preferences'>;
  readonly rigId: string;
  readonly draft: Draft;
}

function run(work: Work, edit: Edit): EditProblem | null {
  switch (edit.type) {
    case 'insert':
      return runInsert(work.draft, edit.table, edit.row);
    case 'remove':
      return runRemove(work.draft, edit.table, edit.was);
    case 'set':
      return runSet(work.draft, edit.table, edit);
    case 'set-head':
      return runSetHead(work, edit);
    case 'batch':
      for (const one of edit.edits) {
        const problem = run(work, one);
        if (problem) return problem;
      }
      return null;
    default:
      return exhaustive(edit);
  }
}

function runInsert<T extends TableName>(draft: Draft, table: T, row: Row<T>): EditProblem | null {
  const parsed = rowSchemas[table].safeParse(row);
  if (!parsed.success) return invalid(table, row.id, parsed.error.issues);
  const holder = draft.tableOf(row.id);
  if (holder !== null) return { type: 'exists', table: holder, id: row.id };
  draft.put(table, parsed.data as Row<T>); // border: parsed by this table's schema
  return null;
}

function runRemove<T extends TableName>(draft: Draft, table: T, was: Row<T>): EditProblem | null {
  const now = draft.find(table, was.id);
  if (!now) return { type: 'missing', table, id: was.id };
  if (!sameJson(now, was)) return { type: 'conflict', table, id: was.id, field: 'row', was, now, to: null };
  draft.take(table, was.id);
  return null;
}

function runSet<T extends TableName>(draft: Draft, table: T, edit: Extract<Edit, { type: 'set' }>): EditProblem | null {
  const { id, field, was, to } = edit;
  const row = draft.find(table, id);
  if (!row) return { type: 'missing', table, id };
  const fields = new Map<string, unknown>(Object.entries(row));
  if (!fields.has(field) || field === 'id') return { type: 'invalid', table, id, field, message: 'there is no such field' };
  const now = fields.get(field);
  if (!sameJson(now, was)) return { type: 'conflict', table, id, field, was, now, to };
  const parsed = rowSchemas[table].safeParse({ ...row, [field]: to });
  if (!parsed.success) return invalid(table, id, parsed.error.issues);
  draft.put(table, parsed.data as Row<T>); // border: parsed by this table's schema
  return null;
}

function runSetHead(work: Work, { field, was, to }: Extract<Edit, { type: 'set-head' }>): EditProblem | null {
  const now = work.head[field];
  if (!sameJson(now, was)) return { type: 'conflict', table: 'rig', id: work.rigId, field, was, now, to };
  const parsed = headSchema.shape[field].safeParse(to);
  if (!parsed.success) return invalid('rig', work.rigId, parsed.error.issues, field);
  work.head = { ...work.head, [field]: parsed.data };
  return null;
}

interface Issue {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

function invalid(table: TableName | 'rig', id: string, [issue]: readonly Issue[], field?: string): EditProblem {
  return {
    type: 'invalid',
    table,
    id,
    field: field ?? issue?.path.map(String).join('.') ?? '',
    message: issue?.message ?? 'not valid',
  };
}

/** A reference that the edit left hanging: from a row that it touched, or to a row that it took away. */
function hanging(draft: Draft, after: Rig, touched: readonly Touched[]): EditProblem | null {
  const gone = new Set(touched.filter((t) => t.row === null).map((t) => t.id));
  const [broken] = gone.size > 0 ? rowsPointingAt(after, gone).filter(({ reference }) => !holds(draft, reference)) : [];
  if (broken) return dangling(broken);
  for (const { table, row } of touched) {
    const reference = row && referencesOf(table, row).find((r) => !holds(draft, r));
    if (reference) return dangling({ table, row, reference });
  }
  return null;
}

const holds = (draft: Draft, { tables, id }: Broken['reference']): boolean =>
  tables.some((table) => draft.find(table, id) !== null);

const dangling = (broken: Broken): EditProblem => ({
  type: 'dangling',
  table: broken.table,
  id: broken.row.id,
  field: broken.reference.field,
  to: broken.reference.id,
});
