// One database file: a connection that writes, one writer at a time, and a few that read, each answer from one unchanging state.
import { mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { bytesAt } from '../folder/files';
import { asFault, codeOf, StorageFault } from './faults';
import { APPLICATION_ID, migrate, newerSteps, pendingSteps, SCHEMA_VERSION } from './migrations';
import { pool } from './pool';
import { type Connection, connect, type DbRecord, type Reading, type Writing } from './sql';

export interface Database {
  readonly file: string;
  /** Where nothing can be written, a copy is read and every writer is refused with this fault. */
  readonly readOnly: 'disk-full' | 'read-only' | null;
  /** Asks any number of questions of one unchanging state, whoever writes meanwhile. Readers run beside each other. */
  readonly read: <T>(work: (reading: Reading) => Promise<T>) => Promise<T>;
  /** Runs a writer alone, in a transaction that takes the write lock at once. Writers queue in the order of their calls. */
  readonly write: <T>(work: (writing: Writing) => Promise<T>) => Promise<T>;
  /** Writes the database as it is at one moment to a new file, whoever writes meanwhile (SQLite, `VACUUM INTO`). */
  readonly copyTo: (file: string) => Promise<void>;
  /** Writes rows from another file in the place of all that is here: see `restore`. Alone, like a writer. */
  readonly replace: <T>(from: string, work: (replacing: Replacing) => Promise<T>) => Promise<T>;
  /** Lets running writers end, takes in what lies beside the file, and closes: afterwards the file is the whole. */
  readonly close: () => Promise<void>;
}

/** What is at hand while everything is replaced: the other file stands under the name `incoming`. */
export interface Replacing extends Writing {
  /** As `Database.copyTo`: what is here before anything of it changes, while no other writer can come between. */
  readonly copyTo: Database['copyTo'];
}

export interface OpenOptions {
  /** Hears every statement as it is sent. */
  readonly log?: (sql: string) => void;
  /** Called with the steps that will run, before the first of them; when it throws, none runs. */
  readonly beforeMigrating?: (connection: Connection, steps: readonly string[]) => Promise<void>;
  /** How long a file that another program holds is waited for, in milliseconds. */
  readonly busyMs?: number;
  /** Told when the file itself turns out to be damaged. */
  readonly onDamage?: (error: unknown) => void;
  /** For a copy that is read because the real file cannot be written: the fault that every writer is told. */
  readonly readOnly?: 'disk-full' | 'read-only' | null;
}

/** How long writers that were asked for before closing may take, in milliseconds. */
const LAST_WRITES_MS = 1200;

/** Readers at the same time; more wait for one to be free. */
const READERS = 3;

/** Why a file is not opened: it was written by a newer program, or by another one. Nothing of it was changed. */
export class UnknownDatabase extends Error {
  readonly kind: 'newer' | 'foreign';
  constructor(kind: 'newer' | 'foreign', message: string) {
    super(message);
    this.name = 'UnknownDatabase';
    this.kind = kind;
  }
}

/**
 * Opens a database file and brings it up to date; makes it, whole or not at all, where there is none. A file of a newer version or of another
 * program is looked at without being written and refused (`UnknownDatabase`); what SQLite cannot do comes as a `StorageFault`.
 */
export async function openDatabase(file: string, options: OpenOptions = {}): Promise<Database> {
  const { log, beforeMigrating, busyMs, onDamage, readOnly = null } = options;
  const write = { mode: 'write', log, ...(busyMs === undefined ? {} : { busyMs }) } as const;
  try {
    if (bytesAt(file) === null) await makeNew(file);
    await refuseUnknown(file, busyMs);
    const writer = await connect(file, write);
    try {
      await writer.all('PRAGMA journal_mode = WAL');
      await writer.all('PRAGMA journal_size_limit = 4194304');
      const steps = await pendingSteps(writer);
      if (steps.length > 0) {
        await beforeMigrating?.(writer, steps);
        await migrate(writer);
      }
      // Opening may be told to give up soon; who writes later has patience.
      await writer.all('PRAGMA busy_timeout = 5000');
      return assemble({ file, writer, openReader: () => connect(file, { mode: 'read', log }), readOnly, onDamage });
    } catch (error) {
      await writer.close();
      throw error;
    }
  } catch (error) {
    throw asFault(error, file);
  }
}

/**
 * Opens a file that nobody writes and that cannot be written, without a lock or any file beside it (SQLite, `immutable`). Only for a database that is up
 * to date and has nothing in its log: null for others.
 */
export async function openStill(file: string, readOnly: 'disk-full' | 'read-only'): Promise<Database | null> {
  if ((bytesAt(`${file}-wal`) ?? 0) > 0) return null;
  const looking = await connect(file, { mode: 'still' });
  try {
    if ((await unknownness(looking)) !== null || (await pendingSteps(looking)).length > 0) return null;
  } finally {
    await looking.close();
  }
  return assemble({ file, writer: null, openReader: () => connect(file, { mode: 'still' }), readOnly, onDamage: undefined });
}

/** A new database is made under another name and moved to its place: a process that is killed meanwhile leaves no empty file. */
async function makeNew(file: string): Promise<void> {
  mkdirSync(dirname(file), { recursive: true });
  const unborn = `${file}.new`;
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${unborn}${end}`, { force: true });
  const connection = await connect(unborn, { mode: 'write' });
  try {
    await migrate(connection);
  } finally {
    await connection.close();
  }
  renameSync(unborn, file);
}

async function refuseUnknown(file: string, busyMs: number | undefined): Promise<void> {
  const looking = await connect(file, { mode: 'read', ...(busyMs === undefined ? {} : { busyMs }) });
  try {
    const unknown = await unknownness(looking);
    if (unknown) throw unknown;
  } finally {
    await looking.close();
  }
}

/** Why a database is none that this program may write; null when it is one of its own. Reads only. */
export async function unknownness(connection: Connection): Promise<UnknownDatabase | null> {
  const mark = Number((await connection.one('PRAGMA application_id'))?.application_id ?? 0);
  const newer = await newerSteps(connection);
  const version = Number((await connection.one('PRAGMA user_version'))?.user_version ?? 0);
  if (newer.length > 0 || (mark === APPLICATION_ID && version > SCHEMA_VERSION))
    return new UnknownDatabase('newer', 'It was written by a newer Keen Dial. Start that one, or bring this one up to date.');
  const pending = await pendingSteps(connection);
  const tables = Number((await connection.one('SELECT COUNT(*) AS n FROM sqlite_schema'))?.n ?? 0);
  const ours = mark === APPLICATION_ID || (mark === 0 && !pending.includes('001-rigs-rows-journal'));
  return ours || (mark === 0 && tables === 0) ? null : new UnknownDatabase('foreign', 'It is a database of another program.');
}

interface Parts {
  readonly file: string;
  /** Null where nothing is ever written. */
  readonly writer: Connection | null;
  readonly openReader: () => Promise<Connection>;
  readonly readOnly: Database['readOnly'];
  readonly onDamage: ((error: unknown) => void) | undefined;
}

function assemble({ file, writer, openReader, readOnly, onDamage }: Parts): Database {
  const readers = pool(openReader, READERS);
  const told = (error: unknown): unknown => {
    const code = codeOf(error);
    if (code === 'SQLITE_CORRUPT' || code === 'SQLITE_NOTADB') onDamage?.(error);
    return asFault(error, file);
  };
  let queue: Promise<unknown> = Promise.resolve();
  let closed: Promise<void> | null = null;
  const alone = <T>(work: (writer: Connection) => Promise<T>): Promise<T> => {
    if (closed) return Promise.reject(new Error('the database is closed'));
    const turn = queue.then(async () => {
      if (readOnly || !writer) throw new StorageFault(readOnly ?? 'read-only', null);
      try {
        return await work(writer);
      } catch (error) {
        throw told(error);
      }
    });
    queue = turn.catch(() => undefined);
    return turn;
  };
  const copyTo: Database['copyTo'] = (to) =>
    readers.use(async (reader) => {
      rmSync(to, { force: true });
      try {
        await reader.run('VACUUM INTO $1', [to]);
      } catch (error) {
        rmSync(to, { force: true });
        throw asFault(error, to);
      }
    });
  const transaction = async <T>(writer: Connection, work: (writing: Writing) => Promise<T>): Promise<T> => {
    const after: (() => void)[] = [];
    await writer.run('BEGIN IMMEDIATE');
    let value: T;
    try {
      value = await work({ ...writer, afterCommit: (done) => void after.push(done) });
      await writer.run('COMMIT');
    } catch (error) {
      // SQLite may have rolled back by itself (a full disk): then there is nothing left to take back.
      await writer.run('ROLLBACK').catch(() => undefined);
      throw error;
    }
    for (const done of after) done();
    return value;
  };
  return {
    file,
    readOnly,
    read: (work) =>
      readers.use(async (reader) => {
        try {
          await reader.run('BEGIN');
          try {
            return await work(reader);
          } finally {
            await reader.run('COMMIT').catch(() => undefined);
          }
        } catch (error) {
          throw told(error);
        }
      }),
    write: (work) => alone((writer) => transaction(writer, work)),
    copyTo,
    replace: (from, work) =>
      alone(async (writer) => {
        await writer.run('ATTACH DATABASE $1 AS incoming', [from]);
        try {
          return await transaction(writer, (writing) => work({ ...writing, copyTo }));
        } finally {
          await writer.run('DETACH DATABASE incoming');
        }
      }),
    close: () => {
      closed ??= (async () => {
        // What is only read has nobody left to read it. What is written gets its time; after that it is rolled back, and was never acknowledged.
        const late = setTimeout(() => writer?.interrupt(), LAST_WRITES_MS);
        await queue;
        clearTimeout(late);
        await readers.close();
        await writer?.all('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined);
        await writer?.close();
      })();
      return closed;
    },
  };
}

export type Source = Database | Reading;

/** Asks a database in a snapshot of its own, or goes on with the one that is open already. */
export const reading = <T>(source: Source, work: (reading: Reading) => Promise<T>): Promise<T> =>
  'read' in source ? source.read(work) : work(source);

export type { DbRecord, Reading, Writing };
