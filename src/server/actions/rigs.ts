'use server';
// What the screens may ask of the server. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { editSchema, idSchema, lineSchema, nameSchema } from '@/core/rig';
import type { Head, Opened, Refusal } from '@/core/sync';
import { backedUp } from '../backups/first';
import { type FaultKind, faultKindOf } from '../database/faults';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { removeForGood } from '../rigs/removal';
import { copyRig, deleteRig, type ListedRig, newRig, renameRig, restoreRig } from '../rigs/rigs';
import { headOf, knownOf, openedRig, post } from '../rigs/sync';

export type { ListedRig };

/** What was posted is in the journal, or why not. */
export type Posted =
  | { readonly ok: true; readonly head: Head }
  | { readonly ok: false; readonly refusal: Refusal; readonly head: Head | null }
  /** Nothing can be kept just now: whoever asked keeps it, and asks again. */
  | { readonly ok: false; readonly fault: FaultKind };

const entryId = lineSchema(60).min(1);
const sinceSchema = z.object({
  epoch: lineSchema(60),
  version: z.number().int().min(0),
  newest: entryId.nullable(),
  own: z.array(entryId).max(10_000),
});
const queuedSchema = z.discriminatedUnion('kind', [
  z.object({ id: entryId, kind: z.literal('edit'), label: z.string().max(2000), edit: editSchema }),
  z.object({ id: entryId, kind: z.enum(['undo', 'redo']), label: z.string().max(2000), of: entryId, edit: z.null() }),
]);
const postSchema = z.object({ rigId: idSchema, item: queuedSchema, since: sinceSchema });

const readingProblem = (error: z.ZodError): Refusal => ({
  type: 'unreadable',
  detail: error.issues
    .map((i) => `${i.path.join('.')}: ${i.message}`)
    .join('; ')
    .slice(0, 400),
});

/** Takes one thing of a window's queue into the journal. */
export async function postEdit(raw: unknown): Promise<Posted> {
  const parsed = postSchema.safeParse(raw);
  if (!parsed.success) return { ok: false, refusal: readingProblem(parsed.error), head: null };
  const { rigId, item, since } = parsed.data;
  try {
    const done = await post(await database(), rigId, item, since);
    return done.ok ? { ok: true, head: done.value } : { ok: false, refusal: done.error.problem, head: done.error.head };
  } catch (error) {
    const fault = faultKindOf(error) ?? closedFault(error);
    if (fault !== null) return { ok: false, fault };
    // It would fall over it again: the window sets it aside, and what stands behind it goes on.
    console.error(error);
    const detail = error instanceof Error ? error.message.slice(0, 400) : 'unknown';
    return { ok: false, refusal: { type: 'unreadable', detail }, head: null };
  }
}

/** A folder is closed while somebody works only where its database turns out to be damaged. */
const closedFault = (error: unknown): FaultKind | null =>
  error instanceof Error && error.name === 'FolderClosed' ? 'damaged' : null;

/** What happened on a rig since a window was told; null where there is no such rig. */
export async function askJournal(raw: unknown): Promise<Head | null> {
  const parsed = z.object({ rigId: idSchema, since: sinceSchema }).safeParse(raw);
  return parsed.success ? headOf(await database(), parsed.data.rigId, parsed.data.since) : null;
}

/** A rig as it is now, and which of a window's ids are in its journal; null where there is no such rig. */
export async function reopenRig(raw: unknown): Promise<{ readonly there: Opened; readonly known: readonly string[] } | null> {
  const parsed = z.object({ rigId: idSchema, own: z.array(entryId).max(10_000) }).safeParse(raw);
  if (!parsed.success) return null;
  const { rigId, own } = parsed.data;
  return (await database()).read(async (here) => {
    const there = await openedRig(here, rigId);
    return there && { there, known: await knownOf(here, rigId, own) };
  });
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
