// The history of a rig: its journal, the points of it that have names, and the rig as it stood at any of them.
import { Op } from 'sequelize';
import * as z from 'zod';
import { beginEntered, enteredRig, stepBack } from '@/core/commands';
import { err, ok, type Result } from '@/core/result';
import { apply, invert, type Rig } from '@/core/rig';
import type { Database } from '../database/connection';
import { currentRig, entryOf, putRevision } from './journal';
import { recordSchema } from './rows';

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
}

const stepSchema = z.object({
  version: z.number(),
  kind: z.enum(['edit', 'undo', 'redo']),
  label: z.string(),
  at: z.string(),
  undone: z.coerce.boolean(),
});
const revisionSchema = z.object({
  id: z.string(),
  version: z.number(),
  name: z.string(),
  at: z.string(),
  automatic: z.coerce.boolean(),
});

/** Steps at a time. */
export const PAGE = 200;

/** The journal up to a version (exclusive; the newest steps without one) and every revision. Null when the rig is gone. */
export async function historyOf(db: Database, rigId: string, before?: number): Promise<History | null> {
  const now = await currentRig(db, rigId);
  if (!now) return null;
  const rows = await db.journal.findAll({
    where: before === undefined ? { rigId } : { rigId, version: { [Op.lt]: before } },
    attributes: ['version', 'kind', 'label', 'at', 'undone'],
    order: [['version', 'DESC']],
    limit: PAGE + 1,
    raw: true,
  });
  const revisions = await db.revisions.findAll({ where: { rigId }, order: [['version', 'DESC']], raw: true });
  return {
    steps: rows.slice(0, PAGE).map((row) => stepSchema.parse(recordSchema(row))),
    more: rows.length > PAGE,
    revisions: revisions.map((row) => revisionSchema.parse(recordSchema(row))),
    version: now.version,
  };
}

/**
 * The rig as it stood at a version: every later step taken back, the newest first. The journal begins where the rig was made,
 * copied or read from a file (version 0). An error where there is no such point, or where the journal cannot be followed.
 */
export async function rigAt(db: Database, rigId: string, version: number): Promise<Result<Rig, string>> {
  const now = await currentRig(db, rigId);
  if (!now) return err('This rig is gone.');
  if (version < 0 || version > now.version) return err('There is no such point in the history of this rig.');
  let { rig } = now;
  let at = now.version;
  while (at > version) {
    const rows = await db.journal.findAll({
      where: { rigId, version: { [Op.lte]: at, [Op.gt]: Math.max(version, at - PAGE) } },
      order: [['version', 'DESC']],
      raw: true,
    });
    for (const row of rows) {
      const entry = entryOf(row);
      const back = entry.version === at ? apply(rig, invert(entry.edit)) : null;
      if (!back?.ok)
        return err(
          `The journal cannot be followed further back than version ${at}: a step there was written by an older Keen Dial.`,
        );
      rig = back.value;
      at--;
    }
    if (rows.length === 0) return err(`The journal of this rig begins at version ${at}.`);
  }
  return ok(rig);
}

/**
 * The rig as the devices hold it by the ticks: every function as it read when it was last entered. `whole` is false where the journal
 * cannot be followed to its beginning; then only what was entered since then is known. Null when the rig is gone.
 */
export async function heldRig(db: Database, rigId: string): Promise<{ readonly rig: Rig; readonly whole: boolean } | null> {
  const now = await currentRig(db, rigId);
  if (!now) return null;
  const walk = beginEntered(now.rig);
  for (let at = now.version; at > 0; at -= PAGE) {
    const rows = await db.journal.findAll({
      where: { rigId, version: { [Op.lte]: at, [Op.gt]: at - PAGE } },
      order: [['version', 'DESC']],
      raw: true,
    });
    for (const row of rows) if (!stepBack(walk, entryOf(row).edit)) return { rig: enteredRig(walk), whole: false };
  }
  return { rig: enteredRig(walk), whole: true };
}

/** Gives a point of the journal a name. Null when the rig or the point is gone. */
export async function nameRevision(db: Database, rigId: string, version: number, name: string): Promise<string | null> {
  return db.write(async (transaction) => {
    const now = await currentRig(db, rigId, transaction);
    if (!now || version < 0 || version > now.version) return null;
    return putRevision(db, rigId, { version, name, automatic: false }, transaction);
  });
}

/** Gives a revision another name; one that was made by itself is then one that somebody named. */
export async function renameRevision(db: Database, rigId: string, id: string, name: string): Promise<boolean> {
  const [count] = await db.write((transaction) =>
    db.revisions.update({ name, automatic: false }, { where: { rigId, id }, transaction }),
  );
  return count > 0;
}

/** Takes a name away again. The point itself stays in the journal. */
export async function dropRevision(db: Database, rigId: string, id: string): Promise<boolean> {
  return (await db.write((transaction) => db.revisions.destroy({ where: { rigId, id }, transaction }))) > 0;
}
