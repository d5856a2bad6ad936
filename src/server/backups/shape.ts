// The shape of a database: its tables with columns, indexes and foreign keys, whatever order they were made in.
import type { Reading } from '../database/sql';

/** By table: one text that is equal for two tables of the same shape. */
export async function shapeOf({ all }: Reading): Promise<ReadonlyMap<string, string>> {
  const shapes = new Map<string, string>();
  const tables = await all("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name");
  for (const { name: raw } of tables) {
    const name = String(raw);
    const columns = await all('SELECT name, type, "notnull", dflt_value, pk, hidden FROM pragma_table_xinfo($1) ORDER BY name', [
      name,
    ]);
    const indexes = await all('SELECT name, "unique", origin, partial FROM pragma_index_list($1) ORDER BY name', [name]);
    const parts: unknown[] = [];
    for (const index of indexes) {
      const own = await all('SELECT seqno, name FROM pragma_index_info($1) ORDER BY seqno', [String(index.name)]);
      parts.push([{ ...index, name: index.origin === 'c' ? index.name : '' }, own]);
    }
    const keys = await all(
      'SELECT "table", "from", "to", on_update, on_delete FROM pragma_foreign_key_list($1) ORDER BY "table", "from"',
      [name],
    );
    shapes.set(name, JSON.stringify({ columns, parts, keys }));
  }
  return shapes;
}
