// Backups that are made by themselves: on the first edit of a day, before an update of the data, and before anything goes for good.
import { mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { err, ok, type Result } from '@/core/base';
import type { Database } from '../database/connection';
import { codeOf, faultOf, faultWords, freeBytes } from '../database/faults';
import { type Connection, connect } from '../database/sql';
import { bytesAt } from '../folder/files';
import { backupsFolder, scratchFolder, stamp, timeOf } from '../folder/paths';
import { withScratch } from '../folder/scratch';
import { prove } from './prove';
import { dayOf, expendable, type Reason, reasonOf } from './retention';

export interface KeptBackup {
  readonly name: string;
  /** When it was made, in ISO 8601; by its name. */
  readonly at: string;
  readonly reason: Reason;
  readonly bytes: number;
  /** Rigs in it that were not deleted; null where the file cannot be read. */
  readonly rigs: number | null;
}

/** Names of everything that can be restored from a data folder, the newest first. */
function namesIn(folder: string): readonly string[] {
  const listed = (of: string): readonly string[] => {
    try {
      const named = readdirSync(of).filter((name) => name.endsWith('.sqlite') && reasonOf(name) !== null);
      // A file that is shorter than the head of a database is none, and never counts in the place of one.
      return named.filter((name) => (bytesAt(join(of, name)) ?? 0) >= 512);
    } catch {
      return [];
    }
  };
  // What was kept before a restore lies in the folder itself, as it always did.
  return [...listed(backupsFolder(folder)), ...listed(folder)].sort((a, b) => timeOf(b) - timeOf(a));
}

/** A name for the next backup: it sorts after every one that is there, whatever the clock says. */
export const nextName = (folder: string, reason: Reason): string => `${reason}-${stamp(namesIn(folder)[0] ?? null)}.sqlite`;

/** Where a backup of that name lies; null where there is none. Names only: nothing outside of the folder can be asked for. */
export function backupFile(folder: string, name: string): string | null {
  if (name !== basename(name) || reasonOf(name) === null) return null;
  return [join(backupsFolder(folder), name), join(folder, name)].find((file) => bytesAt(file) !== null) ?? null;
}

/** Every backup of a data folder, the newest first. */
export async function listBackups(folder: string): Promise<readonly KeptBackup[]> {
  const listed: KeptBackup[] = [];
  for (const name of namesIn(folder)) {
    const file = backupFile(folder, name);
    const reason = reasonOf(name);
    if (!file || !reason) continue;
    listed.push({ name, at: new Date(timeOf(name)).toISOString(), reason, bytes: bytesAt(file) ?? 0, rigs: await rigsIn(file) });
  }
  return listed;
}

async function rigsIn(file: string): Promise<number | null> {
  let connection: Connection | null = null;
  try {
    connection = await connect(file, { mode: 'still' });
    // Before the third step every row was a rig.
    const kinds = (await connection.all("SELECT name FROM pragma_table_xinfo('rigs')")).some((row) => row.name === 'kind');
    const only = kinds ? ` AND "kind" = 'rig'` : '';
    return Number((await connection.one(`SELECT COUNT(*) AS "n" FROM "rigs" WHERE "deletedAt" IS NULL${only}`))?.n);
  } catch {
    return null;
  } finally {
    await connection?.close();
  }
}

/** Writes a file through to the disk, so that its name never outlives its content. */
export async function settle(file: string): Promise<void> {
  const handle = await open(file, 'r+');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/**
 * Makes a backup in the data folder: copied from one moment beside whoever writes, proved, then given its name. Skipped, with the reason, where less
 * than twice the size of the database is free. `look` is how thoroughly it is proved: `whole` by every row, `bytes` as a file only, for what is
 * about to be brought up to date and cannot be shown before.
 */
export async function makeBackup(
  folder: string,
  reason: Reason,
  copyTo: (file: string) => Promise<void>,
  bytes: number,
  look: 'whole' | 'bytes',
): Promise<Result<string, string>> {
  try {
    if (freeBytes(folder) < 2 * bytes)
      return err('There was no automatic backup: less than twice the size of the database is free on this disk.');
    return await withScratch(scratchFolder(folder), async (scratch) => {
      const unproved = join(scratch, 'backup.sqlite');
      await copyTo(unproved);
      const fault = look === 'whole' ? await prove(unproved, scratch) : await isWhole(unproved);
      if (!fault.ok) return err(`The automatic backup could not be proved, so it was not kept. ${fault.error}`);
      await settle(unproved);
      const name = nextName(folder, reason);
      const into = backupsFolder(folder);
      mkdirSync(into, { recursive: true });
      renameSync(unproved, join(into, name));
      prune(folder, name);
      return ok(name);
    });
  } catch (error) {
    const kind = faultOf(error, join(folder, 'x'));
    const why = kind ? faultWords[kind] : `${codeOf(error) ?? (error instanceof Error ? error.message : 'unknown reason')}.`;
    return err(`The automatic backup failed. ${why}`);
  }
}

async function isWhole(file: string): Promise<Result<null, string>> {
  const connection = await connect(file, { mode: 'still' });
  try {
    const checked = await connection.one('PRAGMA integrity_check(1)');
    return checked?.integrity_check === 'ok' ? ok(null) : err('The file is damaged.');
  } finally {
    await connection.close();
  }
}

/** Takes away what retention lets go; never the one that was just made. What cannot be taken away stays: what was done before stands all the same. */
export function prune(folder: string, made: string): void {
  for (const name of expendable(namesIn(folder), Date.now())) {
    const file = name === made ? null : backupFile(folder, name);
    try {
      if (file) rmSync(file, { force: true });
    } catch {
      // Looked at again with the next backup.
    }
  }
}

/** The backup of the day: asked for after each edit, made at the first one. */
export interface Daily {
  /** Notes that something was edited. Returns at once; a backup that is due is made beside the edits. */
  readonly edited: (db: Database) => void;
  /** Why there is no backup of today, in words; null where there is one, or none was needed. */
  readonly problem: () => string | null;
  /** Waits for one that is being made. */
  readonly settled: () => Promise<void>;
}

/** Keeps the backup of the day for a folder. */
export function dailyBackups(folder: string, now: () => number = Date.now): Daily {
  let problem: string | null = null;
  let made: string | null = null;
  let running: Promise<void> = Promise.resolve();
  const newest = namesIn(folder).find((name) => reasonOf(name) === 'daily');
  if (newest) made = dayOf(timeOf(newest));
  return {
    edited: (db) => {
      const today = dayOf(now());
      if (made === today) return;
      // Noted before it is made: one that fails is not tried again with every edit, but on the next day or start.
      made = today;
      running = makeBackup(folder, 'daily', db.copyTo, sizeOf(db.file), 'whole').then((done) => {
        problem = done.ok ? null : done.error;
      });
    },
    problem: () => problem,
    settled: () => running,
  };
}

/** Bytes of a database with what lies beside it. */
export function sizeOf(file: string): number {
  return (bytesAt(file) ?? 0) + (bytesAt(`${file}-wal`) ?? 0);
}
