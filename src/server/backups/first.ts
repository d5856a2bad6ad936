// What must not be done without a backup: made first, and where it cannot be made, not done.
import { err, type Result } from '@/core/base';
import type { Database } from '../database/connection';
import { dataFolder } from '../folder/paths';
import { dueForRemoval, removeForGood } from '../rigs/removal';
import { makeBackup, sizeOf } from './automatic';
import type { Reason } from './retention';

/** Makes a backup, then does the work; only the reason where it could not be made. */
export async function backedUp<T>(
  db: Database,
  reason: Reason,
  work: () => Promise<Result<T, string>>,
): Promise<Result<T, string>> {
  const make = (look: 'whole' | 'bytes') => makeBackup(dataFolder(), reason, db.copyTo, sizeOf(db.file), look);
  let made = await make('whole');
  // A rig that cannot be read keeps every backup from passing; to be rid of it, a copy that is sound as a file has to do.
  if (!made.ok && reason === 'before-removal') made = await make('bytes');
  return made.ok ? work() : err(`${made.error} Without it nothing is removed.`);
}

/** Removes what was deleted thirty days ago and announced, with a backup first. Nothing goes where none can be made. */
export async function removeWhatIsDue(db: Database): Promise<void> {
  if (db.readOnly !== null) return;
  const due = await dueForRemoval(db);
  if (due.length === 0) return;
  await backedUp(db, 'before-removal', () =>
    removeForGood(
      db,
      due.map((d) => d.id),
    ),
  );
}
