'use server';
// What the screens may ask of the server. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { idSchema, nameSchema } from '@/core/rig';
import type { Opened } from '@/core/sync';
import { backedUp } from '../backups/first';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { ownSchema } from '../rigs/posting';
import { removeForGood } from '../rigs/removal';
import { copyRig, deleteRig, type ListedRig, newRig, renameRig, restoreRig } from '../rigs/rigs';
import { knownOf, openedRig } from '../rigs/sync';

export type { ListedRig };

/** A rig as it is now, and which of a window's ids are in its journal; null where there is no such rig. */
export async function reopenRig(raw: unknown): Promise<{ readonly there: Opened; readonly known: readonly string[] } | null> {
  const parsed = z.object({ rigId: idSchema, own: ownSchema }).safeParse(raw);
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
