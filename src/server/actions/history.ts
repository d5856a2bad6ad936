'use server';
// What the history screen may ask of the server.
import * as z from 'zod';
import { idSchema, nameSchema, type Rig } from '@/core/rig';
import { backedUp } from '../backups/first';
import { database } from '../folder';
import { orWords } from '../guard/words';
import { foldHistory, stepsBefore } from '../rigs/folding';
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

/** How many steps folding before a version would take away. */
export async function countStepsBefore(rawId: unknown, rawVersion: unknown): Promise<number> {
  const parsed = z.object({ id: idSchema, version: versionSchema }).safeParse({ id: rawId, version: rawVersion });
  return parsed.success ? stepsBefore(await database(), parsed.data.id, parsed.data.version) : 0;
}

/** Folds the history before a version, with a backup first; the reason when it cannot. */
export async function foldBefore(rawId: unknown, rawVersion: unknown): Promise<string | null> {
  const parsed = z.object({ id: idSchema, version: versionSchema }).safeParse({ id: rawId, version: rawVersion });
  if (!parsed.success) return 'There is no such point in the history of this rig.';
  const { id, version } = parsed.data;
  return orWords(async () => {
    const db = await database();
    const done = await backedUp(db, 'before-fold', () => foldHistory(db, id, version));
    return done.ok ? null : done.error;
  });
}

const nameProblem = (error: z.ZodError): string => error.issues[0]?.message ?? 'a name is needed';

/** Names a point of the journal; the reason when it cannot. */
export async function giveStateName(rawId: unknown, rawVersion: unknown, rawName: unknown): Promise<string | null> {
  const parsed = z
    .object({ id: idSchema, version: versionSchema, name: trimmed })
    .safeParse({ id: rawId, version: rawVersion, name: rawName });
  if (!parsed.success) return nameProblem(parsed.error);
  const { id, version, name } = parsed.data;
  return orWords(async () =>
    (await nameRevision(await database(), id, version, name)) === null ? 'That point of the history is gone.' : null,
  );
}

/** Gives a revision another name; the reason when it cannot. */
export async function giveRevisionName(rawId: unknown, rawRevision: unknown, rawName: unknown): Promise<string | null> {
  const parsed = z
    .object({ id: idSchema, revision: idSchema, name: trimmed })
    .safeParse({ id: rawId, revision: rawRevision, name: rawName });
  if (!parsed.success) return nameProblem(parsed.error);
  const { id, revision, name } = parsed.data;
  return orWords(async () => ((await renameRevision(await database(), id, revision, name)) ? null : 'That name is gone.'));
}

/** Takes a name away; the point of the journal stays. The reason when it cannot. */
export async function removeRevision(rawId: unknown, rawRevision: unknown): Promise<string | null> {
  const parsed = z.object({ id: idSchema, revision: idSchema }).safeParse({ id: rawId, revision: rawRevision });
  if (!parsed.success) return 'That name is gone.';
  return orWords(async () => {
    await dropRevision(await database(), parsed.data.id, parsed.data.revision);
    return null;
  });
}
