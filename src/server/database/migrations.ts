// The schema of the database, step by step. A step that has shipped is never changed: add the next one.
import { DataTypes, type QueryInterface } from 'sequelize';
import { type TableName, tableNames } from '@/core/rig';
import { type ColumnKind, columns } from './columns';

interface Migration {
  readonly name: string;
  readonly up: (params: { readonly context: QueryInterface }) => Promise<void>;
  readonly down: (params: { readonly context: QueryInterface }) => Promise<void>;
}

const types = {
  text: DataTypes.TEXT,
  real: DataTypes.DOUBLE,
  integer: DataTypes.INTEGER,
  boolean: DataTypes.BOOLEAN,
  json: DataTypes.TEXT,
} satisfies Record<ColumnKind, unknown>;

const rigKey = { type: DataTypes.TEXT, allowNull: false, references: { model: 'rigs', key: 'id' }, onDelete: 'CASCADE' } as const;

/** A table of rows as the columns are today; columns that a later step adds are then there already, and it leaves them alone. */
async function createRows(context: QueryInterface, table: TableName): Promise<void> {
  const own = Object.entries(columns[table]).map(([field, kind]) => [field, { type: types[kind] }] as const);
  await context.createTable(table, {
    rigId: { ...rigKey, primaryKey: true },
    id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
    ordinal: { type: DataTypes.DOUBLE, allowNull: false },
    ...Object.fromEntries(own),
  });
}

