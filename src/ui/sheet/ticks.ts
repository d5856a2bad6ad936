// Ticks as edits: entered on either side, saved in a controller.
import { type Assignment, batch, type Edit, type Landing, set } from '@/core/rig';

const markNow = (on: boolean): { readonly at: string } | null => (on ? { at: new Date().toISOString() } : null);
const verb = (on: boolean): string => (on ? 'Tick' : 'Untick');

/** `what` names them in the undo button and the history. Rows that stand as wished already are left alone. */
export function tickEntered(
  what: string,
  rows: { readonly assignments?: readonly Assignment[]; readonly landings?: readonly Landing[] },
  on: boolean,
): Edit {
  const mark = markNow(on);
  return batch(`${verb(on)} ${what} as entered`, [
    ...(rows.assignments ?? []).filter((a) => (a.entered === null) === on).map((a) => set('assignments', a, 'entered', mark)),
    ...(rows.landings ?? []).filter((l) => (l.entered === null) === on).map((l) => set('landings', l, 'entered', mark)),
  ]);
}

/** As `tickEntered`, for what is kept in a slot. */
export function tickSaved(what: string, assignments: readonly Assignment[], on: boolean): Edit {
  const mark = markNow(on);
  return batch(
    `${verb(on)} ${what} as saved`,
    assignments.filter((a) => (a.saved === null) === on).map((a) => set('assignments', a, 'saved', mark)),
  );
}
