// One connection to one SQLite file, opened once per process, with every migration applied.
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { DataTypes, type Model, type ModelStatic, Sequelize, type Transaction } from 'sequelize';
import sqlite3 from 'sqlite3';
import { Umzug } from 'umzug';
import { type TableName, tableNames } from '@/core/rig';
import { columns } from './columns';
import { migrations } from './migrations';

export interface Database {
  readonly sequelize: Sequelize;
  readonly rigs: ModelStatic<Model>;
  readonly journal: ModelStatic<Model>;
  readonly snapshots: ModelStatic<Model>;
  readonly revisions: ModelStatic<Model>;
  readonly proofs: ModelStatic<Model>;
  readonly rows: ReadonlyMap<TableName, ModelStatic<Model>>;
  /** Runs a writer alone, in a transaction that takes the write lock at once. Writers queue in the order of their calls. */
  readonly write: <T>(work: (transaction: Transaction) => Promise<T>) => Promise<T>;
}

/** Where the data lies: `KEEN_DIAL_DATA`, or `data` beside the program. */
export const dataFolder = (): string => resolve(/* turbopackIgnore: true */ process.env.KEEN_DIAL_DATA ?? 'data');

/**
 * Every connection that sequelize opens, also those of its transactions, waits for a busy file and writes through to the
 * disk before it answers.
 */
class DurableDatabase extends sqlite3.Database {
  constructor(file: string, mode?: number, callback?: (error: Error | null) => void) {
    super(file, mode, callback);
    this.serialize();
    this.run('PRAGMA busy_timeout = 5000');
    this.run('PRAGMA synchronous = FULL');
    this.run('PRAGMA foreign_keys = ON');
  }
}

/** Whether another process has a database file open: the journal mode can be left only by whoever is alone with it. */
export async function isInUse(file: string): Promise<boolean> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: file,
    logging: false,
    retry: { max: 0 },
  });
  try {
    const [rows] = await sequelize.query('PRAGMA journal_mode = DELETE');
    const [mode] = rows.map((row) => (typeof row === 'object' && row !== null && 'journal_mode' in row ? row.journal_mode : ''));
    return mode !== 'delete';
  } catch {
    return true;
  } finally {
    await sequelize.close();
  }
}

/** Opens a database file and brings it up to date. Use `database()` in the application; tests open files of their own. */
export async function openDatabase(file: string): Promise<Database> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: DurableDatabase },
    storage: file,
    logging: false,
    define: { timestamps: false, freezeTableName: true },
    retry: { max: 0 },
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  const umzug = new Umzug({
    migrations: migrations.map((m) => ({ name: m.name, up: m.up, down: m.down })),
    context: sequelize.getQueryInterface(),
    storage: migrationStorage(sequelize),
    logger: undefined,
  });
  await umzug.up();
  let queue: Promise<unknown> = Promise.resolve();
  return {
    sequelize,
    rigs: sequelize.define('rigs', rigAttributes),
    journal: sequelize.define('journal', journalAttributes),
    snapshots: sequelize.define('snapshots', snapshotAttributes),
    revisions: sequelize.define('revisions', revisionAttributes),
    proofs: sequelize.define('proofs', proofAttributes),
    rows: new Map(tableNames.map((table) => [table, defineRows(sequelize, table)])),
    write: (work) => {
      const turn = queue.then(() => sequelize.transaction({ type: 'IMMEDIATE' as Transaction.TYPES.IMMEDIATE }, work)); // border: the enum is not exported as a value
      queue = turn.catch(() => undefined);
      return turn;
    },
  };
}

/** The names of the migrations that ran, in a table of their own. */
function migrationStorage(sequelize: Sequelize) {
  const ready = sequelize.query('CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY)');
  return {
    logMigration: async ({ name }: { name: string }): Promise<void> => {
      await sequelize.query('INSERT INTO migrations (name) VALUES (?)', { replacements: [name] });
    },
    unlogMigration: async ({ name }: { name: string }): Promise<void> => {
      await sequelize.query('DELETE FROM migrations WHERE name = ?', { replacements: [name] });
    },
    executed: async (): Promise<string[]> => {
      await ready;
      const [rows] = await sequelize.query('SELECT name FROM migrations ORDER BY name');
      return rows.flatMap((row) => (typeof row === 'object' && row !== null && 'name' in row ? [String(row.name)] : []));
    },
  };
}

