// What an edit does, as a line: the thing by its name, what happens to it, and the value.
import type { AnyRow, Edit, RigIndex, TableName } from '@/core/rig';
import type { Queued } from '@/core/sync';
import { rowName } from '../import/row-name';
import { shortly } from '../store/refusal';

/** What a change does. Names are those of the rig as it is shown. */
export function changeWords(index: RigIndex, { kind, label, edit }: Queued): string {
  if (kind !== 'edit') return `${kind === 'undo' ? 'Undo' : 'Redo'}: ${label}`;
  const only = onlyOf(edit);
  if (only === null) return label;
  if (only.type === 'set-head') return `${label}: ${shortly(only.to)}`;
  const row = rowOf(index, only);
  const name = row ? `${rowName(index, { table: only.table, id: row.id, row })} · ` : '';
  return only.type === 'set' ? `${name}${label}: ${shortly(only.to)}` : `${name}${label}`;
}

/** The one thing that an edit does; null where it does several. */
function onlyOf(edit: Edit): Exclude<Edit, { type: 'batch' }> | null {
  if (edit.type !== 'batch') return edit;
  const [first, ...more] = edit.edits;
  return first && more.length === 0 ? onlyOf(first) : null;
}

function rowOf(index: RigIndex, edit: Exclude<Edit, { type: 'batch' | 'set-head' }>): AnyRow | undefined {
  if (edit.type === 'insert') return edit.row;
  if (edit.type === 'remove') return edit.was;
  const rows: Readonly<Record<TableName, readonly AnyRow[]>> = index.rig;
  return rows[edit.table].find((r) => r.id === edit.id);
}
