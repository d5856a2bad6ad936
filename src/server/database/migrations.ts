// The schema of the database, step by step. A step that has shipped is never changed: add the next one.
import { DataTypes, type QueryInterface } from 'sequelize';
import { tableNames } from '@/core/rig';
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
    for (const table of tableNames) {
      const own = Object.entries(columns[table]).map(([field, kind]) => [field, { type: types[kind] }] as const);
      await context.createTable(table, {
        rigId: { ...rigKey, primaryKey: true },
        id: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
        ordinal: { type: DataTypes.DOUBLE, allowNull: false },
        ...Object.fromEntries(own),
      });
    }
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
    for (const library of ['templates', 'profiles']) {
      await context.createTable(library, {
        id: { type: DataTypes.TEXT, primaryKey: true },
        name: { type: DataTypes.TEXT, allowNull: false },
        version: { type: DataTypes.INTEGER, allowNull: false },
        body: { type: DataTypes.TEXT, allowNull: false },
      });
    }
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

export const migrations: readonly Migration[] = [first, passingOn];
