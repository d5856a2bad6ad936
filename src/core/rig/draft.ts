// A rig being changed: per table what changed so far, over the rows as they were. Nothing is copied before the end, and
// ids are looked up in maps that are built when a table is first asked, so one row and fifty thousand go the same way.
import { type Rig, type Row, rowsOf, type TableName, tableNames } from './schema';

export interface Draft {
  /** The row of this id as it stands now; null when there is none. */
  readonly find: <T extends TableName>(table: T, id: string) => Row<T> | null;
  /** The table that holds this id; null when none does. */
  readonly tableOf: (id: string) => TableName | null;
  /** Puts a row in place of the one with its id, or beside the others when there is none. */
  readonly put: <T extends TableName>(table: T, row: Row<T>) => void;
  readonly take: (table: TableName, id: string) => void;
  /** What was touched, table by table; `row` null when it is gone. */
  readonly touched: () => readonly Touched[];
  /** The rig with all changes; tables in which nothing changed are the same arrays as before. */
  readonly rig: () => Rig;
}

/** A row that an edit touched; `row` null when it is gone. What the database has to write. */
export type Touched = {
  readonly [T in TableName]: { readonly table: T; readonly id: string; readonly row: Row<T> | null };
}[TableName];

/** A draft of a rig in which nothing has changed yet. */
export function draftOf(before: Rig): Draft {
  const changed: { readonly [T in TableName]?: Map<string, Row<T> | null> } = {};
  const changesOf = <T extends TableName>(table: T): ReadonlyMap<string, Row<T> | null> | undefined => changed[table];
  const change = <T extends TableName>(table: T, id: string, row: Row<T> | null): void => {
    const open: { [K in TableName]?: Map<string, Row<K> | null> } = changed;
    const changes: Map<string, Row<T> | null> = open[table] ?? new Map();
    changes.set(id, row);
    Object.assign(open, { [table]: changes });
  };
  const find = <T extends TableName>(table: T, id: string): Row<T> | null => {
    const now = changesOf(table)?.get(id);
    if (now !== undefined) return now;
    const rows: readonly Row<T>[] = rowsOf(before, table);
    return rows[positionsOf(rows).get(id) ?? -1] ?? null;
  };
  const finished = <T extends TableName>(table: T): readonly Row<T>[] => merged(rowsOf(before, table), changesOf(table));
  return {
    find,
    tableOf: (id) => tableNames.find((table) => find(table, id) !== null) ?? null,
    put: (table, row) => change(table, row.id, row),
    take: (table, id) => change(table, id, null),
    touched: () =>
      tableNames.flatMap((table) => [...(changesOf(table) ?? [])].map(([id, row]) => ({ table, id, row }) as Touched)), // border: a table and its own rows
    rig: () => ({ ...before, ...Object.fromEntries(tableNames.map((table) => [table, finished(table)])) }),
  };
}

/** The rows with their changes, in the order of the table. */
function merged<T extends TableName>(rows: readonly Row<T>[], changes: ReadonlyMap<string, Row<T> | null> | undefined) {
  if (!changes) return rows;
  const positions = positionsOf(rows);
  const next: (Row<T> | null)[] = rows.slice();
  let moved = false;
  let same = true;
  for (const [id, row] of changes) {
    const position = positions.get(id);
    if (row !== null && row.order !== rows[position ?? -1]?.order) moved = true;
    if (position === undefined || row === null) same = false;
    if (position !== undefined) next[position] = row;
    else next.push(row);
  }
  const left = next.filter((row) => row !== null);
  if (moved) return left.sort(byOrder);
  // The same ids in the same order.
  if (same) known.set(left, positions);
  return left;
}

/** Where each id stands in a table. Kept for as long as the table itself: most edits leave most tables as they are. */
const known = new WeakMap<readonly object[], ReadonlyMap<string, number>>();

function positionsOf(rows: readonly { readonly id: string }[]): ReadonlyMap<string, number> {
  const before = known.get(rows);
  if (before) return before;
  const positions = new Map(rows.map((row, position) => [row.id, position]));
  known.set(rows, positions);
  return positions;
}

/** Rows in the order of `order`, ties by id: the order of a table is a fact of its rows, not of its history. */
export function byOrder(
  a: { readonly order: number; readonly id: string },
  b: { readonly order: number; readonly id: string },
): number {
  return a.order - b.order || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}
