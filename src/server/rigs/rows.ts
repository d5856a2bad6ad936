// Rigs to rows and back. Reads load a whole rig; writes touch only the rows that changed.
import { emptyRig, headSchema, type Rig, type Row, rowsOf, type TableName, type Touched, tableNames } from '@/core/rig';
import { columns, fromRecord, toRecord } from '../database/columns';
import { type DbRecord, reading, type Source, type Writing } from '../database/connection';
import { quoted } from '../database/sql';

/** Rows that are written, or identifiers that are named, at once. */
const CHUNK = 400;

/** Writes all rows of a rig that has none yet. */
export async function insertAllRows(writing: Writing, rig: Rig): Promise<void> {
  for (const table of tableNames) await insertTable(writing, rig, table);
}

async function insertTable<T extends TableName>(writing: Writing, rig: Rig, table: T): Promise<void> {
  const rows: readonly Row<T>[] = rowsOf(rig, table);
  await put(
    writing,
    table,
    rows.map((row) => toRecord(rig.id, table, row)),
  );
}

/** Writes records over those that are there with the same id. */
async function put(writing: Writing, table: TableName, records: readonly DbRecord[]): Promise<void> {
  const fields = ['ordinal', ...Object.keys(columns[table])].map(quoted);
  const over = fields.map((f) => `${f} = excluded.${f}`).join(', ');
  await writing.insert(table, records, `ON CONFLICT ("rigId", "id") DO UPDATE SET ${over}`);
}

/**
 * Writes what an edit touched: changed and new rows are put, gone ones deleted. `far` is told of the rows that were written; what it throws
 * ends it.
 */
export async function writeTouched(
  writing: Writing,
  rigId: string,
  touched: readonly Touched[],
  far: (rows: number, of: number) => void = () => undefined,
): Promise<void> {
  let written = 0;
  const after = (rows: number): void => {
    written += rows;
    far(written, touched.length);
  };
  for (const table of tableNames) {
    const mine = touched.filter((t) => t.table === table);
    const there = mine.filter((t) => t.row !== null);
    for (let i = 0; i < there.length; i += CHUNK) {
      const rows = there.slice(i, i + CHUNK);
      await put(
        writing,
        table,
        rows.map((t) => recordOf(rigId, t)),
      );
      after(rows.length);
    }
    const gone = mine.filter((t) => t.row === null).map((t) => t.id);
    for (let i = 0; i < gone.length; i += CHUNK) {
      const ids = gone.slice(i, i + CHUNK);
      const places = ids.map((_, at) => `$${at + 2}`).join(', ');
      await writing.run(`DELETE FROM ${quoted(table)} WHERE "rigId" = $1 AND "id" IN (${places})`, [rigId, ...ids]);
      after(ids.length);
    }
  }
}

function recordOf(rigId: string, touched: Touched): DbRecord {
  // A touched row comes with its own table; the compiler cannot follow the pair through the union.
  const { table, row } = touched as { readonly table: TableName; readonly row: Row<TableName> }; // border: same pair
  return toRecord(rigId, table, row as never); // border: same pair
}

/** Loads a rig, all of it from one moment; null when there is none. Rows come in their order. `deleted` also loads one that was thrown away. */
export function loadRig(
  source: Source,
  id: string,
  deleted: 'without-deleted' | 'with-deleted' = 'without-deleted',
): Promise<{ readonly rig: Rig; readonly version: number } | null> {
  return reading(source, async ({ all, one }) => {
    const record = await one('SELECT "name", "notes", "preferences", "version", "deletedAt" FROM "rigs" WHERE "id" = $1', [id]);
    if (!record || (record.deletedAt !== null && deleted === 'without-deleted')) return null;
    const head = headSchema.parse({
      id,
      name: record.name,
      notes: record.notes,
      preferences: JSON.parse(String(record.preferences)),
    });
    let rig: Rig = { ...emptyRig(id, head.name), ...head };
    for (const table of tableNames) {
      const records = await all(`SELECT * FROM ${quoted(table)} WHERE "rigId" = $1 ORDER BY "ordinal", "id"`, [id]);
      rig = { ...rig, [table]: records.map((r) => fromRecord(table, r)) };
    }
    return { rig, version: Number(record.version) };
  });
}
