// Files that somebody might try to restore and that must be refused: each made from a good backup, by one hostile change.
import { copyFileSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { writeRig } from '@/core/formats';
import { lanternHour } from '@/demo/lantern-hour';
import { type Connection, connect } from '@/server/database/sql';

/** The version of rig files of today. */
const rigVersion = Number(JSON.parse(writeRig(lanternHour())).formatVersion);

export interface Hostile {
  readonly name: string;
  /** A word of the reason that is given. */
  readonly reason: RegExp;
  readonly make: (file: string) => Promise<void>;
}

const sql =
  (...statements: readonly string[]) =>
  async (file: string): Promise<void> => {
    const connection = await connect(file, { mode: 'write' });
    await connection.run('PRAGMA foreign_keys = OFF');
    for (const statement of statements) await connection.run(statement);
    await connection.close();
  };

const bytes = (change: (bytes: Buffer) => Buffer) => async (file: string) =>
  writeFileSync(file, change(Buffer.from(readFileSync(file))));

/** The table without its key, with one row twice. */
const doubled = (table: string) =>
  sql(
    `CREATE TABLE "copy" AS SELECT * FROM "${table}"`,
    `DROP TABLE "${table}"`,
    `ALTER TABLE "copy" RENAME TO "${table}"`,
    `INSERT INTO "${table}" SELECT * FROM "${table}" LIMIT 1`,
  );

const no = /no backup of Keen Dial/;
const damaged = /damaged/;
const row = /In “/;

const withSchema = (change: (connection: Connection) => Promise<unknown>) => async (file: string) => {
  const connection = await connect(file, { mode: 'write' });
  await connection.run('PRAGMA foreign_keys = OFF');
  await change(connection);
  await connection.close();
};

export const hostileBackups: readonly Hostile[] = [
  { name: 'text', reason: no, make: async (file) => writeFileSync(file, 'not a database') },
  { name: 'nothing', reason: no, make: async (file) => writeFileSync(file, '') },
  { name: 'a head and no more', reason: no, make: bytes((b) => b.subarray(0, 16)) },
  { name: 'cut in half', reason: damaged, make: async (file) => truncateSync(file, Math.floor(readFileSync(file).length / 2)) },
  { name: 'pages overwritten', reason: damaged, make: bytes((b) => b.fill(0xff, 8192, 40_960)) },
  { name: 'zeros inside', reason: damaged, make: bytes((b) => b.fill(0, 20_480, 61_440)) },
  { name: 'a head of noise', reason: no, make: bytes((b) => b.fill(0x5a, 0, 100)) },
  {
    name: 'another program',
    reason: no,
    make: async (file) => {
      writeFileSync(file, '');
      await sql('CREATE TABLE "recipes" ("name" TEXT)')(file);
    },
  },
  { name: 'a mark of another program', reason: no, make: sql('PRAGMA application_id = 12345') },
  {
    name: 'an empty database',
    reason: no,
    make: async (file) => {
      writeFileSync(file, '');
      await sql('CREATE TABLE "x" ("y" TEXT)', 'DROP TABLE "x"')(file);
    },
  },
  { name: 'a newer step', reason: /newer/, make: sql("INSERT INTO migrations VALUES ('999-of-the-future')") },
  { name: 'a newer version', reason: /newer/, make: sql('PRAGMA user_version = 99') },
  { name: 'a trigger', reason: /triggers/, make: sql('CREATE TRIGGER "t" AFTER INSERT ON "rigs" BEGIN DELETE FROM "rigs"; END') },
  { name: 'a view', reason: /views/, make: sql('CREATE VIEW "v" AS SELECT * FROM "rigs"') },
  { name: 'an expression index', reason: no, make: sql('CREATE INDEX "e" ON "rigs" (abs("version"))') },
  { name: 'a table more', reason: no, make: sql('CREATE TABLE "more" ("x" TEXT)') },
  { name: 'a table less', reason: no, make: sql('DROP TABLE "journal"') },
  { name: 'a column less', reason: no, make: sql('ALTER TABLE "controls" DROP COLUMN "origin"') },
  { name: 'a column more', reason: no, make: sql('ALTER TABLE "controls" ADD COLUMN "more" TEXT') },
  {
    name: 'a computed column',
    reason: no,
    make: sql('ALTER TABLE "songs" ADD COLUMN "x" TEXT GENERATED ALWAYS AS (upper("name"))'),
  },
  { name: 'an index less', reason: no, make: sql('DROP INDEX "journal_edit"') },
  { name: 'a controller twice', reason: no, make: doubled('controllers') },
  { name: 'a rig twice', reason: /./, make: doubled('rigs') },
  { name: 'rows of no rig', reason: damaged, make: sql(`UPDATE "controls" SET "rigId" = 'nobody' WHERE rowid = 1`) },
  { name: 'a control of no controller', reason: row, make: sql(`UPDATE "controls" SET "controllerId" = 'nobody'`) },
  { name: 'a function on no control', reason: row, make: sql(`UPDATE "assignments" SET "controlId" = 'nobody'`) },
  { name: 'a landing on no parameter', reason: row, make: sql(`UPDATE "landings" SET "parameterId" = 'nobody'`) },
  {
    name: 'one id in two tables',
    reason: row,
    make: sql(
      'UPDATE "targets" SET "id" = (SELECT "id" FROM "controllers" LIMIT 1) WHERE rowid = (SELECT rowid FROM "targets" LIMIT 1)',
    ),
  },
  { name: 'broken JSON in a row', reason: row, make: sql(`UPDATE "controllers" SET "firmware" = '{"messages":'`) },
  { name: 'JSON of another kind', reason: row, make: sql(`UPDATE "assignments" SET "actions" = '{"type":"send"}'`) },
  { name: 'broken JSON in the history', reason: row, make: sql(`UPDATE "journal" SET "edit" = '{'`) },
  { name: 'a step of no kind', reason: row, make: sql(`UPDATE "journal" SET "edit" = '{"type":"drop","table":"rigs"}'`) },
  { name: 'a step of another kind', reason: row, make: sql(`UPDATE "journal" SET "kind" = 'hack'`) },
  { name: 'broken preferences', reason: row, make: sql(`UPDATE "rigs" SET "preferences" = 'x'`) },
  { name: 'a broken head', reason: row, make: sql(`UPDATE "rigs" SET "about" = 'x'`) },
  { name: 'a rig of no kind', reason: row, make: sql(`UPDATE "rigs" SET "kind" = 'teapot'`) },
  {
    name: 'an id that is a path',
    reason: /./,
    make: sql(`UPDATE "rigs" SET "id" = '../../etc' WHERE rowid = (SELECT rowid FROM "rigs" LIMIT 1)`),
  },
  { name: 'a channel 99', reason: row, make: sql('UPDATE "controllers" SET "channel" = 99') },
  { name: 'a name with a NUL', reason: row, make: withSchema((c) => c.run('UPDATE "rigs" SET "name" = $1', ['a\u0000b'])) },
  {
    name: 'a name with an escape',
    reason: row,
    make: withSchema((c) => c.run('UPDATE "controls" SET "name" = $1', ['\u001b[31m'])),
  },
  { name: 'a name without end', reason: row, make: sql('UPDATE "rigs" SET "name" = hex(zeroblob(20000))') },
  { name: 'bytes for a name', reason: row, make: sql(`UPDATE "rigs" SET "name" = x'00ff'`) },
  { name: 'infinite numbers', reason: row, make: sql('UPDATE "parameters" SET "highest" = 9e999') },
  {
    name: 'rows without order',
    reason: /./,
    make: withSchema(async (c) => {
      await c.run('PRAGMA writable_schema = ON');
      await c.run(
        `UPDATE sqlite_schema SET sql = replace(sql, '"ordinal" DOUBLE PRECISION NOT NULL', '"ordinal" DOUBLE PRECISION') WHERE name = 'songs'`,
      );
      await c.run('PRAGMA writable_schema = OFF');
    }),
  },
  { name: 'a history after the end', reason: row, make: sql('UPDATE "rigs" SET "version" = 0') },
  { name: 'a version that is text', reason: row, make: sql(`UPDATE "rigs" SET "version" = 'one'`) },
  { name: 'deleted at no time', reason: row, make: sql(`UPDATE "rigs" SET "deletedAt" = 'yesterday'`) },
  {
    name: 'a state after the end',
    reason: row,
    make: sql(
      `INSERT INTO "revisions" ("rigId", "id", "version", "name", "at", "automatic") SELECT "id", 'r', 999, 'x', '2026-01-01T00:00:00.000Z', 0 FROM "rigs"`,
    ),
  },
  { name: 'a trial of no outcome', reason: row, make: sql(`UPDATE "proofs" SET "outcome" = 'perhaps'`) },
  { name: 'a rehearsal of no outcome', reason: row, make: sql(`UPDATE "attempts" SET "reached" = 'perhaps'`) },
  { name: 'a published version that is none', reason: row, make: sql(`UPDATE "snapshots" SET "body" = 'x'`) },
  {
    name: 'a published version of the future',
    reason: row,
    make: sql(`UPDATE "snapshots" SET "body" = replace("body", '"formatVersion": ${rigVersion}', '"formatVersion": 99')`),
  },
  {
    name: 'a broken fold',
    reason: row,
    make: sql(
      `INSERT INTO "folds" ("rigId", "version", "held", "at") SELECT "id", 0, '{', '2026-01-01T00:00:00.000Z' FROM "rigs"`,
    ),
  },
  { name: 'no epoch', reason: damaged, make: sql('DELETE FROM "meta"') },
];

/** Makes one of them beside a good file. */
export async function makeHostile(good: string, hostile: Hostile, file: string): Promise<void> {
  copyFileSync(good, file);
  await hostile.make(file);
}
