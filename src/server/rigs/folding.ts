// Folding a history: the steps before a named state go, and what they alone could tell of the devices is kept in their place.

import { err, ok, type Result } from '@/core/base';
import { beginBefore, type EnteredWalk, goOnWith, heldBefore } from '@/core/commands';
import { type Database, reading, type Source } from '../database/connection';
import { foldOf } from './folds';
import { rigAt, walkDown } from './history';
import { currentRig } from './journal';

/** Steps that would go if the history of a rig were folded before a version. */
export const stepsBefore = (source: Source, rigId: string, version: number): Promise<number> =>
  reading(source, async ({ one }) =>
    Number((await one('SELECT COUNT(*) AS "n" FROM "journal" WHERE "rigId" = $1 AND "version" <= $2', [rigId, version]))?.n),
  );

/**
 * Folds the history of a rig before a version: its steps up to there and the names of states before it go; undo, going back and comparing reach
 * down to it and no further. What is ticked is known as before. How many steps went, or why none did. The caller has made a backup.
 */
export function foldHistory(db: Database, rigId: string, version: number): Promise<Result<number, string>> {
  return db.write(async (writing) => {
    const now = await currentRig(writing, rigId);
    if (!now) return err('This rig is gone.');
    const before = await foldOf(writing, rigId);
    if (version <= (before?.version ?? 0) || version > now.version) return err('There is nothing before that state.');
    const rig = await rigAt(writing, rigId, version);
    if (!rig.ok) return rig;
    const walk: EnteredWalk = beginBefore(rig.value);
    let whole = await walkDown(writing, rigId, walk, version, before?.version ?? 0);
    if (whole && before) {
      goOnWith(walk, before.held);
      whole = before.held.whole;
    }
    const at = new Date().toISOString();
    const held = JSON.stringify(heldBefore(walk, whole));
    await writing.insert(
      'folds',
      [{ rigId, version, held, at }],
      'ON CONFLICT ("rigId") DO UPDATE SET "version" = excluded."version", "held" = excluded."held", "at" = excluded."at"',
    );
    await writing.run('DELETE FROM "revisions" WHERE "rigId" = $1 AND "version" < $2', [rigId, version]);
    return ok(await writing.run('DELETE FROM "journal" WHERE "rigId" = $1 AND "version" <= $2', [rigId, version]));
  });
}
