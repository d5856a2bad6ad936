// Whether a database file can be put back and then shown: proved on a copy, table by table and row by row, before it is handed out or taken in.
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { err, ok, type Result } from '@/core/base';
import { inWords, parseRig } from '@/core/formats';
import { firstBroken, type Rig, tableNames } from '@/core/rig';
import { unknownness } from '../database/connection';
import { codeOf } from '../database/faults';
import { migrate, pendingSteps } from '../database/migrations';
import { type Connection, connect, type DbRecord, type Reading } from '../database/sql';
import { attemptOf } from '../rigs/attempts';
import { foldSchema } from '../rigs/folds';
import { revisionSchema } from '../rigs/history';
import { entryOf } from '../rigs/journal';
import { proofOf } from '../rigs/proofs';
import { rigHeadSchema } from '../rigs/rigs';
import { loadRig } from '../rigs/rows';
import { shapeOf } from './shape';

/** What a sound file holds. */
export interface Proved {
  readonly rigs: number;
  readonly entries: number;
  /** Whether it was of an older version: then characters that cannot be printed were taken out of its texts. */
  readonly older: boolean;
  /** A file brought up to date: the given one where it was already, else its copy. */
  readonly current: string;
}

/**
 * Looks through a database file from anywhere. `scratch` is a folder for a copy, which is made and brought up to date where the file is of an
 * older version; the file itself is never written. The reason, in words, where it cannot be used.
 */
export async function prove(file: string, scratch: string): Promise<Result<Proved, string>> {
  try {
    const outside = await connect(file, { mode: 'still' });
    let pending: readonly string[];
    try {
      const reason = await unsound(outside);
      if (reason) return err(reason);
      pending = await pendingSteps(outside);
    } finally {
      await outside.close();
    }
    const current = pending.length === 0 ? file : join(scratch, 'current.sqlite');
    if (pending.length > 0) {
      await copyFile(file, current);
      const copy = await connect(current, { mode: 'write' });
      try {
        await migrate(copy);
      } finally {
        await copy.close();
      }
    }
    const inside = await connect(current, { mode: 'still' });
    try {
      const odd = await oddShape(inside);
      if (odd) return err(odd);
      const reason = await unshowable(inside);
      if (reason) return err(reason);
      const count = await inside.one(
        `SELECT COUNT(*) FILTER (WHERE "kind" = 'rig') AS "rigs", COUNT(*) FILTER (WHERE "kind" <> 'rig') AS "entries"
         FROM "rigs" WHERE "deletedAt" IS NULL`,
      );
      return ok({ rigs: Number(count?.rigs), entries: Number(count?.entries), older: pending.length > 0, current });
    } finally {
      await inside.close();
    }
  } catch (error) {
    const code = codeOf(error);
    if (code === 'SQLITE_NOTADB' || code === 'SQLITE_CANTOPEN') return err('This is no backup of Keen Dial.');
    if (code === 'SQLITE_CORRUPT' || code === 'SQLITE_IOERR')
      return err('The file is damaged: it does not pass the integrity check.');
    if (code === 'SQLITE_FULL' || code === 'ENOSPC') return err('Disk full: there is no room to look through it.');
    return err(`The file cannot be used: ${error instanceof Error ? error.message.slice(0, 300) : 'unknown reason'}.`);
  }
}

/** Faults of a file that show before anything in it is believed. */
async function unsound(file: Connection): Promise<string | null> {
  const unknown = await unknownness(file);
  if (unknown?.kind === 'newer')
    return 'The backup was made by a newer Keen Dial. Restore it there, or bring this one up to date.';
  if (unknown) return 'This is no backup of Keen Dial: it is a database of another program.';
  const odd = await file.one(
    `SELECT "type" FROM sqlite_schema WHERE "type" NOT IN ('table', 'index') OR "sql" LIKE 'CREATE VIRTUAL%'`,
  );
  if (odd) return 'This is no backup of Keen Dial: it holds triggers, views or tables of another kind.';
  if (!(await file.one("SELECT 1 AS there FROM sqlite_schema WHERE type = 'table' AND name = 'rigs'")))
    return 'This is no backup of Keen Dial: it has no rigs.';
  const checked = await file.one('PRAGMA integrity_check(1)');
  if (checked?.integrity_check !== 'ok') return 'The file is damaged: it does not pass the integrity check.';
  const dangling = await file.one('SELECT "table" FROM pragma_foreign_key_check LIMIT 1');
  return dangling ? `The file is damaged: a row in “${String(dangling.table)}” belongs to a rig that is not there.` : null;
}

