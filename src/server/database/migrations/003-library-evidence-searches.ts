// The library: its entries are small rigs of another kind and their published versions are snapshots, so the two tables that were meant for
// them and never used go. And the searches for why nothing arrives. Frozen: a step that has shipped is never changed.
import { addColumns, hasTable, type Migration } from './migration';

export const libraryEvidenceSearches: Migration = {
  name: '003-library-evidence-searches',
  up: async (connection) => {
    await addColumns(connection, [
      ['controllers', 'templateVersion', 'INTEGER NOT NULL DEFAULT 0'],
      ['controllers', 'evidence', "TEXT NOT NULL DEFAULT '[]'"],
      ['controls', 'factory', "TEXT NOT NULL DEFAULT '[]'"],
      ['controls', 'origin', "TEXT NOT NULL DEFAULT ''"],
      ['targets', 'profileVersion', 'INTEGER NOT NULL DEFAULT 0'],
      ['targets', 'evidence', "TEXT NOT NULL DEFAULT '[]'"],
      ['parameters', 'evidence', "TEXT NOT NULL DEFAULT '[]'"],
      ['parameters', 'origin', "TEXT NOT NULL DEFAULT ''"],
      ['assignments', 'minimum', 'TINYINT(1) NOT NULL DEFAULT 0'],
      ['rigs', 'kind', "TEXT NOT NULL DEFAULT 'rig'"],
      ['rigs', 'about', "TEXT NOT NULL DEFAULT '{}'"],
      ['snapshots', 'label', "TEXT NOT NULL DEFAULT ''"],
    ]);
    if (!(await hasTable(connection, 'searches'))) await connection.run(searches);
    await connection.run('CREATE INDEX "rigs_kind" ON "rigs" ("kind")');
    for (const table of ['templates', 'profiles']) await connection.run(`DROP TABLE "${table}"`);
  },
};

const searches = `CREATE TABLE "searches" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "ordinal" DOUBLE PRECISION NOT NULL,
    "at" TEXT,
    "controllerId" TEXT,
    "targetId" TEXT,
    "answers" TEXT,
    "cause" TEXT,
    "note" TEXT,
    PRIMARY KEY ("rigId", "id"))`;
