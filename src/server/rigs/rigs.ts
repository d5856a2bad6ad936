// The list of rigs: make, copy, rename, delete and bring back.
import { nanoid } from 'nanoid';
import * as z from 'zod';
import { countClashes } from '@/core/checks';
import { type Edit, emptyRig, idSchema, indexRig, nameSchema, type Rig } from '@/core/rig';
import { countToEnter } from '@/core/sheets';
import { type Database, type Reading, reading, type Source, type Writing } from '../database/connection';
import { announceAll, announceListed } from './events';
import { currentRig, takeEdit } from './journal';
import { forgetAnnouncement, goesAt, keptFrom } from './removal';
import { insertAllRows } from './rows';

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
const rigKindSchema = z.enum(['rig', 'controller-template', 'target-profile', 'rig-template']);
export type RigKind = z.infer<typeof rigKindSchema>;

/** The head of a rig as it lies in its row, for what the rig itself does not say. Figures are left out: what cannot be read of them is counted anew. */
export const rigHeadSchema = z.object({
  id: idSchema,
  kind: rigKindSchema,
  about: z.string().transform((text): unknown => z.looseObject({}).parse(JSON.parse(text))),
  version: z.number().int().min(0),
  changedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
});

export interface ListedRig {
  readonly id: string;
  readonly name: string;
  readonly changedAt: string;
  readonly deleted: boolean;
  /** When it goes for good, in ISO 8601; null for what was not deleted. */
  readonly goesAt: string | null;
  /** Whether its figures could be counted: a rig with a damaged row is listed all the same. */
  readonly readable: boolean;
  readonly summary: Summary;
}

/** All rigs, the one changed last first; deleted ones last. Figures are kept with the version that they were counted for. */
export async function listRigs(source: Source, kind: RigKind = 'rig'): Promise<readonly ListedRig[]> {
  const counted: Counted[] = [];
  const listed = await reading(source, async (here) => {
    const rows = await here.all('SELECT * FROM "rigs" WHERE "kind" = $1 ORDER BY "changedAt" DESC', [kind]);
    const from = await keptFrom(here);
    const list: ListedRig[] = [];
    for (const record of rows) {
      const id = String(record.id);
      const version = Number(record.version);
      const deleted = record.deletedAt !== null;
      const kept = record.summaryVersion === record.version ? summaryOf(record.summary) : null;
      const fresh = kept === null && !deleted ? await summarise(here, id) : null;
      if (fresh) counted.push({ id, version, summary: fresh });
      const summary = kept ?? fresh;
      list.push({
        id,
        name: String(record.name),
        changedAt: String(record.changedAt),
        deleted,
        goesAt: goesAt(record.deletedAt, from),
        readable: deleted || summary !== null,
        summary: summary ?? nothing,
      });
    }
    return list;
  });
  if ('write' in source && counted.length > 0) void keepFigures(source, counted);
  return listed.sort((a, b) => Number(a.deleted) - Number(b.deleted));
}

/** Names of the rigs that can be opened, the one changed last first. */
export const rigNames = (source: Source): Promise<readonly { readonly id: string; readonly name: string }[]> =>
  reading(source, async ({ all }) => {
    const rows = await all(
      `SELECT "id", "name" FROM "rigs" WHERE "kind" = 'rig' AND "deletedAt" IS NULL ORDER BY "changedAt" DESC`,
    );
    return rows.map((row) => ({ id: String(row.id), name: String(row.name) }));
  });

const nothing: Summary = { controllers: 0, targets: 0, parameters: 0, mapped: 0, clashes: 0, toEnter: 0 };

interface Counted {
  readonly id: string;
  readonly version: number;
  readonly summary: Summary;
}

/** Figures as they were kept; null where they are none. */
function summaryOf(raw: unknown): Summary | null {
  try {
    const parsed = summarySchema.safeParse(JSON.parse(String(raw)));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

/** The figures of one rig; null where it cannot be read: the others are listed all the same. */
async function summarise(here: Reading, id: string): Promise<Summary | null> {
  const now = await currentRig(here, id).catch(() => null);
  if (!now) return null;
  const index = indexRig(now.rig);
  const { rig } = now;
  return {
    controllers: rig.controllers.length,
    targets: rig.targets.length,
    parameters: rig.parameters.length,
    mapped: rig.parameters.filter((p) => index.sendsFor.has(p.id)).length,
    clashes: countClashes(index),
    toEnter: countToEnter(index),
  };
}

/** Keeps figures for the next time. The list is right without it, so where nothing can be written, nothing is. */
async function keepFigures(db: Database, counted: readonly Counted[]): Promise<void> {
  await db
    .write(async ({ run }) => {
      for (const { id, version, summary } of counted)
        await run('UPDATE "rigs" SET "summary" = $1, "summaryVersion" = $2 WHERE "id" = $3 AND "version" = $2', [
          JSON.stringify(summary),
          version,
          id,
        ]);
    })
    .catch(() => undefined);
}

/** Adds a rig as it is, under a fresh id. */
export async function addRig(
  db: Database,
  rig: Rig,
  id = nanoid(12),
  more: { readonly kind?: RigKind; readonly about?: object } = {},
): Promise<string> {
  await db.write((writing) => putRig(writing, rig, id, more));
  return id;
}

/** As `addRig`, inside a transaction that is open already. */
export async function putRig(
  writing: Writing,
  rig: Rig,
  id: string,
  more: { readonly kind?: RigKind; readonly about?: object },
): Promise<void> {
  await writing.insert('rigs', [
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
  ]);
  await insertAllRows(writing, { ...rig, id });
  writing.afterCommit(announceListed);
}

export const newRig = async (db: Database, name: string): Promise<string> => addRig(db, emptyRig('new', nameSchema.parse(name)));

/** Copies a rig under another name; null when it is gone. */
export async function copyRig(db: Database, id: string): Promise<string | null> {
  const found = await db.read(async (here) => ({
    now: await currentRig(here, id),
    names: new Set((await here.all('SELECT "name" FROM "rigs"')).map((r) => String(r.name))),
  }));
  const { now, names } = found;
  if (!now) return null;
  const base = now.rig.name.slice(0, 110);
  let name = `${base} copy`;
  for (let i = 2; names.has(name); i++) name = `${base} copy ${i}`;
  return addRig(db, { ...now.rig, name });
}

export async function renameRig(db: Database, id: string, name: string): Promise<boolean> {
  const now = await currentRig(db, id);
  if (!now) return false;
  if (now.rig.name === name) return true;
  const edit: Edit = { type: 'set-head', field: 'name', was: now.rig.name, to: nameSchema.parse(name) };
  const done = await db.write((writing) => takeEdit(writing, id, nanoid(), edit));
  return done.ok;
}

/** Deleting hides a rig; nothing is lost until somebody asks for that, or its time has run out. */
export async function deleteRig(db: Database, id: string): Promise<void> {
  await db.write(async ({ run, afterCommit }) => {
    await run('UPDATE "rigs" SET "deletedAt" = $1 WHERE "id" = $2', [new Date().toISOString(), id]);
    afterCommit(announceAll);
  });
}

export async function restoreRig(db: Database, id: string): Promise<void> {
  await db.write(async (writing) => {
    await writing.run('UPDATE "rigs" SET "deletedAt" = NULL WHERE "id" = $1', [id]);
    await forgetAnnouncement(writing, id);
    writing.afterCommit(announceAll);
  });
}

/** Whether no rig was ever made here. */
export const isNew = async (source: Source): Promise<boolean> =>
  reading(source, async ({ one }) => (await one('SELECT 1 AS "there" FROM "rigs" LIMIT 1')) === null);
