// A backup is one file, taken while the program runs; restoring one replaces everything at once, after keeping what was there.
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import sqlite3 from 'sqlite3';
import { err, ok, type Result } from '@/core/result';
import { tableNames } from '@/core/rig';
import { announceReplaced } from '../rigs/events';
import { forgetRigs } from '../rigs/journal';
import { loadRig, recordSchema } from '../rigs/rows';
import { type Database, openDatabase } from './connection';
import { migrations } from './migrations';

/** Largest backup that is taken back, in bytes. */
export const BACKUP_LIMIT = 512 * 1024 * 1024;
/** What was there before a restore is kept this many times. */
const KEPT = 5;

/** Every table with content, parents before what points at them. */
const tables = ['rigs', ...tableNames, 'journal', 'revisions', 'proofs', 'snapshots'] as const;

/** Writes the whole database to a new file, as it is at one moment, whoever writes meanwhile (SQLite, `VACUUM INTO`). */
export async function backUpTo(db: Database, file: string): Promise<void> {
  rmSync(file, { force: true });
  await db.sequelize.query('VACUUM INTO ?', { replacements: [file] });
}

/** The whole database as the bytes of one file. */
export async function backUp(db: Database): Promise<Uint8Array> {
  const folder = mkdtempSync(join(tmpdir(), 'keen-dial-backup-'));
  try {
    const file = join(folder, 'backup.sqlite');
    await backUpTo(db, file);
    return await readFile(file);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export interface Restored {
  readonly rigs: number;
  /** Where what was there before is kept. */
  readonly before: string;
}

/**
 * Puts a backup in the place of everything that is there. The file is looked through first: it must be a sound database of this program, not
 * of a newer one, and every rig in it must fit its schemas. What was there is kept as a file in `folder`. One transaction; the reason when it cannot.
 */
export async function restore(db: Database, bytes: Uint8Array, folder: string): Promise<Result<Restored, string>> {
  if (bytes.length > BACKUP_LIMIT) return err(`The file has more than ${BACKUP_LIMIT / 1024 / 1024} MB, the most that is read.`);
  if (new TextDecoder('latin1').decode(bytes.subarray(0, 15)) !== 'SQLite format 3')
    return err('This is no backup of Keen Dial.');
  const place = mkdtempSync(join(tmpdir(), 'keen-dial-restore-'));
  const file = join(place, 'backup.sqlite');
  try {
    writeFileSync(file, bytes);
    const unsound = await faultOf(file);
    if (unsound !== null) return err(unsound);
    const from = await openDatabase(file);
    try {
      const rigs = await from.rigs.findAll({ attributes: ['id', 'deletedAt'], raw: true });
      for (const row of rigs) {
        const record = recordSchema(row);
        if (record.deletedAt === null) await loadRig(from, String(record.id));
      }
      const before = await keepBefore(db, folder);
      await replaceAll(db, from);
      forgetRigs();
      announceReplaced();
      return ok({ rigs: rigs.length, before });
    } finally {
      await from.sequelize.close();
    }
  } catch (error) {
    return err(
      `The backup cannot be used, and nothing was changed: ${error instanceof Error ? error.message.slice(0, 300) : 'unknown reason'}`,
    );
  } finally {
    rmSync(place, { recursive: true, force: true });
  }
}

/** Why a file cannot be taken back; null when it can. Opened for reading only: nothing in it is run or changed. */
async function faultOf(file: string): Promise<string | null> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: false,
    dialectOptions: { mode: sqlite3.OPEN_READONLY },
  });
  try {
    const [checked] = await sequelize.query('PRAGMA integrity_check');
    const first = recordSchema(checked[0]);
    if (first.integrity_check !== 'ok') return 'The file is damaged: it does not pass the integrity check.';
    const [odd] = await sequelize.query("SELECT name FROM sqlite_master WHERE type IN ('trigger', 'view')");
    if (odd.length > 0) return 'This is no backup of Keen Dial: it holds triggers or views.';
    const [ran] = await sequelize.query('SELECT name FROM migrations');
    const known = new Set(migrations.map((m) => m.name));
    const newer = ran.map((row) => String(recordSchema(row).name)).find((name) => !known.has(name));
    return newer === undefined
      ? null
      : 'The backup was made by a newer Keen Dial. Restore it there, or bring this one up to date.';
  } catch {
    return 'This is no backup of Keen Dial.';
  } finally {
    await sequelize.close();
  }
}

async function keepBefore(db: Database, folder: string): Promise<string> {
  mkdirSync(folder, { recursive: true });
  const name = `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.sqlite`;
  await backUpTo(db, join(folder, name));
  const old = readdirSync(folder)
    .filter((f) => /^before-restore-.*\.sqlite$/.test(f))
    .sort((a, b) => statSync(join(folder, b)).mtimeMs - statSync(join(folder, a)).mtimeMs);
  for (const gone of old.slice(KEPT)) rmSync(join(folder, gone), { force: true });
  return name;
}

/** Empties every table and fills it from the other database, in one transaction. Columns are those of this version: the other was brought up to it. */
async function replaceAll(db: Database, from: Database): Promise<void> {
  await db.write(async (transaction) => {
    for (const table of [...tables].reverse()) await db.sequelize.query(`DELETE FROM "${table}"`, { transaction });
    for (const table of tables) {
      const columns = Object.keys(await db.sequelize.getQueryInterface().describeTable(table));
      const names = columns.map((c) => `"${c}"`).join(', ');
      for (let offset = 0; ; offset += 500) {
        const [rows] = await from.sequelize.query(`SELECT ${names} FROM "${table}" ORDER BY rowid LIMIT 500 OFFSET ${offset}`);
        if (rows.length === 0) break;
        for (const row of rows) {
          const record = recordSchema(row);
          await db.sequelize.query(`INSERT INTO "${table}" (${names}) VALUES (${columns.map(() => '?').join(', ')})`, {
            replacements: columns.map((c) => record[c] ?? null),
            transaction,
          });
        }
      }
    }
  });
}
