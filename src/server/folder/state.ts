// How the data folder stands for this process: open, open for reading only, or closed for a reason that the recovery page tells.
import { mkdirSync, rmSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Daily, dailyBackups, makeBackup, sizeOf } from '../backups/automatic';
import { type Database, openDatabase, openStill, UnknownDatabase } from '../database/connection';
import { faultOfFolder, faultWords, StorageFault } from '../database/faults';
import { listenToAll } from '../rigs/events';
import { bytesAt } from './files';
import { type Hold, type Owner, own } from './owner';
import { databaseFile, scratchFolder } from './paths';
import { dropOwnScratch, makeScratch, sweepScratch } from './scratch';

export type ClosedKind = 'locked' | 'damaged' | 'empty' | 'newer' | 'foreign' | 'no-backup' | 'unwritable' | 'unknown';

export type FolderState =
  | {
      readonly type: 'open';
      readonly db: Database;
      readonly daily: Daily;
      /** Whether it is sure that nobody else writes there: not where no lock could be made. */
      readonly owned: boolean;
    }
  | { readonly type: 'owned'; readonly owner: Owner | null }
  | { readonly type: 'closed'; readonly kind: ClosedKind; readonly detail: string };

/** A folder as this process holds it. */
export interface Folder {
  readonly path: string;
  readonly state: () => FolderState;
  /** Tries again to open what is closed, or to write what could only be read. Calls at the same time share one try. */
  readonly retry: () => Promise<FolderState>;
  /** Does something to a closed folder and opens it afterwards. */
  readonly mend: (work: () => Promise<void>) => Promise<FolderState>;
  /** Closes the database, so that its file is the whole, and lets go of the folder. */
  readonly close: () => Promise<void>;
}

/** Opens a data folder. Never throws for what a player can do something about: that is a state. */
export async function openFolder(path: string, who: { readonly does: string; readonly address: string }): Promise<Folder> {
  let hold: Hold | null = null;
  let scratch: string | null = null;
  let trying: Promise<FolderState> | null = null;
  let state: FolderState = { type: 'closed', kind: 'unknown', detail: 'It is not open yet.' };
  // A file that turns out to be damaged while it is used is used no further.
  const damaged = (error: unknown): void => {
    if (state.type !== 'open') return;
    const { db } = state;
    state = closedBy(new StorageFault('damaged', error));
    void db.close();
  };
  const attempt = async (): Promise<FolderState> => {
    try {
      mkdirSync(path, { recursive: true });
    } catch {
      return { type: 'closed', kind: 'unwritable', detail: `There is no folder ${path}, and it cannot be made.` };
    }
    if (hold === null) {
      const taken = await own(path, who);
      if (taken.ok) hold = taken.value;
      else if (taken.error.type === 'owned') return { type: 'owned', owner: taken.error.owner };
    }
    if (hold) sweepScratch(scratchFolder(path));
    const fault = faultOfFolder(path);
    if (fault === null) {
      // Written only by who owns it for sure.
      if (hold === null)
        return { type: 'closed', kind: 'unwritable', detail: 'keen-dial.lock cannot be used: it may belong to somebody else.' };
      return openForWriting(path, damaged);
    }
    scratch ??= scratchElsewhere();
    return openForReading(path, fault, hold !== null, scratch);
  };
  state = await attempt();
  const stopListening = listenToAll(() => {
    if (state.type === 'open' && state.db.readOnly === null) state.daily.edited(state.db);
  });
  const again = async (before: () => Promise<void>): Promise<FolderState> => {
    trying ??= (async () => {
      if (state.type === 'open') await state.db.close();
      await before();
      state = await attempt();
      return state;
    })().finally(() => {
      trying = null;
    });
    return trying;
  };
  return {
    path,
    state: () => state,
    retry: async () => {
      if (state.type === 'open' && (state.db.readOnly === null || faultOfFolder(path) !== null)) return state;
      return again(async () => undefined);
    },
    mend: async (work) => {
      await trying;
      return again(work);
    },
    close: async () => {
      stopListening();
      if (state.type === 'open') {
        await state.db.close();
        // A backup that is being made is let go of; its files go with it.
        await Promise.race([state.daily.settled(), new Promise((resolve) => setTimeout(resolve, LAST_BACKUP_MS))]);
      }
      if (hold) dropOwnScratch(scratchFolder(path));
      await hold?.release();
      hold = null;
      if (scratch) rmSync(scratch, { recursive: true, force: true });
    },
  };
}