/** Whether the tables are other than this program makes them: a doubled id has a table without its key. */
async function oddShape(file: Connection): Promise<string | null> {
  ownShape ??= madeShape();
  const [mine, theirs] = [await ownShape, await shapeOf(file)];
  for (const [name, shape] of mine)
    if (theirs.get(name) !== shape) return `This is no backup of Keen Dial: its table “${name}” is another one.`;
  const more = [...theirs.keys()].find((name) => !mine.has(name));
  return more === undefined ? null : `This is no backup of Keen Dial: it has a table “${more.slice(0, 60)}”.`;
}

let ownShape: ReturnType<typeof madeShape> | null = null;

/** The shape of a database as this program makes it, made once in memory. */
async function madeShape(): Promise<ReadonlyMap<string, string>> {
  const made = await connect(':memory:', { mode: 'write' });
  try {
    await migrate(made);
    return await shapeOf(made);
  } finally {
    await made.close();
  }
}

/** The first row that could be put back and then not be shown; null where there is none. */
async function unshowable(file: Reading): Promise<string | null> {
  for (const name of ['epoch', 'keptFrom'])
    if (!(await file.one('SELECT 1 AS "there" FROM "meta" WHERE "name" = $1', [name])))
      return `The file is damaged: it does not say its “${name}”.`;
  for (const { id, name } of await file.all('SELECT "id", "name" FROM "rigs" ORDER BY "id"')) {
    const reason = await unshowableRig(file, String(id));
    if (reason) return `In “${String(name).slice(0, 60)}”: ${reason}`;
  }
  return null;
}

async function unshowableRig(file: Reading, id: string): Promise<string | null> {
  const loaded = await tried('a row', () => loadRig(file, id, 'with-deleted'));
  if (typeof loaded === 'string') return loaded;
  if (!loaded) return 'it cannot be found.';
  const broken = oddReferences(loaded.rig);
  if (broken) return broken;
  const head = await tried('its head', async () =>
    rigHeadSchema.parse(await file.one('SELECT * FROM "rigs" WHERE "id" = $1', [id])),
  );
  if (typeof head === 'string') return head;
  const newest = await file.one('SELECT MAX("version") AS "version" FROM "journal" WHERE "rigId" = $1', [id]);
  if (Number(newest?.version ?? 0) > loaded.version) return 'its history goes on after its last version.';
  return (
    (await eachRow(file, 'journal', id, 'a step of its history', entryOf)) ??
    (await eachRow(file, 'revisions', id, 'a named state', (row) => {
      if (revisionSchema.parse(row).version > loaded.version) throw new Error('it lies after the last version');
    })) ??
    (await eachRow(file, 'proofs', id, 'a trial', proofOf)) ??
    (await eachRow(file, 'attempts', id, 'a rehearsal', attemptOf)) ??
    (await eachRow(file, 'folds', id, 'where its history was folded', (row) => foldSchema.parse(row))) ??
    (await eachRow(file, 'snapshots', id, 'a published version', (row) => {
      const parsed = parseRig(String(row.body));
      if (!parsed.ok) throw new Error(parsed.error.map(inWords)[0]?.message);
    }))
  );
}

function oddReferences(rig: Rig): string | null {
  const seen = new Set<string>();
  for (const table of tableNames)
    for (const { id } of rig[table]) {
      if (seen.has(id)) return `the identifier ${id} in “${table}” is used twice.`;
      seen.add(id);
    }
  const broken = firstBroken(rig);
  return broken
    ? `${broken.table}, id ${broken.row.id}, ${broken.reference.field} points at “${broken.reference.id}”, which is not there.`
    : null;
}

/** Rows at a time: a history may be long. */
const PAGE = 500;

async function eachRow(
  file: Reading,
  table: 'journal' | 'revisions' | 'proofs' | 'attempts' | 'folds' | 'snapshots',
  rigId: string,
  what: string,
  read: (row: DbRecord) => unknown,
): Promise<string | null> {
  for (let after = -1; ; ) {
    const rows = await file.all(
      `SELECT rowid AS "row", * FROM "${table}" WHERE "rigId" = $1 AND rowid > $2 ORDER BY rowid LIMIT ${PAGE}`,
      [rigId, after],
    );
    for (const row of rows) {
      after = Number(row.row);
      const reason = await tried(what, async () => read(row));
      if (typeof reason === 'string') return reason;
    }
    if (rows.length < PAGE) return null;
  }
}

/** What work gives, or in words why it failed. */
async function tried<T>(what: string, work: () => Promise<T>): Promise<T | string> {
  try {
    const value = await work();
    return typeof value === 'string' ? `${what} is text where it should not be.` : value;
  } catch (error) {
    const why = error instanceof Error ? error.message.replace(/\s+/g, ' ').slice(0, 160) : 'it cannot be read';
    return `${what} cannot be read (${why}).`;
  }
}
