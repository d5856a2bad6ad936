// Edits into a journal by hand: by the version that was seen, without what a window knows of it.
import { err, ok, type Result } from '@/core/base';
import type { Edit } from '@/core/rig';
import type { Database, Writing } from '@/server/database/connection';
import {
  type Entry,
  entryOf,
  redoable,
  type SubmitProblem,
  takeEdit,
  takeStep,
  undoable,
  versionOf,
} from '@/server/rigs/journal';

interface Standing {
  readonly version: number;
  readonly entries: readonly Entry[];
  /** The labels of what undo and redo would do. */
  readonly undo: string | null;
  readonly redo: string | null;
}
type Taken = Result<Standing, { readonly problem: SubmitProblem; readonly standing: Standing }>;

/** Where a journal stands, and what came after a version. */
export const journalHead = (db: Database, rigId: string, since: number): Promise<Standing> =>
  db.read(async (now) => ({
    version: (await versionOf(now, rigId))?.version ?? 0,
    entries: (
      await now.all('SELECT * FROM "journal" WHERE "rigId" = $1 AND "version" > $2 ORDER BY "version"', [rigId, since])
    ).map(entryOf),
    undo: (await undoable(now, rigId))?.label ?? null,
    redo: (await redoable(now, rigId))?.label ?? null,
  }));

async function taken(
  db: Database,
  rigId: string,
  since: number,
  work: (writing: Writing) => Promise<Result<null, SubmitProblem>>,
): Promise<Taken> {
  const done = await db.write(work);
  const standing = await journalHead(db, rigId, since);
  return done.ok ? ok(standing) : err({ problem: done.error, standing });
}

interface Submission {
  readonly editId: string;
  readonly baseVersion: number;
  readonly edit: Edit;
}

export const submit = (db: Database, rigId: string, { editId, baseVersion, edit }: Submission): Promise<Taken> =>
  taken(db, rigId, baseVersion, (writing) => takeEdit(writing, rigId, editId, edit));

const stepping =
  (kind: 'undo' | 'redo') =>
  (db: Database, rigId: string, editId: string, since: number): Promise<Taken> =>
    taken(db, rigId, since, (writing) => takeStep(writing, rigId, { editId, kind, of: null }));

/** Takes back the newest edit that is not undone, and does again what was undone last. */
export const undo = stepping('undo');
export const redo = stepping('redo');
