'use server';
// What the screens may ask of the server. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { editSchema, idSchema, lineSchema, nameSchema } from '@/core/rig';
import { backedUp } from '../backups/first';
import { type FaultKind, faultKindOf, faultWords } from '../database/faults';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { type JournalHead, journalHead, redo, type SubmitProblem, submit, undo } from '../rigs/journal';
import { removeForGood } from '../rigs/removal';
import { copyRig, deleteRig, type ListedRig, newRig, renameRig, restoreRig } from '../rigs/rigs';

export type { JournalHead, ListedRig };

export type Submitted =
  | { readonly ok: true; readonly standing: JournalHead }
  | {
      readonly ok: false;
      readonly problem:
        | SubmitProblem
        | { readonly type: 'unreadable'; readonly message: string }
        /** Nothing can be kept just now: whoever asked keeps it, and asks again. */
        | { readonly type: 'storage'; readonly fault: FaultKind; readonly message: string };
      readonly standing: JournalHead | null;
    };

const stepSchema = z.object({ rigId: idSchema, editId: lineSchema(60).min(1), baseVersion: z.number().int().min(0) });
const submissionSchema = stepSchema.extend({ edit: editSchema });

const unreadable = (error: z.ZodError): Submitted => ({
  ok: false,
  problem: {
    type: 'unreadable',
    message: error.issues
      .map((i) => `${i.path.join('.')}: ${i.message}`)
      .join('; ')
      .slice(0, 400),
  },
  standing: null,
});

export async function submitEdit(raw: unknown): Promise<Submitted> {
  const parsed = submissionSchema.safeParse(raw);
  if (!parsed.success) return unreadable(parsed.error);
  const { rigId, ...submission } = parsed.data;
  return kept(async () => submit(await database(), rigId, submission));
}

/** A folder is closed while somebody works only where its database turns out to be damaged. */
const closedFault = (error: unknown): FaultKind | null =>
  error instanceof Error && error.name === 'FolderClosed' ? 'damaged' : null;

async function kept(work: () => ReturnType<typeof submit>): Promise<Submitted> {
  try {
    const done = await work();
    return done.ok ? { ok: true, standing: done.value } : { ok: false, ...done.error };
  } catch (error) {
    const fault = faultKindOf(error) ?? closedFault(error);
    if (fault === null) throw error;
    return { ok: false, problem: { type: 'storage', fault, message: faultWords[fault] }, standing: null };
  }
}

async function takeStep(raw: unknown, step: typeof undo): Promise<Submitted> {
  const parsed = stepSchema.safeParse(raw);
  if (!parsed.success) return unreadable(parsed.error);
  const { rigId, editId, baseVersion } = parsed.data;
  return kept(async () => step(await database(), rigId, editId, baseVersion));
}

export const undoEdit = async (raw: unknown): Promise<Submitted> => takeStep(raw, undo);
export const redoEdit = async (raw: unknown): Promise<Submitted> => takeStep(raw, redo);

/** What happened on a rig after a version. */
export async function catchUp(rigId: unknown, since: unknown): Promise<JournalHead | null> {
  const id = idSchema.safeParse(rigId);
  const from = z.number().int().min(0).safeParse(since);
  return id.success && from.success ? journalHead(await database(), id.data, from.data) : null;
}

export type Made = { readonly ok: true; readonly id: string } | { readonly ok: false; readonly message: string };

const orRefused = async (work: () => Promise<Made>): Promise<Made> => {
  const made = await orWords(work);
  return typeof made === 'string' ? { ok: false, message: made } : made;
};

const trimmed = z
  .string()
  .transform((name) => name.trim())
  .pipe(nameSchema);
const needsName = (error: z.ZodError): Made => ({ ok: false, message: error.issues[0]?.message ?? 'a name is needed' });

export async function createRig(name: unknown): Promise<Made> {
  const parsed = trimmed.safeParse(name);
  if (!parsed.success) return needsName(parsed.error);
  return orRefused(async () => ({ ok: true, id: await newRig(await database(), parsed.data) }));
}

export async function duplicateRig(id: unknown): Promise<Made> {
  const parsed = idSchema.safeParse(id);
  return orRefused(async () => {
    const copy = parsed.success ? await copyRig(await database(), parsed.data) : null;
    return copy === null ? { ok: false, message: 'That rig is gone.' } : { ok: true, id: copy };
  });
}

export async function giveRigName(rawId: unknown, rawName: unknown): Promise<Made> {
  const parsed = z.object({ id: idSchema, name: trimmed }).safeParse({ id: rawId, name: rawName });
  if (!parsed.success) return needsName(parsed.error);
  const { id, name } = parsed.data;
  return orRefused(async () =>
    (await renameRig(await database(), id, name)) ? { ok: true, id } : { ok: false, message: 'That rig is gone.' },
  );
}

/** Deletes a rig; it can be brought back. The reason when it cannot. */
export async function removeRig(id: unknown): Promise<string | null> {
  const parsed = idSchema.safeParse(id);
  if (!parsed.success) return 'That rig is gone.';
  return orWords(async () => {
    await deleteRig(await database(), parsed.data);
    return null;
  });
}

/** Brings a deleted rig back; the reason when it cannot. */
export async function bringBackRig(id: unknown): Promise<string | null> {
  const parsed = idSchema.safeParse(id);
  if (!parsed.success) return 'That rig is gone.';
  return orWords(async () => {
    await restoreRig(await database(), parsed.data);
    return null;
  });
}

/** Removes a deleted rig for good, with a backup first; the reason when it cannot. */
export async function finishRig(id: unknown): Promise<string | null> {
  const parsed = idSchema.safeParse(id);
  if (!parsed.success) return 'That rig is gone.';
  return orWords(async () => {
    const db = await database();
    const done = await backedUp(db, 'before-removal', () => removeForGood(db, [parsed.data]));
    return done.ok ? null : done.error;
  });
}
