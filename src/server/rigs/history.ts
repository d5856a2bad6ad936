// The history of a rig: its journal, the points of it that have names, and the rig as it stood at any of them.
import * as z from 'zod';
import { err, ok, type Result } from '@/core/base';
import { beginEntered, type EnteredWalk, enteredRig, goOnWith, stepBack } from '@/core/commands';
import { apply, invert, type Rig } from '@/core/rig';
import { type Database, type DbRecord, type Reading, reading, type Source } from '../database/connection';
import { foldOf } from './folds';
import { currentRig, type Entry, entryOf, putRevision } from './journal';

/** One step of the journal, without its content. `version` is the rig's version after it. */
export interface Step {
  readonly version: number;
  readonly kind: 'edit' | 'undo' | 'redo';
  readonly label: string;
  readonly at: string;
  /** Taken back since. */
  readonly undone: boolean;
}

/** A point of the journal with a name: the rig as it stood at `version`. */
export interface Revision {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly at: string;
  readonly automatic: boolean;
}

export interface History {
  /** The newest first. */
  readonly steps: readonly Step[];
  /** Whether there are older steps than the last one here. */
  readonly more: boolean;
  readonly revisions: readonly Revision[];
  readonly version: number;
  /** The version where the history begins: 0, or where it was folded. */
  readonly begins: number;
}

const stepSchema = z.object({
  version: z.number(),
  kind: z.enum(['edit', 'undo', 'redo']),
  label: z.string(),
  at: z.string(),
  undone: z.coerce.boolean(),
});
/** A revision as it lies in its row. */
export const revisionSchema = z.object({
  id: z.string(),
  version: z.number().int().min(0),
  name: z.string(),
  at: z.iso.datetime(),
  automatic: z.coerce.boolean(),
});

/** Steps at a time. */
export const PAGE = 200;

/** The journal up to a version (exclusive; the newest steps without one) and every revision, from one moment. Null when the rig is gone. */
export function historyOf(source: Source, rigId: string, before?: number): Promise<History | null> {
  return reading(source, async (here) => {
    const now = await currentRig(here, rigId);
    if (!now) return null;
    const rows = await here.all(
      `SELECT "version", "kind", "label", "at", "undone" FROM "journal" WHERE "rigId" = $1 AND "version" < $2
       ORDER BY "version" DESC LIMIT ${PAGE + 1}`,
      [rigId, before ?? Number.MAX_SAFE_INTEGER],
    );
    const revisions = await here.all('SELECT * FROM "revisions" WHERE "rigId" = $1 ORDER BY "version" DESC', [rigId]);
    return {
      steps: rows.slice(0, PAGE).map((row) => stepSchema.parse(row)),
      more: rows.length > PAGE,
      revisions: revisions.map((row) => revisionSchema.parse(row)),
      version: now.version,
      begins: (await foldOf(here, rigId))?.version ?? 0,
    };
  });
}

/** Steps of the journal down to a version (exclusive), the newest first, a page at a time. */
const pageDown = ({ all }: Reading, rigId: string, from: number, to: number): Promise<readonly DbRecord[]> =>
  all('SELECT * FROM "journal" WHERE "rigId" = $1 AND "version" <= $2 AND "version" > $3 ORDER BY "version" DESC', [
    rigId,
    from,
    Math.max(to, from - PAGE),
  ]);

/**
 * The rig as it stood at a version: every later step taken back, the newest first. The journal begins where the rig was made,
 * copied or read from a file (version 0), or where it was folded. An error where there is no such point, or where the journal cannot be followed.
 */
export function rigAt(source: Source, rigId: string, version: number): Promise<Result<Rig, string>> {
  return reading(source, async (here) => {
    const now = await currentRig(here, rigId);
    if (!now) return err('This rig is gone.');
    if (version < 0 || version > now.version) return err('There is no such point in the history of this rig.');
    let { rig } = now;
    let at = now.version;
    while (at > version) {
      const rows = await pageDown(here, rigId, at, version);
      for (const row of rows) {
        const entry = readEntry(row);
        const back = entry?.version === at ? apply(rig, invert(entry.edit)) : null;
        if (!back?.ok)
          return err(
            `The history cannot be followed further back than version ${at}: a step there was written by an older Keen Dial.`,
          );
        rig = back.value;
        at--;
      }
      if (rows.length === 0) return err(`The history of this rig begins at version ${at}.`);
    }
    return ok(rig);
  });
}

/**
 * The rig as the devices hold it by the ticks: every function as it read when it was last entered. `whole` is false where the journal
 * cannot be followed to its beginning; then only what was entered since then is known. Null when the rig is gone.
 */
export function heldRig(source: Source, rigId: string): Promise<{ readonly rig: Rig; readonly whole: boolean } | null> {
  return reading(source, async (here) => {
    const now = await currentRig(here, rigId);
    if (!now) return null;
    const walk = beginEntered(now.rig);
    const fold = await foldOf(here, rigId);
    const whole = await walkDown(here, rigId, walk, now.version, fold?.version ?? 0);
    if (whole && fold) goOnWith(walk, fold.held);
    return { rig: enteredRig(walk), whole: whole && (fold?.held.whole ?? true) };
  });
}

/** Takes a walk down the journal from a version to another; false where a step cannot be followed. */
export async function walkDown(here: Reading, rigId: string, walk: EnteredWalk, from: number, to: number): Promise<boolean> {
  for (let at = from; at > to; at -= PAGE)
    for (const row of await pageDown(here, rigId, at, to)) {
      const entry = readEntry(row);
      if (!entry || !stepBack(walk, entry.edit)) return false;
    }
  return true;
}

/** An entry that may have been written by an older version; null where it cannot be read. */
function readEntry(row: DbRecord): Entry | null {
  try {
    return entryOf(row);
  } catch {
    return null;
  }
}

/** Gives a point of the journal a name. Null when the rig or the point is gone. */
export function nameRevision(db: Database, rigId: string, version: number, name: string): Promise<string | null> {
  return db.write(async (writing) => {
    const now = await currentRig(writing, rigId);
    const begins = (await foldOf(writing, rigId))?.version ?? 0;
    if (!now || version < begins || version > now.version) return null;
    return putRevision(writing, rigId, { version, name, automatic: false });
  });
}

/** Gives a revision another name; one that was made by itself is then one that somebody named. */
export async function renameRevision(db: Database, rigId: string, id: string, name: string): Promise<boolean> {
  const count = await db.write(({ run }) =>
    run('UPDATE "revisions" SET "name" = $1, "automatic" = 0 WHERE "rigId" = $2 AND "id" = $3', [name, rigId, id]),
  );
  return count > 0;
}

/** Takes a name away again. The point itself stays in the journal. */
export async function dropRevision(db: Database, rigId: string, id: string): Promise<boolean> {
  return (await db.write(({ run }) => run('DELETE FROM "revisions" WHERE "rigId" = $1 AND "id" = $2', [rigId, id]))) > 0;
}
