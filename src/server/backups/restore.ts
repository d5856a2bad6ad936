// A backup in the place of everything. What was there is kept as a file first, and nobody can write between that copy and the swap.
import { mkdirSync, renameSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { err, ok, type Result } from '@/core/base';
import { tableNames } from '@/core/rig';
import type { Database } from '../database/connection';
import { faultKindOf, faultWords } from '../database/faults';
import { quoted } from '../database/sql';
import { bytesAt } from '../folder/files';
import { backupsFolder, companions, databaseFile, scratchFolder, stamp } from '../folder/paths';
import { withScratch } from '../folder/scratch';
import { announceAll } from '../rigs/events';
import { nextName, prune, settle } from './automatic';
import { prove } from './prove';

/** Largest backup that is handed out and taken back, in bytes. */
export const BACKUP_LIMIT = 512 * 1024 * 1024;
export const tooLarge = `It has more than ${BACKUP_LIMIT / 1024 / 1024} MB, the most that is taken back.`;

/** Every table with content, parents before what points at them. */
const tables = ['rigs', ...tableNames, 'journal', 'revisions', 'proofs', 'attempts', 'snapshots', 'folds'] as const;

export interface Restored {
  /** Rigs that can be opened now. */
  readonly rigs: number;
  /** The file in the data folder that keeps what was there before. */
  readonly before: string;
  /** What was done to it on the way, in words; null for a backup of this version. */
  readonly notice: string | null;
}

const noticeOf = (older: boolean): string | null =>
  older
    ? 'It was made by an older version, and brought up to date. Characters that cannot be seen or printed, if there were any, were taken out of its texts.'
    : null;

/**
 * Puts a backup in the place of everything that is there. It is proved first; then the write lock is taken, what is there is copied, and the rows are
 * exchanged, all in one turn: an edit is either in the copy or made on what was restored. The reason when it cannot; then nothing has changed.
 */
export async function restore(db: Database, file: string, folder: string): Promise<Result<Restored, string>> {
  try {
    return await withScratch(scratchFolder(folder), async (scratch) => {
      const proved = await prove(file, scratch);
      if (!proved.ok) return proved;
      // Read from a copy of our own: SQLite may lay files beside what it attaches.
      const incoming = join(scratch, 'incoming.sqlite');
      await copyFile(proved.value.current, incoming);
      const before = await db.replace(incoming, async ({ run, all, copyTo, afterCommit }) => {
        const copy = join(scratch, 'before.sqlite');
        await copyTo(copy);
        await settle(copy);
        for (const table of [...tables].reverse()) await run(`DELETE FROM main.${quoted(table)}`);
        for (const table of tables) {
          const columns = await all('SELECT "name" FROM pragma_table_xinfo($1)', [table]);
          const names = columns.map((c) => quoted(String(c.name))).join(', ');
          await run(`INSERT INTO main.${quoted(table)} (${names}) SELECT ${names} FROM incoming.${quoted(table)} ORDER BY rowid`);
        }
        // Another life of the database, never the one that the backup was of; and what was deleted long ago is kept from today.
        await run(`UPDATE main."meta" SET "value" = lower(hex(randomblob(8))) WHERE "name" = 'epoch'`);
        await run(`UPDATE main."meta" SET "value" = $1 WHERE "name" = 'keptFrom'`, [new Date().toISOString()]);
        // The copy gets its name before the swap is final: whatever happens after it, what was there is there.
        const name = nextName(folder, 'before-restore');
        mkdirSync(backupsFolder(folder), { recursive: true });
        renameSync(copy, join(backupsFolder(folder), name));
        afterCommit(announceAll);
        return name;
      });
      prune(folder, before);
      return ok({ rigs: proved.value.rigs, before, notice: noticeOf(proved.value.older) });
    });
  } catch (error) {
    const kind = faultKindOf(error);
    if (kind) return err(`Nothing was changed. ${faultWords[kind]}`);
    const why = error instanceof Error ? error.message.slice(0, 300) : 'unknown reason';
    return err(`The backup cannot be used, and nothing was changed: ${why}`);
  }
}

/**
 * Puts a backup in the place of a database that cannot be opened. The old file is moved aside, whole and untouched, and stays until somebody takes it
 * away. Only for who owns the folder, with no database open there.
 */
export async function restoreOver(folder: string, file: string): Promise<Result<Restored, string>> {
  try {
    return await withScratch(scratchFolder(folder), async (scratch) => {
      const proved = await prove(file, scratch);
      if (!proved.ok) return proved;
      const ready = join(scratch, 'ready.sqlite');
      await copyFile(proved.value.current, ready);
      await settle(ready);
      const before = setAside(folder);
      renameSync(ready, databaseFile(folder));
      return ok({ rigs: proved.value.rigs, before, notice: noticeOf(proved.value.older) });
    });
  } catch (error) {
    const why = error instanceof Error ? error.message.slice(0, 300) : 'unknown reason';
    return err(`The backup could not be put in place: ${why}`);
  }
}

/** Moves the database with all that lies beside it to another name; the new name. */
export function setAside(folder: string): string {
  const name = `kept-${stamp()}.sqlite`;
  for (const end of companions) {
    const from = `${databaseFile(folder)}${end}`;
    if (bytesAt(from) !== null) renameSync(from, join(folder, `${name}${end}`));
  }
  return name;
}
