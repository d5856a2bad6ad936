// Edits as they reach the disk: applied by the core in a transaction, written row by row, noted in the journal.
import { nanoid } from 'nanoid';
import { Op, type Transaction } from 'sequelize';
import * as z from 'zod';
import { err, ok, type Result } from '@/core/result';
import { applyTracked, type Edit, type EditProblem, editSchema, invert, labelOf, type Rig } from '@/core/rig';
import type { Database } from '../database/connection';
import { announce } from './events';
import { loadRig, recordSchema, writeTouched } from './rows';

/** One edit as it stands in the journal; `version` is the rig's version after it. */
export interface Entry {
  readonly version: number;
  readonly editId: string;
  readonly kind: 'edit' | 'undo' | 'redo';
  readonly label: string;
  readonly edit: Edit;
}

/** Where a rig stands: what a browser needs to catch up, and what undo and redo would do. */
export interface Standing {
  readonly version: number;
  readonly entries: readonly Entry[];
  readonly undo: string | null;
  /** The edit that undo would take back: a browser knows by it whether it made that edit itself. */
  readonly undoId: string | null;
  readonly redo: string | null;
}

export type SubmitProblem =
  | EditProblem
  | { readonly type: 'no-rig' }
  | { readonly type: 'nothing-to-undo' }
  | { readonly type: 'nothing-to-redo' };

export interface Submission {
  readonly editId: string;
  /** The version that the browser had seen when it made the edit. */
  readonly baseVersion: number;
  readonly edit: Edit;
}

type Refused = { readonly problem: SubmitProblem; readonly standing: Standing };

// The rigs that were edited last, so that an edit on a large one does not load it anew. Checked against the version on disk.
const shared = globalThis as { keenDialRigs?: Map<string, { readonly rig: Rig; readonly version: number }> };
shared.keenDialRigs ??= new Map();
const recent = shared.keenDialRigs;
const KEPT = 4;

function remember(id: string, rig: Rig, version: number): void {
  recent.delete(id);
  recent.set(id, { rig, version });
  const [oldest] = recent.keys();
  if (recent.size > KEPT && oldest !== undefined) recent.delete(oldest);
}

/** Forgets every rig in memory: after the database was replaced, a version says nothing about what is kept here. */
export const forgetRigs = (): void => recent.clear();

/** The rig as it is now, from memory if that is current. */
export async function currentRig(
  db: Database,
  id: string,
  transaction?: Transaction,
): Promise<{ readonly rig: Rig; readonly version: number } | null> {
  const found = await db.rigs.findOne({
    where: { id, deletedAt: null },
    attributes: ['version'],
    raw: true,
    ...(transaction ? { transaction } : {}),
  });
  if (!found) {
    recent.delete(id);
    return null;
  }
  const version = Number(recordSchema(found).version);
  const kept = recent.get(id);
  if (kept?.version === version) return kept;
  const loaded = await loadRig(db, id, transaction);
  if (loaded) remember(id, loaded.rig, loaded.version);
  return loaded;
}

/**
 * Takes an edit: a retry (same edit id) is acknowledged and not applied again; an edit on a stale version is applied to the
 * present rig if every value that it saw still stands, and refused with both values if not.
 */
export async function submit(db: Database, rigId: string, submission: Submission): Promise<Result<Standing, Refused>> {
  const { edit, editId, baseVersion } = submission;
  return db.write(async (transaction) => {
    const now = await currentRig(db, rigId, transaction);
    if (!now) return err({ problem: { type: 'no-rig' }, standing: nowhere });
    const known = await db.journal.findOne({ where: { rigId, editId }, raw: true, transaction });
    if (known) return ok(await standing(db, rigId, baseVersion, transaction));
    const done = await append(db, now, { editId, kind: 'edit', edit, label: labelOf(edit) }, transaction);
    if (!done.ok) return err({ problem: done.error, standing: await standing(db, rigId, baseVersion, transaction) });
    return ok(await standing(db, rigId, baseVersion, transaction));
  });
}

const nowhere: Standing = { version: 0, entries: [], undo: null, undoId: null, redo: null };

/** Takes back the newest edit that is not undone, whichever tab made it. */
export async function undo(db: Database, rigId: string, editId: string, baseVersion: number): Promise<Result<Standing, Refused>> {
  return step(db, rigId, editId, baseVersion, 'undo');
}

/** Does again what was undone last, unless something else was done since. */
export async function redo(db: Database, rigId: string, editId: string, baseVersion: number): Promise<Result<Standing, Refused>> {
  return step(db, rigId, editId, baseVersion, 'redo');
}

