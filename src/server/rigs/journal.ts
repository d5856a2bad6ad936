// Edits as they reach the disk: applied by the core in a transaction, written row by row, noted in the journal.
import { nanoid } from 'nanoid';
import * as z from 'zod';
import { err, ok, type Result } from '@/core/base';
import { applyTracked, type Edit, type EditProblem, editSchema, invert, labelOf, type Rig } from '@/core/rig';
import { type DbRecord, type Reading, reading, type Source, type Writing } from '../database/connection';
import { announce } from './events';
import { loadRig, writeTouched } from './rows';

/** One edit as it stands in the journal; `version` is the rig's version after it. */
export interface Entry {
  readonly version: number;
  readonly editId: string;
  readonly kind: 'edit' | 'undo' | 'redo';
  readonly label: string;
  readonly edit: Edit;
}

export type SubmitProblem =
  | EditProblem
  | { readonly type: 'no-rig' }
  | { readonly type: 'nothing-to-undo' }
  | { readonly type: 'nothing-to-redo' };

// The rigs that were edited last, so that an edit on a large one does not load it anew. Checked against version and epoch on disk: after a
// restore the same version may stand for something else.
interface Kept {
  readonly rig: Rig;
  readonly version: number;
  readonly epoch: string;
}
const shared = globalThis as { keenDialRigs?: Map<string, Kept> };
shared.keenDialRigs ??= new Map();
const recent = shared.keenDialRigs;
const KEPT = 4;

function remember(id: string, kept: Kept): void {
  recent.delete(id);
  recent.set(id, kept);
  const [oldest] = recent.keys();
  if (recent.size > KEPT && oldest !== undefined) recent.delete(oldest);
}

/** How far the journal of a rig goes, and in which life of the database; null where there is no such rig. */
export async function versionOf(
  { one }: Reading,
  id: string,
): Promise<{ readonly version: number; readonly epoch: string } | null> {
  const row = await one(
    `SELECT "version", (SELECT "value" FROM "meta" WHERE "name" = 'epoch') AS "epoch" FROM "rigs" WHERE "id" = $1 AND "deletedAt" IS NULL`,
    [id],
  );
  return row && { version: Number(row.version), epoch: String(row.epoch) };
}

/** The rig as it is now, from memory if that is current. */
export function currentRig(source: Source, id: string): Promise<Kept | null> {
  return reading(source, async (now) => {
    const found = await versionOf(now, id);
    if (!found) {
      recent.delete(id);
      return null;
    }
    const known = recent.get(id);
    if (known?.version === found.version && known.epoch === found.epoch) return known;
    const loaded = await loadRig(now, id);
    if (!loaded) return null;
    const kept = { ...loaded, epoch: found.epoch };
    remember(id, kept);
    return kept;
  });
}

/**
 * Takes an edit: a retry (same edit id) is acknowledged and not applied again; an edit on a stale version is applied to the
 * present rig if every value that it saw still stands, and refused with both values if not.
 */
export async function takeEdit(
  writing: Writing,
  rigId: string,
  editId: string,
  edit: Edit,
  far: Far = () => undefined,
): Promise<Result<null, SubmitProblem>> {
  const now = await currentRig(writing, rigId);
  if (!now) return err({ type: 'no-rig' });
  if (await isKnown(writing, rigId, editId)) return ok(null);
  return append(writing, now, { editId, kind: 'edit', edit, label: labelOf(edit) }, far);
}

/** Is told how many of an edit's rows are written; what it throws ends the edit, and nothing of it is kept. */
export type Far = (rows: number, of: number) => void;

/** Whether an edit is in the journal of a rig. */
export const isKnown = async ({ one }: Reading, rigId: string, editId: string): Promise<boolean> =>
  (await one('SELECT 1 AS "known" FROM "journal" WHERE "rigId" = $1 AND "editId" = $2', [rigId, editId])) !== null;

/** A step back, or forth again. */
export interface StepAsked {
  readonly editId: string;
  readonly kind: 'undo' | 'redo';
  /** The edit that is taken back or done again; null for the one that is next. */
  readonly of: string | null;
}

/** Takes an edit back, or does it again, within a transaction. */
export async function takeStep(
  writing: Writing,
  rigId: string,
  { editId, kind, of }: StepAsked,
  far: Far = () => undefined,
): Promise<Result<null, SubmitProblem>> {
  const now = await currentRig(writing, rigId);
  if (!now) return err({ type: 'no-rig' });
  if (await isKnown(writing, rigId, editId)) return ok(null);
  const next = await (kind === 'undo' ? undoable(writing, rigId, of) : redoable(writing, rigId, of));
  if (!next) return err({ type: kind === 'undo' ? 'nothing-to-undo' : 'nothing-to-redo' });
  const edit = kind === 'undo' ? invert(next.edit) : next.edit;
  const done = await append(writing, now, { editId, kind, edit, label: next.label }, far);
  if (!done.ok) return done;
  await writing.run('UPDATE "journal" SET "undone" = $1 WHERE "rigId" = $2 AND "version" = $3', [
    kind === 'undo',
    rigId,
    next.version,
  ]);
  return ok(null);
}

