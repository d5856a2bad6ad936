'use server';
// What the history screen may ask of the server.
import * as z from 'zod';
import { idSchema, nameSchema, type Rig } from '@/core/rig';
import { database } from '../folder';
import {
  dropRevision,
  type History,
  heldRig,
  historyOf,
  nameRevision,
  type Revision,
  renameRevision,
  rigAt,
  type Step,
} from '../rigs/history';

export type { History, Revision, Step };

const versionSchema = z.number().int().min(0);
const trimmed = z.string().trim().pipe(nameSchema);

/** Steps before a version (the newest without one) and all revisions; null when the rig is gone. */
export async function readHistory(rawId: unknown, rawBefore?: unknown): Promise<History | null> {
  const id = idSchema.safeParse(rawId);
  const before = versionSchema.optional().safeParse(rawBefore);
  return id.success && before.success ? historyOf(await database(), id.data, before.data) : null;
}

export type StateAnswer = { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly message: string };

/** The rig as it stood at a version. */
export async function readState(rawId: unknown, rawVersion: unknown): Promise<StateAnswer> {
  const id = idSchema.safeParse(rawId);
  const version = versionSchema.safeParse(rawVersion);
  if (!id.success || !version.success) return { ok: false, message: 'There is no such point in the history of this rig.' };
  const found = await rigAt(await database(), id.data, version.data);
  return found.ok ? { ok: true, rig: found.value } : { ok: false, message: found.error };
}

/** The rig as the devices hold it; null when it is gone. */
export async function readHeld(rawId: unknown): Promise<{ readonly rig: Rig; readonly whole: boolean } | null> {
  const id = idSchema.safeParse(rawId);
  return id.success ? heldRig(await database(), id.data) : null;
}

const nameProblem = (error: z.ZodError): string => error.issues[0]?.message ?? 'a name is needed';

/** Names a point of the journal; the reason when it cannot. */
export async function giveStateName(rawId: unknown, rawVersion: unknown, rawName: unknown): Promise<string | null> {
  const parsed = z
    .object({ id: idSchema, version: versionSchema, name: trimmed })
    .safeParse({ id: rawId, version: rawVersion, name: rawName });
  if (!parsed.success) return nameProblem(parsed.error);
  const { id, version, name } = parsed.data;
  return (await nameRevision(await database(), id, version, name)) === null ? 'That point of the history is gone.' : null;
}

/** Gives a revision another name; the reason when it cannot. */
export async function giveRevisionName(rawId: unknown, rawRevision: unknown, rawName: unknown): Promise<string | null> {
  const parsed = z
    .object({ id: idSchema, revision: idSchema, name: trimmed })
    .safeParse({ id: rawId, revision: rawRevision, name: rawName });
  if (!parsed.success) return nameProblem(parsed.error);
  const { id, revision, name } = parsed.data;
  return (await renameRevision(await database(), id, revision, name)) ? null : 'That name is gone.';
}

/** Takes a name away; the point of the journal stays. */
export async function removeRevision(rawId: unknown, rawRevision: unknown): Promise<void> {
  const parsed = z.object({ id: idSchema, revision: idSchema }).safeParse({ id: rawId, revision: rawRevision });
  if (parsed.success) await dropRevision(await database(), parsed.data.id, parsed.data.revision);
}
