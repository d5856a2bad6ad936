// What undo would take back and redo do again, kept in step with the journal.
import type { Entry, Head } from './message';
import type { Done } from './state';

/** Most edits that are kept to be taken back without asking the journal. */
const MOST = 100;

export interface Times {
  readonly past: readonly Done[];
  readonly future: readonly Done[];
}

const done = (id: string, label: string, edit: Done['edit']): Done => ({ id, label, edit, neverSent: false });

/** A new edit can be taken back, and ends what could be done again. */
export const afterEdit = ({ past }: Times, edit: Done): Times => ({ past: [...past, edit].slice(-MOST), future: [] });

/** The newest of the past goes to the future. */
export const afterUndo = ({ past, future }: Times, what: Done): Times => ({
  past: past.filter((d) => d.id !== what.id),
  future: [...future, what],
});

/** The newest of the future goes back to the past. */
export const afterRedo = ({ past, future }: Times, what: Done): Times => ({
  past: [...past, what],
  future: future.filter((d) => d.id !== what.id),
});

/** Edits that nobody can take back any more: they were refused. */
export const without = ({ past, future }: Times, ids: ReadonlySet<string>): Times => ({
  past: past.filter((d) => !ids.has(d.id)),
  future: future.filter((d) => !ids.has(d.id)),
});

/** What somebody else did: an edit can be taken back, and ends what could be done again. */
export const afterOthers = (times: Times, entry: Entry): Times =>
  entry.kind === 'edit' ? afterEdit(times, done(entry.id, entry.label, entry.edit)) : times;

/** The journal has the last word on what comes first, once nothing is on its way. */
export function agreed({ past, future }: Times, { undo, redo }: Head): Times {
  return { past: endingWith(past, undo), future: endingWith(future, redo) };
}

function endingWith(list: readonly Done[], top: Head['undo']): readonly Done[] {
  if (!top) return [];
  const at = list.findLastIndex((d) => d.id === top.id);
  return at >= 0 ? list.slice(0, at + 1) : [done(top.id, top.label, null)];
}
