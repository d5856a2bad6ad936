// Rigs to rows and back. Reads load a whole rig; writes touch only the rows that changed.
import { Op, type Transaction } from 'sequelize';
import { emptyRig, headSchema, type Rig, type Row, rowsOf, type TableName, type Touched, tableNames } from '@/core/rig';
import { type DbRecord, fromRecord, toRecord } from '../database/columns';
import type { Database } from '../database/connection';

const CHUNK = 400;

/** Writes all rows of a rig that has none yet. */
export async function insertAllRows(db: Database, rig: Rig, transaction: Transaction): Promise<void> {
  for (const table of tableNames) await insertTable(db, rig, table, transaction);
}

async function insertTable<T extends TableName>(db: Database, rig: Rig, table: T, transaction: Transaction): Promise<void> {
  const rows: readonly Row<T>[] = rowsOf(rig, table);
  await put(
    db,
    table,
    rows.map((row) => toRecord(rig.id, table, row)),
    transaction,
  );
}

async function put(db: Database, table: TableName, records: readonly DbRecord[], transaction: Transaction): Promise<void> {
  const model = db.rows.get(table);
  if (!model) return;
  for (let i = 0; i < records.length; i += CHUNK) {
    const chunk = records.slice(i, i + CHUNK);
    const fields = Object.keys(chunk[0] ?? {}).filter((f) => f !== 'rigId' && f !== 'id');
    await model.bulkCreate([...chunk], { transaction, updateOnDuplicate: fields, validate: false });
  }
}

/** Writes what an edit touched: changed and new rows are put, gone ones deleted. */
export async function writeTouched(
  db: Database,
  rigId: string,
  touched: readonly Touched[],
  transaction: Transaction,
): Promise<void> {
  for (const table of tableNames) {
    const mine = touched.filter((t) => t.table === table);
    const records = mine.flatMap((t) => (t.row === null ? [] : [recordOf(rigId, t)]));
    await put(db, table, records, transaction);
    const gone = mine.filter((t) => t.row === null).map((t) => t.id);
    for (let i = 0; i < gone.length; i += CHUNK) {
      await db.rows.get(table)?.destroy({ where: { rigId, id: { [Op.in]: gone.slice(i, i + CHUNK) } }, transaction });
    }
  }
}

function recordOf(rigId: string, touched: Touched): DbRecord {
  // A touched row comes with its own table; the compiler cannot follow the pair through the union.
  const { table, row } = touched as { readonly table: TableName; readonly row: Row<TableName> }; // border: same pair
  return toRecord(rigId, table, row as never); // border: same pair
}

/** Loads a rig; null when there is none. Rows come in their order. */
export async function loadRig(
  db: Database,
  id: string,
  transaction?: Transaction,
): Promise<{ readonly rig: Rig; readonly version: number } | null> {
  const options = { raw: true as const, ...(transaction ? { transaction } : {}) };
  const found = await db.rigs.findOne({ where: { id, deletedAt: null }, ...options });
  if (!found) return null;
  const record = recordSchema(found);
  const head = headSchema.parse({
    id,
    name: record.name,
    notes: record.notes,
    preferences: JSON.parse(String(record.preferences)),
  });
  let rig: Rig = { ...emptyRig(id, head.name), ...head };
  for (const table of tableNames) {
    const records =
      (await db.rows.get(table)?.findAll({
        where: { rigId: id },
        order: [
          ['ordinal', 'ASC'],
          ['id', 'ASC'],
        ],
        ...options,
      })) ?? [];
    rig = { ...rig, [table]: records.map((r) => fromRecord(table, recordSchema(r))) };
  }
  return { rig, version: Number(record.version) };
}

/** A raw query gives plain records, whatever the model's type says. */
export const recordSchema = (raw: unknown): DbRecord =>
  typeof raw === 'object' && raw !== null ? Object.fromEntries(Object.entries(raw)) : {};
