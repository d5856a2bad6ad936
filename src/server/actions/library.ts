'use server';
// What the screens may ask of the library. Everything that comes in is parsed here, once.
import * as z from 'zod';
import { idSchema, lineSchema, nameSchema, type Rig } from '@/core/rig';
import { database } from '../folder';
import { orWords } from '../guard/words';
import {
  type ListedEntry,
  type ListedVersion,
  listEntries,
  makeEntry,
  publish,
  publishedRig,
  saveRigTemplate,
  startFromTemplate,
} from '../rigs/library';
import type { Made } from './rigs';

export type { ListedEntry, ListedVersion };

const sourceSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('empty') }),
  z.object({ type: z.literal('shipped'), id: z.string().max(60) }),
  z.object({ type: z.literal('entry'), id: idSchema }),
  z.object({ type: z.literal('unit'), rigId: idSchema, unitId: idSchema }),
]);
const trimmed = z.string().trim().pipe(nameSchema);
const makeSchema = z.object({ kind: z.enum(['controller-template', 'target-profile']), name: trimmed, source: sourceSchema });

const refusal = (error: z.ZodError): Made => ({ ok: false, message: error.issues[0]?.message ?? 'That could not be read.' });

async function orRefused(work: () => Promise<Made>): Promise<Made> {
  const made = await orWords(work);
  return typeof made === 'string' ? { ok: false, message: made } : made;
}

export async function libraryEntries(): Promise<readonly ListedEntry[]> {
  return listEntries(await database());
}

export async function addEntry(raw: unknown): Promise<Made> {
  const parsed = makeSchema.safeParse(raw);
  if (!parsed.success) return refusal(parsed.error);
  const { kind, name, source } = parsed.data;
  return orRefused(async () => {
    const made = await makeEntry(await database(), kind, name, source);
    return made.ok ? { ok: true, id: made.value } : { ok: false, message: made.error };
  });
}

/** Publishes an entry; its version, null when it is gone, or in words why it could not be kept. */
export async function publishEntry(id: unknown, label: unknown): Promise<number | string | null> {
  const parsed = z.object({ id: idSchema, label: z.string().trim().pipe(lineSchema(200)) }).safeParse({ id, label });
  if (!parsed.success) return null;
  return orWords(async () => publish(await database(), parsed.data.id, parsed.data.label));
}

/** A published version of an entry, the newest without a number; null when there is none. */
export async function publishedEntry(id: unknown, version?: unknown): Promise<{ rig: Rig; version: number } | null> {
  const parsed = z.object({ id: idSchema, version: z.number().int().min(1).optional() }).safeParse({ id, version });
  return parsed.success ? publishedRig(await database(), parsed.data.id, parsed.data.version) : null;
}

export async function saveAsTemplate(raw: unknown): Promise<Made> {
  const parsed = z.object({ rigId: idSchema, name: trimmed, numbers: z.enum(['kept', 'anew']) }).safeParse(raw);
  if (!parsed.success) return refusal(parsed.error);
  const { rigId, name, numbers } = parsed.data;
  return orRefused(async () => {
    const id = await saveRigTemplate(await database(), rigId, name, numbers);
    return id === null ? { ok: false, message: 'That rig is gone.' } : { ok: true, id };
  });
}

export async function startFrom(raw: unknown): Promise<Made> {
  const parsed = z.object({ entryId: idSchema, name: trimmed }).safeParse(raw);
  if (!parsed.success) return refusal(parsed.error);
  const { entryId, name } = parsed.data;
  return orRefused(async () => {
    const id = await startFromTemplate(await database(), entryId, name);
    return id === null ? { ok: false, message: 'That template is gone.' } : { ok: true, id };
  });
}
