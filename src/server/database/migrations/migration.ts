// What a step of the schema is. A step holds literal SQL and its own copies of whatever rules it needs: it must do in ten years what it did
// on the day it shipped, so it takes nothing from the rest of the program but the connection.
import type { Connection } from '../sql';

export interface Migration {
  readonly name: string;
  /** Brings a database from the step before to this one, inside a transaction. The way back is the backup that was made before. */
  readonly up: (connection: Connection) => Promise<void>;
}

/** Whether a table has a column: databases of the first days were made with columns that a later step adds. */
export async function hasColumn({ all }: Connection, table: string, column: string): Promise<boolean> {
  return (await all('SELECT name FROM pragma_table_xinfo($1)', [table])).some((row) => row.name === column);
}

export async function hasTable({ one }: Connection, table: string): Promise<boolean> {
  return (await one("SELECT 1 AS there FROM sqlite_schema WHERE type = 'table' AND name = $1", [table])) !== null;
}

/** Adds columns that are not there yet: table, column and what SQL says of it. */
export async function addColumns(
  connection: Connection,
  columns: readonly (readonly [table: string, column: string, definition: string])[],
): Promise<void> {
  for (const [table, column, definition] of columns)
    if (!(await hasColumn(connection, table, column)))
      await connection.run(`ALTER TABLE "${table}" ADD COLUMN "${column}" ${definition}`);
}