async function step(
  db: Database,
  rigId: string,
  editId: string,
  baseVersion: number,
  kind: 'undo' | 'redo',
): Promise<Result<Standing, Refused>> {
  return db.write(async (transaction) => {
    const now = await currentRig(db, rigId, transaction);
    if (!now) return err({ problem: { type: 'no-rig' }, standing: nowhere });
    const known = await db.journal.findOne({ where: { rigId, editId }, raw: true, transaction });
    if (known) return ok(await standing(db, rigId, baseVersion, transaction));
    const next = kind === 'undo' ? await undoable(db, rigId, transaction) : await redoable(db, rigId, transaction);
    if (!next)
      return err({
        problem: { type: kind === 'undo' ? 'nothing-to-undo' : 'nothing-to-redo' },
        standing: await standing(db, rigId, baseVersion, transaction),
      });
    const edit = kind === 'undo' ? invert(next.edit) : next.edit;
    const done = await append(db, now, { editId, kind, edit, label: next.label }, transaction);
    if (!done.ok) return err({ problem: done.error, standing: await standing(db, rigId, baseVersion, transaction) });
    await db.journal.update({ undone: kind === 'undo' }, { where: { rigId, version: next.version }, transaction });
    return ok(await standing(db, rigId, baseVersion, transaction));
  });
}

async function append(
  db: Database,
  now: { readonly rig: Rig; readonly version: number },
  entry: Omit<Entry, 'version'>,
  transaction: Transaction,
): Promise<Result<null, EditProblem>> {
  const rigId = now.rig.id;
  const applied = applyTracked(now.rig, entry.edit);
  if (!applied.ok) return applied;
  const { rig, touched } = applied.value;
  const version = now.version + 1;
  const at = new Date().toISOString();
  await writeTouched(db, rigId, touched, transaction);
  await db.rigs.update(
    { name: rig.name, notes: rig.notes, preferences: JSON.stringify(rig.preferences), version, changedAt: at },
    { where: { id: rigId }, transaction },
  );
  if (entry.kind === 'edit' && touched.length >= BULK)
    await putRevision(db, rigId, { version: now.version, name: `Before: ${entry.label}`, automatic: true }, transaction);
  if (entry.kind === 'edit') await db.journal.update({ discarded: true }, { where: { rigId, undone: true }, transaction });
  await db.journal.create(
    { ...entry, rigId, version, edit: JSON.stringify(entry.edit), at, undone: false, discarded: false },
    { transaction },
  );
  transaction.afterCommit(() => {
    remember(rigId, rig, version);
    announce(rigId, version);
  });
  return ok(null);
}

/** An edit that touches at least so many rows (a plan, a list of parameters, a merge, a bulk change) leaves a revision before it. */
const BULK = 6;

/** Notes a point of the journal; the same point may carry several names. */
export async function putRevision(
  db: Database,
  rigId: string,
  revision: { readonly version: number; readonly name: string; readonly automatic: boolean },
  transaction: Transaction,
): Promise<string> {
  const id = nanoid(10);
  await db.revisions.create({ rigId, id, ...revision, at: new Date().toISOString() }, { transaction });
  return id;
}

/** What happened after a version, and what undo and redo would do now. */
export async function standing(db: Database, rigId: string, since: number, transaction?: Transaction): Promise<Standing> {
  const options = { raw: true as const, ...(transaction ? { transaction } : {}) };
  const rows = await db.journal.findAll({
    where: { rigId, version: { [Op.gt]: since } },
    order: [['version', 'ASC']],
    ...options,
  });
  const entries = rows.map(entryOf);
  const found = await db.rigs.findOne({ where: { id: rigId }, attributes: ['version'], ...options });
  const version = found ? Number(recordSchema(found).version) : 0;
  const [last, next] = [await undoable(db, rigId, transaction), await redoable(db, rigId, transaction)];
  return { version, entries, undo: last?.label ?? null, undoId: last?.editId ?? null, redo: next?.label ?? null };
}

async function undoable(db: Database, rigId: string, transaction?: Transaction): Promise<Entry | null> {
  const row = await db.journal.findOne({
    where: { rigId, kind: 'edit', undone: false },
    order: [['version', 'DESC']],
    raw: true,
    ...(transaction ? { transaction } : {}),
  });
  return row ? entryOf(row) : null;
}

async function redoable(db: Database, rigId: string, transaction?: Transaction): Promise<Entry | null> {
  const row = await db.journal.findOne({
    where: { rigId, kind: 'edit', undone: true, discarded: false },
    order: [['version', 'ASC']],
    raw: true,
    ...(transaction ? { transaction } : {}),
  });
  return row ? entryOf(row) : null;
}

const entrySchema = z.object({
  version: z.number(),
  editId: z.string(),
  kind: z.enum(['edit', 'undo', 'redo']),
  label: z.string(),
  edit: z.string(),
});

/** An entry of the journal as it is on disk. */
export function entryOf(row: unknown): Entry {
  const record = entrySchema.parse(recordSchema(row));
  return { ...record, edit: editSchema.parse(JSON.parse(record.edit)) };
}
