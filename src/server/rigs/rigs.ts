// The list of rigs: make, copy, rename, delete and bring back.
import { nanoid } from 'nanoid';
import type { Transaction } from 'sequelize';
import * as z from 'zod';
import { countClashes } from '@/core/checks';
import { emptyRig, indexRig, nameSchema, type Rig } from '@/core/rig';
import { countToEnter } from '@/core/sheets';
import type { Database } from '../database/connection';
import { currentRig, submit } from './journal';
import { insertAllRows, recordSchema } from './rows';

const summarySchema = z.object({
  controllers: z.number(),
  targets: z.number(),
  parameters: z.number(),
  mapped: z.number(),
  clashes: z.number(),
  toEnter: z.number(),
});
export type Summary = z.infer<typeof summarySchema>;

/** Entries of the library are small rigs too: the same rows, journal and undo. */
export type RigKind = 'rig' | 'controller-template' | 'target-profile' | 'rig-template';

export interface ListedRig {
  readonly id: string;
  readonly name: string;
  readonly changedAt: string;
  readonly deleted: boolean;
  readonly summary: Summary;
}

/** All rigs, the one changed last first; deleted ones last. Figures are kept with the version that they were counted for. */
export async function listRigs(db: Database, kind: RigKind = 'rig'): Promise<readonly ListedRig[]> {
  const rows = await db.rigs.findAll({ where: { kind }, order: [['changedAt', 'DESC']], raw: true });
  const listed: ListedRig[] = [];
  for (const row of rows) {
    const record = recordSchema(row);
    const id = String(record.id);
    const kept =
      record.summaryVersion === record.version && record.summary !== null
        ? summarySchema.safeParse(JSON.parse(String(record.summary)))
        : null;
    const deleted = record.deletedAt !== null;
    const summary = kept?.success ? kept.data : deleted ? nothing : await summarise(db, id, Number(record.version));
    listed.push({ id, name: String(record.name), changedAt: String(record.changedAt), deleted, summary });
  }
  return listed.sort((a, b) => Number(a.deleted) - Number(b.deleted));
}

const nothing: Summary = { controllers: 0, targets: 0, parameters: 0, mapped: 0, clashes: 0, toEnter: 0 };

async function summarise(db: Database, id: string, version: number): Promise<Summary> {
  const now = await currentRig(db, id);
  if (!now) return nothing;
  const index = indexRig(now.rig);
  const { rig } = now;
  const summary: Summary = {
    controllers: rig.controllers.length,
    targets: rig.targets.length,
    parameters: rig.parameters.length,
    mapped: rig.parameters.filter((p) => index.sendsFor.has(p.id)).length,
    clashes: countClashes(index),
    toEnter: countToEnter(index),
  };
  await db.rigs.update({ summary: JSON.stringify(summary), summaryVersion: version }, { where: { id, version } });
  return summary;
}

/** Adds a rig as it is, under a fresh id. */
export async function addRig(
  db: Database,
  rig: Rig,
  id = nanoid(12),
  more: { readonly kind?: RigKind; readonly about?: object } = {},
): Promise<string> {
  await db.write((transaction) => putRig(db, rig, id, more, transaction));
  return id;
}

/** As `addRig`, inside a transaction that is open already. */
export async function putRig(
  db: Database,
  rig: Rig,
  id: string,
  more: { readonly kind?: RigKind; readonly about?: object },
  transaction: Transaction,
): Promise<void> {
  await db.rigs.create(
    {
      id,
      kind: more.kind ?? 'rig',
      about: JSON.stringify(more.about ?? {}),
      name: rig.name,
      notes: rig.notes,
      preferences: JSON.stringify(rig.preferences),
      version: 0,
      changedAt: new Date().toISOString(),
      deletedAt: null,
      summary: null,
      summaryVersion: null,
    },
    { transaction },
  );
  await insertAllRows(db, { ...rig, id }, transaction);
}

export const newRig = async (db: Database, name: string): Promise<string> => addRig(db, emptyRig('new', nameSchema.parse(name)));

/** Copies a rig under another name; null when it is gone. */
export async function copyRig(db: Database, id: string): Promise<string | null> {
  const now = await currentRig(db, id);
  if (!now) return null;
  const names = new Set((await listRigs(db)).map((r) => r.name));
  const base = now.rig.name.slice(0, 110);
  let name = `${base} copy`;
  for (let i = 2; names.has(name); i++) name = `${base} copy ${i}`;
  return addRig(db, { ...now.rig, name });
}

export async function renameRig(db: Database, id: string, name: string): Promise<boolean> {
  const now = await currentRig(db, id);
  if (!now) return false;
  if (now.rig.name === name) return true;
  const done = await submit(db, id, {
    editId: nanoid(),
    baseVersion: now.version,
    edit: { type: 'set-head', field: 'name', was: now.rig.name, to: nameSchema.parse(name) },
  });
  return done.ok;
}

/** Deleting hides a rig; nothing is lost until somebody asks for that. */
export async function deleteRig(db: Database, id: string): Promise<void> {
  await db.write((transaction) => db.rigs.update({ deletedAt: new Date().toISOString() }, { where: { id }, transaction }));
}

export async function restoreRig(db: Database, id: string): Promise<void> {
  await db.write((transaction) => db.rigs.update({ deletedAt: null }, { where: { id }, transaction }));
}

/** Whether no rig was ever made here. */
export const isNew = async (db: Database): Promise<boolean> => (await db.rigs.count()) === 0;
