// Rows that share their fields, as columns: on the way to a screen a field is named once, and one that is the same in every row is sent once.

/** Rows as columns: each field's name with its cells in the order of the rows, or with its one cell where all are the same. */
export interface Columns {
  readonly rows: number;
  readonly columns: ReadonlyArray<readonly [field: string, cells: readonly unknown[]]>;
}

/** Rows as columns; null where there are none, or where not all have the same fields. Rows hold only what JSON holds. */
export function toColumns(rows: readonly object[]): Columns | null {
  const [first] = rows;
  if (!first) return null;
  const fields = Object.keys(first);
  if (rows.some((row) => !hasFields(row, fields))) return null;
  return { rows: rows.length, columns: fields.map((field) => [field, alike(rows.map((row) => Reflect.get(row, field)))]) };
}

const hasFields = (row: object, fields: readonly string[]): boolean =>
  Object.keys(row).length === fields.length && fields.every((field) => Object.hasOwn(row, field));

function alike(cells: readonly unknown[]): readonly unknown[] {
  const [first] = cells;
  const text = JSON.stringify(first);
  return cells.every((cell) => cell === first || (typeof cell === 'object' && JSON.stringify(cell) === text)) ? [first] : cells;
}

/** The rows that columns stand for. Rows share a cell that all have. */
export function fromColumns({ rows, columns }: Columns): readonly Readonly<Record<string, unknown>>[] {
  // One object after the other, its fields in the same order: that is how an engine makes them fast.
  return Array.from({ length: rows }, (_, at) => {
    const row: Record<string, unknown> = {};
    for (const [field, cells] of columns) row[field] = cells.length === 1 ? cells[0] : cells[at];
    return row;
  });
}
