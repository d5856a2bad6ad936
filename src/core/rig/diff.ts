// What differs between two states of a table. Rows are compared by identity: edits keep untouched ones.
import { type Rig, type Row, rowsOf, type TableName } from './schema';

export interface TableDiff<T extends TableName> {
  /** Rows of the state before that are not in the state after, and the other way round; a changed row is in both. */
  readonly gone: readonly Row<T>[];
  readonly come: readonly Row<T>[];
}

/** The rows that differ between two states of one table. */
export function changedRows<T extends TableName>(before: Rig, after: Rig, table: T): TableDiff<T> {
  const a: readonly Row<T>[] = rowsOf(before, table);
  const b: readonly Row<T>[] = rowsOf(after, table);
  if (a === b) return { gone: [], come: [] };
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let endA = a.length;
  let endB = b.length;
  while (endA > start && endB > start && a[endA - 1] === b[endB - 1]) {
    endA--;
    endB--;
  }
  const middle = new Set<Row<T>>(a.slice(start, endA));
  const come: Row<T>[] = [];
  for (const row of b.slice(start, endB)) if (!middle.delete(row)) come.push(row);
  return { gone: [...middle], come };
}

/** Identifiers of the rows that differ. */
export function changedIds<T extends TableName>(before: Rig, after: Rig, table: T): readonly string[] {
  const { gone, come } = changedRows(before, after, table);
  return [...new Set([...gone, ...come].map((row) => row.id))];
}