async function createLibraryTable(context: QueryInterface, table: string): Promise<void> {
  await context.createTable(table, {
    id: { type: DataTypes.TEXT, primaryKey: true },
    name: { type: DataTypes.TEXT, allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
  });
}

const first: Migration = {
  name: '001-rigs-rows-journal',
  up: async ({ context }) => {
    await context.createTable('rigs', {
      id: { type: DataTypes.TEXT, primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: false },
      notes: { type: DataTypes.TEXT, allowNull: false },
      preferences: { type: DataTypes.TEXT, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      changedAt: { type: DataTypes.TEXT, allowNull: false },
      deletedAt: { type: DataTypes.TEXT },
      summary: { type: DataTypes.TEXT },
      summaryVersion: { type: DataTypes.INTEGER },
    });
    for (const table of tableNames) await createRows(context, table);
    await context.createTable('journal', {
      rigId: { ...rigKey, primaryKey: true },
      version: { type: DataTypes.INTEGER, primaryKey: true, allowNull: false },
      editId: { type: DataTypes.TEXT, allowNull: false },
      kind: { type: DataTypes.TEXT, allowNull: false },
      label: { type: DataTypes.TEXT, allowNull: false },
      edit: { type: DataTypes.TEXT, allowNull: false },
      at: { type: DataTypes.TEXT, allowNull: false },
      undone: { type: DataTypes.BOOLEAN, allowNull: false },
      discarded: { type: DataTypes.BOOLEAN, allowNull: false },
    });
    await context.addIndex('journal', ['rigId', 'editId'], { unique: true, name: 'journal_edit' });
    await context.createTable('revisions', {
      rigId: { ...rigKey, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      at: { type: DataTypes.TEXT, allowNull: false },
    });
    await context.createTable('proofs', {
      rigId: { ...rigKey, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
      assignmentId: { type: DataTypes.TEXT, allowNull: false },
      at: { type: DataTypes.TEXT, allowNull: false },
      versions: { type: DataTypes.TEXT, allowNull: false },
      grade: { type: DataTypes.TEXT, allowNull: false },
      evidence: { type: DataTypes.TEXT, allowNull: false },
    });
    for (const library of ['templates', 'profiles']) await createLibraryTable(context, library);
    await context.createTable('snapshots', {
      rigId: { ...rigKey, primaryKey: true },
      version: { type: DataTypes.INTEGER, primaryKey: true, allowNull: false },
      body: { type: DataTypes.TEXT, allowNull: false },
      at: { type: DataTypes.TEXT, allowNull: false },
    });
  },
  down: async ({ context }) => {
    for (const table of [
      'snapshots',
      'profiles',
      'templates',
      'proofs',
      'revisions',
      'journal',
      ...[...tableNames].reverse(),
      'rigs',
    ])
      await context.dropTable(table);
  },
};

/** Wires that pass on what arrives at their start. A database made by the step before since then has the column already. */
const passingOn: Migration = {
  name: '002-wires-pass-on',
  up: async ({ context }) => {
    if ('passesOn' in (await context.describeTable('wires'))) return;
    await context.addColumn('wires', 'passesOn', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
  },
  down: async ({ context }) => {
    await context.removeColumn('wires', 'passesOn');
  },
};

const withDefault = (
  type: typeof DataTypes.TEXT | typeof DataTypes.INTEGER | typeof DataTypes.BOOLEAN,
  value: string | number | boolean,
) => ({
  type,
  allowNull: false,
  defaultValue: value,
});

/** Columns that format version 3 brought, each with the value that older rows get. */
const ofVersion3 = [
  ['controllers', 'templateVersion', withDefault(DataTypes.INTEGER, 0)],
  ['controllers', 'evidence', withDefault(DataTypes.TEXT, '[]')],
  ['controls', 'factory', withDefault(DataTypes.TEXT, '[]')],
  ['controls', 'origin', withDefault(DataTypes.TEXT, '')],
  ['targets', 'profileVersion', withDefault(DataTypes.INTEGER, 0)],
  ['targets', 'evidence', withDefault(DataTypes.TEXT, '[]')],
  ['parameters', 'evidence', withDefault(DataTypes.TEXT, '[]')],
  ['parameters', 'origin', withDefault(DataTypes.TEXT, '')],
  ['assignments', 'minimum', withDefault(DataTypes.BOOLEAN, false)],
  ['rigs', 'kind', withDefault(DataTypes.TEXT, 'rig')],
  ['rigs', 'about', withDefault(DataTypes.TEXT, '{}')],
  ['snapshots', 'label', withDefault(DataTypes.TEXT, '')],
] as const;

/**
 * The library: its entries are small rigs of another kind, their published versions are snapshots, so the two tables that
 * were meant for them and never used go. And the searches for why nothing arrives.
 */
const library: Migration = {
  name: '003-library-evidence-searches',
  up: async ({ context }) => {
    for (const [table, column, definition] of ofVersion3) {
      if (column in (await context.describeTable(table))) continue;
      await context.addColumn(table, column, definition);
    }
    if (!(await context.tableExists('searches'))) await createRows(context, 'searches');
    await context.addIndex('rigs', ['kind'], { name: 'rigs_kind' });
    for (const table of ['templates', 'profiles']) await context.dropTable(table);
  },
  down: async ({ context }) => {
    for (const table of ['templates', 'profiles']) await createLibraryTable(context, table);
    await context.removeIndex('rigs', 'rigs_kind');
    await context.dropTable('searches');
    // Not removeColumn: on SQLite it builds the table anew and loses a key of two columns on the way.
    for (const [table, column] of ofVersion3) await context.sequelize.query(`ALTER TABLE "${table}" DROP COLUMN "${column}"`);
  },
};

/** Revisions that were made by themselves, before something large. */
const automatic: Migration = {
  name: '004-automatic-revisions',
  up: async ({ context }) => {
    await context.addColumn('revisions', 'automatic', { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
    await context.addIndex('revisions', ['rigId', 'version'], { name: 'revisions_version' });
  },
  down: async ({ context }) => {
    await context.removeIndex('revisions', 'revisions_version');
    await context.sequelize.query('ALTER TABLE "revisions" DROP COLUMN "automatic"');
  },
};

const proofColumns = [
  'assignmentId',
  'at',
  'outcome',
  'by',
  'who',
  'port',
  'versions',
  'plan',
  'asked',
  'heard',
  'causes',
] as const;

/** Trials of functions as they are kept today. The table that was meant for them was never written. */
const trials: Migration = {
  name: '005-trials',
  up: async ({ context }) => {
    await context.dropTable('proofs');
    await context.createTable('proofs', {
      rigId: { ...rigKey, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
      ...Object.fromEntries(proofColumns.map((c) => [c, { type: DataTypes.TEXT, allowNull: false }])),
    });
    await context.addIndex('proofs', ['rigId', 'at'], { name: 'proofs_at' });
  },
  down: async ({ context }) => {
    await context.dropTable('proofs');
    await context.createTable('proofs', {
      rigId: { ...rigKey, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
      ...Object.fromEntries(
        ['assignmentId', 'at', 'versions', 'grade', 'evidence'].map((c) => [c, { type: DataTypes.TEXT, allowNull: false }]),
      ),
    });
  },
};

export const migrations: readonly Migration[] = [first, passingOn, library, automatic, trials];
