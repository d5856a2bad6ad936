// Two rigs side by side in one: what each is made of, with ids, names and ports of its own.
import { type Rig, rowsOf, tableNames } from '../../src/core/rig';

const MARK = 'z-';
const mark = (text: string): string => (text === '' ? '' : `${MARK}${text}`);

/** A rig under ids of its own and behind it in order, with other names, its gear in other ports: the same rig, which can stand beside what it was made from. */
export function apartFrom(rig: Rig): Rig {
  const ids = new Set(tableNames.flatMap((table) => rowsOf(rig, table).map((row) => row.id)));
  const other = (value: unknown, key: string): unknown => {
    if (typeof value === 'string') return ids.has(value) || key === 'name' ? mark(value) : value;
    if (Array.isArray(value)) return value.map((v) => other(v, key));
    if (value === null || typeof value !== 'object') return value;
    return Object.fromEntries(
      Object.entries(value).map(([k, v]) => [k, k === 'order' && typeof v === 'number' ? v + 1000 : other(v, k)]),
    );
  };
  const made = other(rig, '') as Rig; // border: the same shapes, with other ids
  return {
    ...made,
    controllers: made.controllers.map((c) => ({ ...c, port: mark(c.port) })),
    targets: made.targets.map((t) => ({ ...t, port: mark(t.port) })),
    landings: made.landings.map((l) => ({ ...l, port: mark(l.port) })),
  };
}

/** Both in one rig: the rows of the one, then those of the other. */
export function beside(one: Rig, other: Rig): Rig {
  const tables = tableNames.map((table) => [table, [...rowsOf(one, table), ...rowsOf(other, table)]]);
  return { ...one, ...Object.fromEntries(tables) };
}
