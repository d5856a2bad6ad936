// Databases that older versions wrote, kept as files: each is brought up to date without losing a row, and all end in one shape.
import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { invert, type Rig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { shapeOf } from '@/server/backups/shape';
import { type Database, openDatabase } from '@/server/database/connection';
import { connect } from '@/server/database/sql';
import { heldRig, historyOf, rigAt } from '@/server/rigs/history';
import { currentRig } from '@/server/rigs/journal';
import { listEntries, publishedRig } from '@/server/rigs/library';
import { proofsOf } from '@/server/rigs/proofs';
import { listRigs } from '@/server/rigs/rigs';
import { journalHead, redo, undo } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-migrations-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Written by the commits that brought each step, with a control character in names, notes, labels, the library and a trial. */
const versions = [
  '001',
  '002',
  '003',
  '004',
  '005',
  '005-who',
  '006',
  '007',
  '008',
  '009',
  '010',
  '011',
  '012',
  '013',
  '014',
  '015',
  '016',
  '017',
  '018',
  '019',
  '020',
  '021',
  '022',
  '023',
  '024',
  '025',
  '026',
  '027',
];
const copyOf = (version: string): string => {
  const file = join(folder, `${version}-${Math.random()}.sqlite`);
  copyFileSync(resolve(import.meta.dirname, `../fixtures/databases/${version}.sqlite`), file);
  return file;
};
const opened = async <T>(file: string, work: (db: Database) => Promise<T>): Promise<T> => {
  const db = await openDatabase(file);
  try {
    return await work(db);
  } finally {
    await db.close();
  }
};

const controls = /[^\P{Cc}\t\n]/u;

describe.each(versions)('a database of version %s', (version) => {
  it('has the columns, indexes and foreign keys of a new one', async () => {
    const shapes = await Promise.all(
      [copyOf(version), join(folder, `new-${version}.sqlite`)].map((file) => opened(file, (db) => db.read(shapeOf))),
    );
    expect(shapes[0]).toEqual(shapes[1]);
    expect([...(shapes[0]?.keys() ?? [])]).toContain('proofs');
  });

  it('keeps its rig, its history, its library and its trials', async () => {
    await opened(copyOf(version), async (db) => {
      const now = await currentRig(db, 'lantern-hour');
      const demo = lanternHour();
      expect(now?.version).toBe(5);
      expect(now?.rig.assignments.length).toBeGreaterThan(20);
      expect(now?.rig.controls.map((c) => c.id)).toEqual(demo.controls.slice(0, now?.rig.controls.length).map((c) => c.id));
      expect(now?.rig.assignments.flatMap((a) => a.wants)).toEqual([]);
      expect(now?.rig.parameters[0]?.note).toBe('two\nlines and a control character');
      expect((await historyOf(db, 'lantern-hour'))?.steps).toHaveLength(5);
      expect((await listRigs(db)).map((r) => [r.name, r.deleted, r.readable])).toEqual([
        ['Lantern Hour', false, true],
        ['Thrown away', true, true],
      ]);
      const [entry] = await listEntries(db);
      if (version >= '004') expect((await publishedRig(db, entry?.id ?? ''))?.rig.controls).toHaveLength(8);
      expect(await proofsOf(db, 'lantern-hour')).toHaveLength(version === '005' ? 1 : version >= '005-who' ? 18 : 0);
      expect((await heldRig(db, 'lantern-hour'))?.whole).toBe(true);
    });
  });

  it('is clean of control characters everywhere, and undo, redo and going back still find what they saw', async () => {
    await opened(copyOf(version), async (db) => {
      const name = async (): Promise<string | undefined> => (await currentRig(db, 'lantern-hour'))?.rig.parameters[0]?.name;
      expect(await name()).toBe('Bell  of the hall');
      expect(await journalHead(db, 'lantern-hour', 5)).toMatchObject({ undo: 'Change name', redo: null });
      const began = await rigAt(db, 'lantern-hour', 0);
      expect(began.ok && began.value.parameters[0]?.name).toBe(lanternHour().parameters[0]?.name);
      for (let i = 0; i < 3; i++) expect((await undo(db, 'lantern-hour', `u${i}`, 5)).ok).toBe(true);
      expect((await undo(db, 'lantern-hour', 'u3', 5)).ok).toBe(false);
      expect(await name()).toBe(lanternHour().parameters[0]?.name);
      expect((await redo(db, 'lantern-hour', 'r0', 5)).ok).toBe(true);
      expect(await name()).toBe('Bell  of the hall');
      const texts = await db.read(async ({ all }) => {
        const found: string[] = [];
        for (const table of ['rigs', 'parameters', 'controls', 'journal', 'proofs', 'revisions', 'snapshots'])
          for (const row of await all(`SELECT * FROM "${table}"`)) found.push(...Object.values(row).map(String));
        return found;
      });
      expect(texts.filter((t) => controls.test(t))).toEqual([]);
    });
  });
});

it('a step that fails leaves the database as it was, and is tried again', async () => {
  const file = copyOf('004');
  const broken = await connect(file, { mode: 'write' });
  // Something that step 005 will stumble over.
  await broken.run('CREATE TABLE "proofs_at_is_taken" ("x" TEXT)');
  await broken.run('CREATE INDEX "proofs_at" ON "proofs_at_is_taken" ("x")');
  await broken.close();
  await expect(openDatabase(file)).rejects.toThrow();
  const mended = await connect(file, { mode: 'write' });
  expect(await mended.all('SELECT name FROM pragma_table_xinfo($1)', ['proofs'])).toContainEqual({ name: 'grade' });
  await mended.run('DROP TABLE "proofs_at_is_taken"');
  await mended.close();
  await opened(file, async (db) => expect((await listRigs(db)).length).toBe(2));
});

it('a newer database, and one of another program, are refused and not written: not a byte changes', async () => {
  const newer = join(folder, 'newer.sqlite');
  await opened(newer, async () => undefined);
  const hand = await connect(newer, { mode: 'write' });
  await hand.run("INSERT INTO migrations (name) VALUES ('999-of-the-future')");
  await hand.all('PRAGMA wal_checkpoint(TRUNCATE)');
  await hand.close();
  const foreign = join(folder, 'foreign.sqlite');
  const other = await connect(foreign, { mode: 'write' });
  await other.run('CREATE TABLE recipes (name TEXT)');
  await other.close();
  for (const [file, kind] of [
    [newer, 'newer'],
    [foreign, 'foreign'],
  ] as const) {
    const before = readFileSync(file);
    await expect(openDatabase(file)).rejects.toMatchObject({ kind });
    expect(readFileSync(file).equals(before)).toBe(true);
  }
});

it('an edit of the first days that brought a control is taken back, though it lacks columns of today', async () => {
  const file = copyOf('001');
  const old = await connect(file, { mode: 'write' });
  const row = await old.one('SELECT * FROM "controls" WHERE "rigId" = $1 LIMIT 1', ['lantern-hour']);
  const written = {
    id: 'added',
    order: 999,
    controllerId: row?.controllerId,
    name: 'Extra',
    kind: 'encoder',
    x: 1,
    y: 1,
    width: 10,
    height: 10,
    family: '',
    familyOrder: 0,
    side: 'none',
    subControls: [],
    light: 'none',
    ring: false,
    motor: false,
    display: null,
    calibration: null,
  };
  const columns = Object.keys(row ?? {});
  await old.insert('controls', [
    Object.fromEntries(
      columns.map((c) => [
        c,
        c === 'rigId'
          ? 'lantern-hour'
          : c === 'id'
            ? 'added'
            : c === 'ordinal'
              ? 999
              : c === 'name'
                ? 'Extra'
                : c === 'kind'
                  ? 'encoder'
                  : row?.[c],
      ]),
    ),
  ]);
  await old.insert('journal', [
    {
      rigId: 'lantern-hour',
      version: 6,
      editId: 'added',
      kind: 'edit',
      label: 'Add',
      edit: JSON.stringify({ type: 'insert', table: 'controls', row: written }),
      at: '2026-11-23T21:00:00.000Z',
      undone: 0,
      discarded: 0,
    },
  ]);
  await old.run('UPDATE "rigs" SET "version" = 6 WHERE "id" = $1', ['lantern-hour']);
  await old.close();
  await opened(file, async (db) => {
    const added = (rig: Rig | undefined) => rig?.controls.find((c) => c.id === 'added');
    expect(added((await currentRig(db, 'lantern-hour'))?.rig)).toMatchObject({ detents: 24 });
    expect((await journalHead(db, 'lantern-hour', 5)).entries).toHaveLength(1);
    const [step] = (await journalHead(db, 'lantern-hour', 5)).entries;
    expect(step && invert(step.edit).type).toBe('remove');
  });
});
