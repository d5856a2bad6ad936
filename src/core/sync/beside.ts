// What is unsent beside a rig that it was not made on: which of it stands there, and what stands there now.
import { type Edit, type Rig, rowsOf } from '../rig';
import { layOn } from './queue';
import type { Queued } from './state';

export interface Beside {
  readonly item: Queued;
  /** Whether it can be put there, after those before it. */
  readonly stands: boolean;
  /** What stands there of the one thing that it changes; null where it changes more than one, or only the journal knows what. */
  readonly there: There | null;
}

export type There = { readonly type: 'value'; readonly value: unknown } | { readonly type: 'row' | 'no-row' };

/** Each unsent edit beside the rig as it is there. */
export function beside(there: Rig, items: readonly Queued[]): readonly Beside[] {
  const standing = new Set(layOn(there, items).standing.map((item) => item.id));
  return items.map((item) => ({
    item,
    stands: standing.has(item.id),
    there: item.edit === null ? null : thereOf(there, item.edit),
  }));
}

function thereOf(rig: Rig, edit: Edit): There | null {
  if (edit.type === 'set-head') return { type: 'value', value: rig[edit.field] };
  if (edit.type === 'batch') {
    const [only, ...more] = edit.edits;
    return only && more.length === 0 ? thereOf(rig, only) : null;
  }
  const id = edit.type === 'set' ? edit.id : edit.type === 'insert' ? edit.row.id : edit.was.id;
  const row = rowsOf(rig, edit.table).find((r) => r.id === id);
  if (!row) return { type: 'no-row' };
  return edit.type === 'set' ? { type: 'value', value: Reflect.get(row, edit.field) } : { type: 'row' };
}
