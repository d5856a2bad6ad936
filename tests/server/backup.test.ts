// Backup while running, restore all or nothing, and a writer that is killed at any moment loses nothing that it acknowledged.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeBundle } from '@/core/formats';
import { controllerTemplates, targetProfiles } from '@/core/library';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { backUp, restore } from '@/server/database/backup';
import { type Database, openDatabase } from '@/server/database/connection';
import { previewFile, takeFile } from '@/server/rigs/import';
import { currentRig, submit } from '@/server/rigs/journal';
import { listEntries, makeEntry, publishedRig } from '@/server/rigs/library';
import { addRig, listRigs } from '@/server/rigs/rigs';
import { loadRig, recordSchema } from '@/server/rigs/rows';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-backup-test-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'));
});
afterAll(async () => {
  await db.sequelize.close();
  rmSync(folder, { recursive: true, force: true });
});

const demo = lanternHour();
const rename = async (id: string, to: string): Promise<void> => {
  const now = await currentRig(db, id);
  const row = now?.rig.parameters[0];
  if (!now || !row) throw new Error('gone');
  expect(
    (await submit(db, id, { editId: `${id} ${to}`, baseVersion: now.version, edit: set('parameters', row, 'name', to) })).ok,
  ).toBe(true);
};

describe('a backup', () => {
  it('brings everything back as it was: rigs, journal, library and its versions; and keeps what it replaced', async () => {
    const id = await addRig(db, demo);
    await rename(id, 'Before');
    const entry = await makeEntry(db, 'controller-template', 'Kept board', { type: 'shipped', id: 'pocket-4-4' });
    if (!entry.ok) throw new Error(entry.error);
    const saved = await backUp(db);
    await rename(id, 'After');
    await addRig(db, { ...demo, name: 'Made later' });
    const done = await restore(db, saved, folder);
    if (!done.ok) throw new Error(done.error);
    expect((await listRigs(db)).map((r) => r.name)).toEqual(['Lantern Hour']);
    expect((await currentRig(db, id))?.rig.parameters[0]?.name).toBe('Before');
    expect((await listEntries(db)).map((e) => e.name)).toEqual(['Kept board']);
    expect((await publishedRig(db, entry.value))?.rig.controls).toHaveLength(8);
    // The same edit again after the same version: nothing of the other history is left in memory.
    await rename(id, 'Later again');
    const before = await openDatabase(join(folder, done.value.before));
    expect((await listRigs(before)).map((r) => r.name).sort()).toEqual(['Lantern Hour', 'Made later']);
    await before.sequelize.close();
  });
  it('is refused whole when it is none, damaged, of a newer program, or holds a row that does not fit', async () => {
    const names = (await listRigs(db)).map((r) => r.name);
    const good = await backUp(db);
    const refused = async (bytes: Uint8Array): Promise<string> => {
      const done = await restore(db, bytes, folder);
      return done.ok ? 'taken' : done.error;
    };
    expect(await refused(new TextEncoder().encode('not a database'))).toContain('no backup');
    const damaged = Uint8Array.from(good);
    damaged.fill(0xff, 4096, 12_288);
    expect(await refused(damaged)).not.toBe('taken');
    const made = async (work: (other: Database) => Promise<unknown>): Promise<Uint8Array> => {
      const file = join(folder, `other-${Math.random()}.sqlite`);
      writeFileSync(file, good);
      const other = await openDatabase(file);
      await work(other);
      const bytes = await backUp(other);
      await other.sequelize.close();
      return bytes;
    };
    expect(
      await refused(await made((o) => o.sequelize.query("INSERT INTO migrations (name) VALUES ('999-of-the-future')"))),
    ).toContain('newer');
    expect(await refused(await made((o) => o.sequelize.query('UPDATE controllers SET channel = 99')))).toContain(
      'nothing was changed',
    );
    expect(
      await refused(await made((o) => o.sequelize.query('CREATE TRIGGER t AFTER INSERT ON rigs BEGIN DELETE FROM rigs; END'))),
    ).toContain('triggers');
    expect((await listRigs(db)).map((r) => r.name)).toEqual(names);
  });
});