/** How long a backup that is being made is waited for at the end, in milliseconds. */
const LAST_BACKUP_MS = 500;

/** How long a database that another program holds is waited for before the recovery page says so, in milliseconds. */
const BUSY_MS = 600;
/** Databases up to this size are looked through at every start; larger ones when a backup is made of them. */
const LOOKED_THROUGH = 256 * 1024 * 1024;

async function openForWriting(path: string, onDamage: (error: unknown) => void): Promise<FolderState> {
  const file = databaseFile(path);
  if (bytesAt(file) === 0) return { type: 'closed', kind: 'empty', detail: 'keen-dial.sqlite is there and has nothing in it.' };
  let stopped: string | null = null;
  try {
    const db = await openDatabase(file, {
      busyMs: BUSY_MS,
      onDamage,
      beforeMigrating: async (connection) => {
        const copy = (to: string) => connection.run('VACUUM INTO $1', [to]).then(() => undefined);
        const made = await makeBackup(path, 'before-update', copy, sizeOf(file), 'bytes');
        if (made.ok) return;
        stopped = made.error;
        throw new Error(made.error);
      },
    });
    try {
      if (sizeOf(file) <= LOOKED_THROUGH) await lookThrough(db);
    } catch (error) {
      await db.close();
      throw error;
    }
    return { type: 'open', db, daily: dailyBackups(path), owned: true };
  } catch (error) {
    if (stopped !== null)
      return {
        type: 'closed',
        kind: 'no-backup',
        detail: `Your data is of an older version. Before it is changed a backup must be made. ${stopped}`,
      };
    return closedBy(error);
  }
}

async function lookThrough(db: Database): Promise<void> {
  const checked = await db.read(({ one }) => one('PRAGMA quick_check(1)'));
  if (checked?.quick_check !== 'ok') throw new StorageFault('damaged', new Error(String(checked?.quick_check)));
}

/** What the database itself said, where it said anything: the page around it has the words for a player. */
function reasonOf(error: unknown): string {
  if (!(error instanceof Error)) return 'unknown reason';
  return error instanceof StorageFault && error.cause instanceof Error ? error.cause.message : error.message;
}

function closedBy(error: unknown): FolderState {
  const detail = reasonOf(error);
  if (error instanceof UnknownDatabase) return { type: 'closed', kind: error.kind, detail };
  if (error instanceof StorageFault)
    switch (error.kind) {
      case 'locked':
      case 'damaged':
        return { type: 'closed', kind: error.kind, detail };
      case 'disk-full':
      case 'read-only':
        return { type: 'closed', kind: 'unwritable', detail };
    }
  return { type: 'closed', kind: 'unknown', detail };
}

/** A folder in the system's temporary one; null where nothing can be written there either. */
function scratchElsewhere(): string | null {
  try {
    return makeScratch();
  } catch {
    return null;
  }
}

/** Where nothing can be written: the database with what lies beside it is copied elsewhere and read there. Without room for that, the file itself. */
async function openForReading(
  path: string,
  fault: 'disk-full' | 'read-only',
  owned: boolean,
  scratch: string | null,
): Promise<FolderState> {
  const file = databaseFile(path);
  if (bytesAt(file) === null)
    return { type: 'closed', kind: 'unwritable', detail: `There is no database yet, and none can be made. ${faultWords[fault]}` };
  if (bytesAt(file) === 0) return { type: 'closed', kind: 'empty', detail: 'keen-dial.sqlite is there and has nothing in it.' };
  try {
    if (scratch === null) throw new StorageFault(fault, null);
    const copy = join(scratch, 'keen-dial.sqlite');
    for (const end of ['-wal', '']) {
      rmSync(`${copy}${end}`, { force: true });
      if (bytesAt(`${file}${end}`) !== null) await copyFile(`${file}${end}`, `${copy}${end}`);
    }
    const db = await openDatabase(copy, { readOnly: fault, busyMs: BUSY_MS });
    return { type: 'open', db, daily: dailyBackups(path), owned };
  } catch (error) {
    const still = await openStill(file, fault).catch(() => null);
    return still ? { type: 'open', db: still, daily: dailyBackups(path), owned } : closedBy(error);
  }
}
