// A rig that is opened, as one string on its way to the screen: its tables as columns, a quarter of the size of rows. Nothing of it is kept.
import { type Columns, fromColumns, toColumns } from '../base';
import { type Rig, rowsOf, type TableName, tableNames } from '../rig';
import type { Opened } from './state';

/** What is handed over: `columns` are tables of the rig that went as columns; in `opened` these are empty. */
interface Handed {
  readonly opened: Opened;
  readonly columns: Readonly<Partial<Record<TableName, Columns>>>;
}

/** A rig that is opened, as text for {@link openedFrom}. */
export function handedOver(opened: Opened): string {
  const columns: Partial<Record<TableName, Columns>> = {};
  let rig: Rig = opened.confirmed.rig;
  for (const table of tableNames) {
    const made = toColumns(rowsOf(rig, table));
    if (!made) continue;
    columns[table] = made;
    rig = { ...rig, [table]: [] };
  }
  return JSON.stringify({ opened: { ...opened, confirmed: { ...opened.confirmed, rig } }, columns } satisfies Handed);
}

/** What {@link handedOver} was given. Takes only its own text: the page and what it was served with are of one build. */
export function openedFrom(text: string): Opened {
  const { opened, columns }: Handed = JSON.parse(text);
  let { rig } = opened.confirmed;
  for (const table of tableNames) {
    const made = columns[table];
    if (made) rig = { ...rig, [table]: fromColumns(made) };
  }
  return { ...opened, confirmed: { ...opened.confirmed, rig } };
}
