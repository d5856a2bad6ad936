'use server';
// What the screens may ask of the server. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { editSchema, idSchema, nameSchema } from '@/core/rig';
import { database } from '../folder';
import { redo, type Standing, type SubmitProblem, standing, submit, undo } from '../rigs/journal';
import { copyRig, deleteRig, type ListedRig, newRig, renameRig, restoreRig } from '../rigs/rigs';

export type { ListedRig, Standing };

export type Answer =
  | { readonly ok: true; readonly standing: Standing }
  | {
      readonly ok: false;
      readonly problem: SubmitProblem | { readonly type: 'unreadable'; readonly message: string };
      readonly standing: Standing | null;
    };

const stepSchema = z.object({ rigId: idSchema, editId: z.string().min(1).max(60), baseVersion: z.number().int().min(0) });
const submissionSchema = stepSchema.extend({ edit: editSchema });

const unreadable = (error: z.ZodError): Answer => ({
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

export async function submitEdit(raw: unknown): Promise<Answer> {
  const parsed = submissionSchema.safeParse(raw);
  if (!parsed.success) return unreadable(parsed.error);
  const { rigId, ...submission } = parsed.data;
  const done = await submit(await database(), rigId, submission);
  return done.ok ? { ok: true, standing: done.value } : { ok: false, ...done.error };
}

async function takeStep(raw: unknown, step: typeof undo): Promise<Answer> {
  const parsed = stepSchema.safeParse(raw);
  if (!parsed.success) return unreadable(parsed.error);
  const { rigId, editId, baseVersion } = parsed.data;
  const done = await step(await database(), rigId, editId, baseVersion);
  return done.ok ? { ok: true, standing: done.value } : { ok: false, ...done.error };
}

export const undoEdit = async (raw: unknown): Promise<Answer> => takeStep(raw, undo);
export const redoEdit = async (raw: unknown): Promise<Answer> => takeStep(raw, redo);

/** What happened on a rig after a version. */
export async function catchUp(rigId: unknown, since: unknown): Promise<Standing | null> {
  const id = idSchema.safeParse(rigId);
  const from = z.number().int().min(0).safeParse(since);
  return id.success && from.success ? standing(await database(), id.data, from.data) : null;
}

export type Made = { readonly ok: true; readonly id: string } | { readonly ok: false; readonly message: string };

export async function createRig(name: unknown): Promise<Made> {
  const parsed = nameSchema.safeParse(typeof name === 'string' ? name.trim() : name);
  if (!parsed.success) return { ok: false, message: parsed.error.issues[0]?.message ?? 'a name is needed' };
  return { ok: true, id: await newRig(await database(), parsed.data) };
}

export async function duplicateRig(id: unknown): Promise<Made> {
  const parsed = idSchema.safeParse(id);
  const copy = parsed.success ? await copyRig(await database(), parsed.data) : null;
  return copy === null ? { ok: false, message: 'That rig is gone.' } : { ok: true, id: copy };
}

export async function giveRigName(id: unknown, name: unknown): Promise<Made> {
  const parsed = z
    .object({ id: idSchema, name: nameSchema })
    .safeParse({ id, name: typeof name === 'string' ? name.trim() : name });
  if (!parsed.success) return { ok: false, message: parsed.error.issues[0]?.message ?? 'a name is needed' };
  return (await renameRig(await database(), parsed.data.id, parsed.data.name))
    ? { ok: true, id: parsed.data.id }
    : { ok: false, message: 'That rig is gone.' };
}

export async function removeRig(id: unknown): Promise<void> {
  const parsed = idSchema.safeParse(id);
  if (parsed.success) await deleteRig(await database(), parsed.data);
}

export async function bringBackRig(id: unknown): Promise<void> {
  const parsed = idSchema.safeParse(id);
  if (parsed.success) await restoreRig(await database(), parsed.data);
}
