// What every command needs: fresh identifiers from outside, the next order, edits of several fields at once.
import { type Action, type Assignment, type Edit, insert, type Landing, type Row, remove, set, type TableName } from '../rig';

/** Gives a fresh identifier at each call; the core itself has no randomness. */
export type NewId = () => string;

/** The order number that puts a row at the end of its table. */
export const nextOrder = (rows: readonly { readonly order: number }[]): number => (rows[rows.length - 1]?.order ?? 0) + 1;

/** Edits for the fields that really change. */
export function patch<T extends TableName>(table: T, row: Row<T>, changes: Partial<Row<T>>): Edit[] {
  const edits: Edit[] = [];
  for (const field in changes) {
    const to = changes[field];
    if (to === undefined || to === row[field]) continue;
    edits.push(set(table, row, field, to));
  }
  return edits;
}

/**
 * Edits for several fields of a row that only fit together (a range and its scale, a kind and its steps): one by one they might be
 * refused on the way, so the row is taken out and put back as it should be.
 */
export function replaced<T extends TableName>(table: T, row: Row<T>, changes: Partial<Row<T>>): Edit[] {
  const edits = patch(table, row, changes);
  return edits.length < 2 ? edits : [remove(table, row), insert(table, { ...row, ...changes })];
}

/** Takes what was wanted of some parameters off a function: it is not there for them any more. */
export function dropWants(row: Assignment, gone: (parameterId: string) => boolean): Edit[] {
  const left = row.wants.filter((w) => !gone(w.parameterId));
  return left.length === row.wants.length ? [] : [set('assignments', row, 'wants', left)];
}

/** Puts another action in the place of one of a function, and takes the marks off that it makes stale. */
export const withAction = (row: Assignment, at: number, action: Action): Edit[] => [
  set(
    'assignments',
    row,
    'actions',
    row.actions.map((a, i) => (i === at ? action : a)),
  ),
  ...staleAssignment(row),
];

/** What was saved or proved no longer is, once the content changes. A tick that keeps what was entered goes by that; one that does not is taken off. */
export const staleAssignment = (row: Assignment): Edit[] =>
  patch('assignments', row, { ...untold(row), saved: null, proved: null });
/** The same for a text or a light: it has to be entered and saved again, and what is proved stays so. */
export const staleText = (row: Assignment): Edit[] => patch('assignments', row, { ...untold(row), saved: null });
/** Takes the proof off a landing, and a tick that does not keep what was entered. */
export const staleLanding = (row: Landing): Edit[] => patch('landings', row, { ...untold(row), proved: null });

const untold = ({ entered }: Assignment | Landing): { readonly entered?: null } =>
  entered !== null && entered.facts === undefined ? { entered: null } : {};