const proofAttributes = {
  rigId: { type: DataTypes.TEXT, primaryKey: true },
  id: { type: DataTypes.TEXT, primaryKey: true },
  assignmentId: DataTypes.TEXT,
  at: DataTypes.TEXT,
  outcome: DataTypes.TEXT,
  by: DataTypes.TEXT,
  who: DataTypes.TEXT,
  port: DataTypes.TEXT,
  versions: DataTypes.TEXT,
  plan: DataTypes.TEXT,
  asked: DataTypes.TEXT,
  heard: DataTypes.TEXT,
  causes: DataTypes.TEXT,
};

const rigAttributes = {
  id: { type: DataTypes.TEXT, primaryKey: true },
  name: DataTypes.TEXT,
  kind: DataTypes.TEXT,
  about: DataTypes.TEXT,
  notes: DataTypes.TEXT,
  preferences: DataTypes.TEXT,
  version: DataTypes.INTEGER,
  changedAt: DataTypes.TEXT,
  deletedAt: DataTypes.TEXT,
  summary: DataTypes.TEXT,
  summaryVersion: DataTypes.INTEGER,
};

const journalAttributes = {
  rigId: { type: DataTypes.TEXT, primaryKey: true },
  version: { type: DataTypes.INTEGER, primaryKey: true },
  editId: DataTypes.TEXT,
  kind: DataTypes.TEXT,
  label: DataTypes.TEXT,
  edit: DataTypes.TEXT,
  at: DataTypes.TEXT,
  undone: DataTypes.BOOLEAN,
  discarded: DataTypes.BOOLEAN,
};

/** A state that is kept as it was: a published version of a library entry. */
const snapshotAttributes = {
  rigId: { type: DataTypes.TEXT, primaryKey: true },
  version: { type: DataTypes.INTEGER, primaryKey: true },
  body: DataTypes.TEXT,
  at: DataTypes.TEXT,
  label: DataTypes.TEXT,
};

const revisionAttributes = {
  rigId: { type: DataTypes.TEXT, primaryKey: true },
  id: { type: DataTypes.TEXT, primaryKey: true },
  version: DataTypes.INTEGER,
  name: DataTypes.TEXT,
  at: DataTypes.TEXT,
  automatic: DataTypes.BOOLEAN,
};

const kinds = {
  text: DataTypes.TEXT,
  real: DataTypes.DOUBLE,
  integer: DataTypes.INTEGER,
  boolean: DataTypes.BOOLEAN,
  json: DataTypes.TEXT,
};

function defineRows(sequelize: Sequelize, table: TableName): ModelStatic<Model> {
  const own = Object.entries(columns[table]).map(([field, kind]) => [field, { type: kinds[kind] }] as const);
  return sequelize.define(table, {
    rigId: { type: DataTypes.TEXT, primaryKey: true },
    id: { type: DataTypes.TEXT, primaryKey: true },
    ordinal: DataTypes.DOUBLE,
    ...Object.fromEntries(own),
  });
}

// Route handlers and server actions are bundled apart but share one process: the connection hangs on the process.
const shared: { keenDialDatabase?: Promise<Database> } = globalThis as { keenDialDatabase?: Promise<Database> };

/** The database of this process. A failed opening is tried again at the next call. */
export function database(): Promise<Database> {
  shared.keenDialDatabase ??= openShared().catch((error: unknown) => {
    delete shared.keenDialDatabase;
    throw error;
  });
  return shared.keenDialDatabase;
}

async function openShared(): Promise<Database> {
  const folder = dataFolder();
  mkdirSync(folder, { recursive: true });
  return openDatabase(join(folder, 'keen-dial.sqlite'));
}