describe('taking a file in', () => {
  const bundle = writeBundle({
    name: 'Tour',
    templates: controllerTemplates.slice(0, 2),
    profiles: targetProfiles.slice(0, 1),
    rigTemplates: [],
    rigs: [{ ...demo, name: 'From the file' }],
  });
  it('tells first what it would do and writes nothing; takes what is chosen; knows it again afterwards', async () => {
    const before = await db.rigs.count();
    const preview = await previewFile(db, bundle);
    if (!preview.ok) throw new Error('refused');
    expect(preview.value.map((p) => [p.kind, p.state])).toEqual([
      ['controller-template', 'new'],
      ['controller-template', 'new'],
      ['target-profile', 'new'],
      ['rig', 'new'],
    ]);
    expect(await db.rigs.count()).toBe(before);
    const taken = await takeFile(db, bundle, [
      { place: 1, take: true },
      { place: 3, take: true },
    ]);
    expect(taken).toMatchObject({
      ok: true,
      value: [
        { kind: 'controller-template', name: 'Stepper 4' },
        { kind: 'rig', name: 'From the file' },
      ],
    });
    const again = await previewFile(db, bundle);
    expect(again.ok && again.value.map((p) => p.state)).toEqual(['new', 'same', 'new', 'same']);
    expect(again.ok && again.value[1]?.as).toBe('Stepper 4 (2)');
  });
  it('a bad item, or a failure half-way, leaves nothing behind', async () => {
    const before = await db.rigs.count();
    expect((await takeFile(db, bundle.replace('"kind": "plugin"', '"kind": "teapot"'), null)).ok).toBe(false);
    expect(await db.rigs.count()).toBe(before);
    const failing: Database = { ...db, snapshots: { create: async () => Promise.reject(new Error('disk full')) } as never };
    await expect(takeFile(failing, bundle, null)).rejects.toThrow('disk full');
    expect(await db.rigs.count()).toBe(before);
  });
});

describe('a writer that is killed', () => {
  const KILLS = Number(process.env.KEEN_DIAL_KILLS ?? 10);
  it(`at ${KILLS} random moments loses no acknowledged edit or import, and leaves a sound database`, async () => {
    const home = mkdtempSync(join(tmpdir(), 'keen-dial-killed-'));
    const file = join(home, 'killed.sqlite');
    const log = join(home, 'acknowledged.txt');
    writeFileSync(log, '');
    for (let i = 0; i < KILLS; i++) {
      await new Promise<void>((done) => {
        const writer = spawn(process.execPath, ['--import', 'tsx', resolve('tests/kit/writer.ts'), file, log, String(i)], {
          stdio: ['ignore', 'pipe', 'inherit'],
        });
        // The clock runs from the first word that it is writing, so that the kill falls among edits, not into its start.
        writer.stdout.once('data', () => setTimeout(() => writer.kill('SIGKILL'), 5 + Math.random() * 120));
        writer.on('exit', () => done());
      });
    }
    const again = await openDatabase(file);
    const [checked] = await again.sequelize.query('PRAGMA integrity_check');
    expect(recordSchema(checked[0]).integrity_check).toBe('ok');
    const [dangling] = await again.sequelize.query('PRAGMA foreign_key_check');
    expect(dangling).toEqual([]);
    const lines = readFileSync(log, 'utf8')
      .split('\n')
      .filter((l) => l !== '');
    expect(lines.length).toBeGreaterThan(KILLS);
    const names = new Set((await listRigs(again)).map((r) => r.name));
    for (const line of lines) {
      const [what, id = '', value = ''] = line.split('\t');
      if (what === 'rig') expect(names.has(id), line).toBe(true);
      else expect(await again.journal.count({ where: { rigId: id, editId: value } }), line).toBe(1);
    }
    // No import is there by half: every rig loads whole.
    for (const rig of await listRigs(again))
      expect((await loadRig(again, rig.id))?.rig.controls.length).toBe(demo.controls.length);
    await again.sequelize.close();
    expect(readdirSync(home).some((f) => f.startsWith('killed'))).toBe(true);
    rmSync(home, { recursive: true, force: true });
  }, 600_000);
});
