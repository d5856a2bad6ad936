// The one way to the database file: a connection that takes SQL with numbered places ($1, $2 …) and the values for them apart. No value from
// outside ever stands in the text of a statement: whoever writes SQL here writes literals and names of tables only.
import { QueryTypes, Sequelize } from 'sequelize';
import sqlite3 from 'sqlite3';

/** A row as SQLite gives it. */
export type DbRecord = Readonly<Record<string, unknown>>;

/** What may be bound: SQLite knows no more. Booleans become 0 and 1. */
export type Bound = string | number | boolean | null;

/** Questions to one unchanging state of the database. */
export interface Reading {
  /** Every row of an answer. */
  readonly all: (sql: string, bind?: readonly Bound[]) => Promise<readonly DbRecord[]>;
  /** The first row; null where there is none. */
  readonly one: (sql: string, bind?: readonly Bound[]) => Promise<DbRecord | null>;
}

/** Questions and changes inside one transaction. */
export interface Writing extends Reading {
  /** Changes rows and answers how many. */
  readonly run: (sql: string, bind?: readonly Bound[]) => Promise<number>;
  /** Puts records with the same columns into a table, several to a statement. `conflict` is what stands after them: `ON CONFLICT …`. */
  readonly insert: (table: string, records: readonly DbRecord[], conflict?: string) => Promise<void>;
  /** Called when the transaction is on the disk, and not when it failed. */
  readonly afterCommit: (done: () => void) => void;
}

export interface Connection extends Omit<Writing, 'afterCommit'> {
  /** Ends the statement that runs, with an error (SQLite, `sqlite3_interrupt`). */
  readonly interrupt: () => void;
  readonly close: () => Promise<void>;
}

export interface ConnectionOptions {
  /** `write` makes the file when it is not there; `read` never changes it; `still` reads a file that nobody writes, without a lock or any file beside it. */
  readonly mode: 'write' | 'read' | 'still';
  /** How long a busy file is waited for, in milliseconds; 5000 unless told. */
  readonly busyMs?: number;
  /** Hears every statement as it is sent. */
  readonly log?: ((sql: string) => void) | undefined;
}

/** The most values that one statement binds; SQLite allows 32,766, and more than this gains nothing. */
const MOST_BOUND = 2000;

/** A name of a table or column as SQL writes it. */
export const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

const asUri = (file: string): string => `file:${encodeURI(file).replaceAll('?', '%3f').replaceAll('#', '%23')}?immutable=1`;

/** What each mode asks of SQLite. */
const modes = {
  write: sqlite3.OPEN_READWRITE | sqlite3.OPEN_CREATE,
  read: sqlite3.OPEN_READONLY,
  still: sqlite3.OPEN_READONLY | sqlite3.OPEN_URI,
} as const;

/**
 * Opens one connection to a file. Every statement of it goes one after the other over the same handle, so that `BEGIN` and `COMMIT` are
 * statements like others. It waits for a busy file, writes through to the disk before it answers, and keeps foreign keys.
 */
export async function connect(file: string, options: ConnectionOptions): Promise<Connection> {
  const { mode, busyMs = 5000, log } = options;
  let handle: sqlite3.Database | null = null;
  class Handle extends sqlite3.Database {
    constructor(path: string, flags?: number, callback?: (error: Error | null) => void) {
      super(path, flags, callback);
      handle = this;
      this.serialize();
      this.configure('busyTimeout', busyMs);
      // What fails here fails again at the first statement, which tells of it; without a listener it would end the process.
      const heard = (): void => undefined;
      this.run('PRAGMA synchronous = FULL', heard);
      this.run('PRAGMA foreign_keys = ON', heard);
      this.run('PRAGMA trusted_schema = OFF', heard);
    }
  }
  const settings = {
    dialect: 'sqlite' as const,
    dialectModule: { ...sqlite3, Database: Handle },
    dialectOptions: { mode: modes[mode] },
    storage: mode === 'still' ? asUri(file) : file,
    logging: log ? (sql: string) => log(sql.replace(/^Executing \([^)]*\): /, '')) : false,
    retry: { max: 0 },
    // Sequelize would set them without listening for a failure.
    foreignKeys: false,
  };
  const sequelize = new Sequelize(settings);
  const all: Connection['all'] = async (sql, bind = []) => {
    const rows = await sequelize.query(sql, { bind: [...bind], type: QueryTypes.SELECT, raw: true });
    return rows.map(recordOf);
  };
  const run: Connection['run'] = async (sql, bind = []) => {
    const changes: unknown = await sequelize.query(sql, { bind: [...bind], type: QueryTypes.BULKUPDATE, raw: true });
    return typeof changes === 'number' ? changes : 0;
  };
  // Many values at once are bound by their place on the very same handle: Sequelize binds by name, and looking names up grows with their square.
  const byPlace = (sql: string, bind: readonly Bound[]): Promise<void> =>
    new Promise((resolve, reject) => {
      log?.(sql);
      if (handle === null) reject(new Error('the connection is closed'));
      else handle.run(sql, bind, (error: Error | null) => (error ? reject(error) : resolve()));
    });
  const connection: Connection = {
    all,
    one: async (sql, bind) => (await all(sql, bind))[0] ?? null,
    run,
    insert: async (table, records, conflict = '') => {
      const fields = Object.keys(records[0] ?? {});
      const atOnce = Math.max(1, Math.floor(MOST_BOUND / Math.max(1, fields.length)));
      const head = `INSERT INTO ${quoted(table)} (${fields.map(quoted).join(', ')}) VALUES `;
      for (let at = 0; at < records.length; at += atOnce) {
        const chunk = records.slice(at, at + atOnce);
        const bind = chunk.flatMap((record) => fields.map((field) => boundOf(record[field])));
        const places = `(${fields.map(() => '?').join(', ')})`;
        await byPlace(`${head}${chunk.map(() => places).join(', ')} ${conflict}`, bind);
      }
    },
    interrupt: () => handle?.interrupt(),
    close: () => sequelize.close(),
  };
  try {
    // Opening is lazy: the first statement tells whether the file can be read at all.
    await connection.all('PRAGMA schema_version');
    return connection;
  } catch (error) {
    // A handle that never opened cannot be closed either: its closing would never end.
    if (handle !== null && isOpen(handle)) await sequelize.close().catch(() => undefined);
    throw error;
  }
}

/** Whether a handle got hold of its file (a field of the driver that its types do not name). */
const isOpen = (handle: object): boolean => 'open' in handle && handle.open === true;

/** A value of a row as it is bound. Anything but text, numbers, truth and nothing is a fault of the program. */
function boundOf(value: unknown): Bound {
  if (value === null || value === undefined) return null;
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return value;
  throw new TypeError(`a ${typeof value} cannot be bound`);
}

/** A raw answer gives plain records, whatever its declared type says. */
export const recordOf = (raw: unknown): DbRecord =>
  typeof raw === 'object' && raw !== null ? Object.fromEntries(Object.entries(raw)) : {};