async function append(writing: Writing, now: Kept, entry: Omit<Entry, 'version'>, far: Far): Promise<Result<null, EditProblem>> {
  const rigId = now.rig.id;
  const applied = applyTracked(now.rig, entry.edit);
  if (!applied.ok) return applied;
  const { rig, touched } = applied.value;
  const version = now.version + 1;
  const at = new Date().toISOString();
  await writeTouched(writing, rigId, touched, far);
  await writing.run(
    'UPDATE "rigs" SET "name" = $1, "notes" = $2, "preferences" = $3, "version" = $4, "changedAt" = $5 WHERE "id" = $6',
    [rig.name, rig.notes, JSON.stringify(rig.preferences), version, at, rigId],
  );
  if (entry.kind === 'edit' && touched.length >= BULK)
    await putRevision(writing, rigId, { version: now.version, name: `Before: ${entry.label}`, automatic: true });
  if (entry.kind === 'edit')
    await writing.run('UPDATE "journal" SET "discarded" = 1 WHERE "rigId" = $1 AND "undone" = 1 AND "discarded" = 0', [rigId]);
  const { editId, kind, label } = entry;
  await writing.insert('journal', [
    { rigId, version, editId, kind, label, edit: JSON.stringify(entry.edit), at, undone: false, discarded: false },
  ]);
  writing.afterCommit(() => {
    remember(rigId, { rig, version, epoch: now.epoch });
    announce(rigId, { epoch: now.epoch, version, newest: editId });
  });
  return ok(null);
}

/** An edit that touches at least so many rows (a plan, a list of parameters, a merge, a bulk change) leaves a revision before it. */
const BULK = 6;

/** Notes a point of the journal; the same point may carry several names. */
export async function putRevision(
  writing: Writing,
  rigId: string,
  revision: { readonly version: number; readonly name: string; readonly automatic: boolean },
): Promise<string> {
  const id = nanoid(10);
  await writing.insert('revisions', [{ rigId, id, ...revision, at: new Date().toISOString() }]);
  return id;
}

// The conditions stand as the indexes of the journal state them: SQLite takes a partial index only for the very same words.
const UNDOABLE = `"kind" = 'edit' AND "undone" = 0`;
const REDOABLE = `"undone" = 1 AND "discarded" = 0 AND "kind" = 'edit'`;

/** The newest edit that can be taken back, or a certain one, if it can. */
export async function undoable({ one }: Reading, rigId: string, of: string | null = null): Promise<Entry | null> {
  const row =
    of === null
      ? await one(`SELECT * FROM "journal" WHERE "rigId" = $1 AND ${UNDOABLE} ORDER BY "version" DESC LIMIT 1`, [rigId])
      : await one(`SELECT * FROM "journal" WHERE "rigId" = $1 AND "editId" = $2 AND ${UNDOABLE}`, [rigId, of]);
  return row ? entryOf(row) : null;
}

/** The first edit that can be done again, or a certain one, if it can. */
export async function redoable({ one }: Reading, rigId: string, of: string | null = null): Promise<Entry | null> {
  const row =
    of === null
      ? await one(`SELECT * FROM "journal" WHERE "rigId" = $1 AND ${REDOABLE} ORDER BY "version" LIMIT 1`, [rigId])
      : await one(`SELECT * FROM "journal" WHERE "rigId" = $1 AND "editId" = $2 AND ${REDOABLE}`, [rigId, of]);
  return row ? entryOf(row) : null;
}

/** The newest edits that can be taken back, the newest first, and the first ones that can be done again, the first first: at most so many. */
export async function stepsAround(
  { all }: Reading,
  rigId: string,
  most: number,
): Promise<{ readonly back: readonly Entry[]; readonly forth: readonly Entry[] }> {
  const from = `SELECT * FROM "journal" WHERE "rigId" = $1 AND`;
  const back = await all(`${from} ${UNDOABLE} ORDER BY "version" DESC LIMIT $2`, [rigId, most]);
  const forth = await all(`${from} ${REDOABLE} ORDER BY "version" LIMIT $2`, [rigId, most]);
  return { back: back.map(entryOf), forth: forth.map(entryOf) };
}

const entrySchema = z.object({
  version: z.number(),
  editId: z.string(),
  kind: z.enum(['edit', 'undo', 'redo']),
  label: z.string(),
  edit: z.string(),
});

/** An entry of the journal as it is on disk. */
export function entryOf(row: DbRecord): Entry {
  const record = entrySchema.parse(row);
  return { ...record, edit: editSchema.parse(JSON.parse(record.edit)) };
}
