// Backups while running, restored all or nothing; forty hostile files; a writer that is killed at any moment loses nothing that it acknowledged.
import { spawn } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeBundle } from '@/core/formats';
import { controllerTemplates, targetProfiles } from '@/core/library';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { lanternTrials } from '@/demo/trials';
import { listBackups, makeBackup, sizeOf } from '@/server/backups/automatic';
import { backUp } from '@/server/backups/hand-out';
import { restore, restoreOver } from '@/server/backups/restore';
import { salvage } from '@/server/backups/salvage';
import { type Database, openDatabase } from '@/server/database/connection';
import { backupsFolder, databaseFile, scratchFolder } from '@/server/folder/paths';
import { withScratch } from '@/server/folder/scratch';
import { keepAttempts } from '@/server/rigs/attempts';
import { previewFile, takeFile } from '@/server/rigs/import';
import { currentRig } from '@/server/rigs/journal';
import { listEntries, makeEntry, publishedRig } from '@/server/rigs/library';
import { keepProof } from '@/server/rigs/proofs';
import { addRig, listRigs } from '@/server/rigs/rigs';
import { loadRig } from '@/server/rigs/rows';
import { hostileBackups, makeHostile } from '../kit/hostile-backups';
import { submit } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-backup-test-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'));
});
afterAll(async () => {
  await db.close();
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
let saved = 0;
/** A backup as somebody would take it away. */
async function save(of: Database): Promise<string> {
  const file = join(folder, `saved-${saved++}.sqlite`);
  await withScratch(scratchFolder(folder), async (scratch) => {
    const made = await backUp(of, scratch);
    if (!made.ok) throw new Error(made.error);
    copyFileSync(made.value, file);
  });
  return file;
}
const rigCount = async (): Promise<number> => Number((await db.read(({ one }) => one('SELECT COUNT(*) AS "n" FROM "rigs"')))?.n);

describe('a backup', () => {
  it('brings everything back as it was: rigs, journal, library and its versions; and keeps what it replaced', async () => {
    const id = await addRig(db, demo);
    await rename(id, 'Before');
    const entry = await makeEntry(db, 'controller-template', 'Kept board', { type: 'shipped', id: 'pocket-4-4' });
    if (!entry.ok) throw new Error(entry.error);
    const file = await save(db);
    await rename(id, 'After');
    await addRig(db, { ...demo, name: 'Made later' });
    const done = await restore(db, file, folder);
    if (!done.ok) throw new Error(done.error);
    expect(done.value.rigs).toBe(1);
    expect((await listRigs(db)).map((r) => r.name)).toEqual(['Lantern Hour']);
    expect((await currentRig(db, id))?.rig.parameters[0]?.name).toBe('Before');
    expect((await listEntries(db)).map((e) => e.name)).toEqual(['Kept board']);
    expect((await publishedRig(db, entry.value))?.rig.controls).toHaveLength(8);
    // The same edit again after the same version: nothing of the other history is left in memory.
    await rename(id, 'Later again');
    const before = await openDatabase(join(backupsFolder(folder), done.value.before));
    expect((await listRigs(before)).map((r) => r.name).sort()).toEqual(['Lantern Hour', 'Made later']);
    await before.close();
  });
  it('is a file by itself, marked as one of this program, and leaves nothing behind', async () => {
    const bytes = readFileSync(await save(db));
    expect(bytes.toString('latin1', 0, 15)).toBe('SQLite format 3');
    expect(bytes.readUInt32BE(68)).toBe(0x4b45454c);
    expect(bytes.readUInt32BE(60)).toBe(6);
    expect(readdirSync(scratchFolder(folder))).toEqual([]);
  });
  it('of an older version is brought up to date while it is restored, with its names cleaned', async () => {
    const home = mkdtempSync(join(tmpdir(), 'keen-dial-old-'));
    const other = await openDatabase(databaseFile(home));
    const old = resolve(import.meta.dirname, '../fixtures/databases/003.sqlite');
    expect(await restore(other, old, home)).toMatchObject({
      ok: true,
      value: { rigs: 1, notice: expect.stringContaining('taken out of its texts') },
    });
    expect((await listRigs(other)).map((r) => r.name)).toEqual(['Lantern Hour', 'Thrown away']);
    await other.close();
    rmSync(home, { recursive: true });
  });
  it('is not handed out when it could not be restored, and says which rig it is', async () => {
    const id = await addRig(db, { ...demo, name: 'Spoilt' });
    await db.write(({ run }) => run('UPDATE "controls" SET "kind" = \'teapot\' WHERE "rigId" = $1', [id]));
    await withScratch(scratchFolder(folder), async (scratch) => {
      expect(await backUp(db, scratch)).toMatchObject({ ok: false, error: expect.stringContaining('“Spoilt”') });
    });
    await db.write(({ run }) => run('DELETE FROM "rigs" WHERE "id" = $1', [id]));
  });
});

describe('edits beside a restore', () => {
  it('are in the copy that is kept or on what was restored: none is in neither', async () => {
    const id = await addRig(db, demo);
    const file = await save(db);
    const acknowledged: string[] = [];
    let on = true;
    const editing = (async () => {
      for (let i = 0; on; i++) {
        const now = await currentRig(db, id);
        const row = now?.rig.parameters[i % 20];
        if (!now || !row) continue;
        const editId = `beside-${i}`;
        const done = await submit(db, id, { editId, baseVersion: now.version, edit: set('parameters', row, 'note', `${i}`) });
        if (done.ok) acknowledged.push(editId);
      }
    })();
    const kept: string[] = [];
    for (let round = 0; round < 6; round++) {
      await new Promise((r) => setTimeout(r, 30));
      const done = await restore(db, file, folder);
      if (!done.ok) throw new Error(done.error);
      kept.push(join(backupsFolder(folder), done.value.before));
      copyFileSync(kept.at(-1) ?? '', `${kept.at(-1)}.held`);
    }
    on = false;
    await editing;
    const found = new Set<string>();
    const collect = async (from: Database): Promise<void> => {
      for (const row of await from.read(({ all }) => all('SELECT "editId" FROM "journal" WHERE "rigId" = $1', [id])))
        found.add(String(row.editId));
    };
    await collect(db);
    for (const path of kept) {
      const held = await openDatabase(`${path}.held`);
      await collect(held);
      await held.close();
    }
    expect(acknowledged.length).toBeGreaterThan(10);
    expect(acknowledged.filter((editId) => !found.has(editId))).toEqual([]);
  });
  it('keep the copies of the last five, and never prune the one that was just made', async () => {
    const file = await save(db);
    let before = '';
    for (let i = 0; i < 7; i++) {
      const done = await restore(db, file, folder);
      if (!done.ok) throw new Error(done.error);
      before = done.value.before;
    }
    const kept = (await listBackups(folder)).filter((b) => b.reason === 'before-restore').map((b) => b.name);
    expect(kept).toHaveLength(5);
    expect(kept[0]).toBe(before);
  });
});

describe('what cannot be restored', () => {
  const place = mkdtempSync(join(tmpdir(), 'keen-dial-hostile-'));
  let good: string;
  let mine: Database;
  beforeAll(async () => {
    mine = await openDatabase(join(place, 'mine.sqlite'));
    const { rig, records } = lanternTrials(demo);
    await addRig(mine, rig, 'lantern-hour');
    for (const record of records) await keepProof(mine, 'lantern-hour', record);
    await keepAttempts(mine, 'lantern-hour', [
      {
        id: 'attempt',
        at: '2026-01-01T00:00:00.000Z',
        songId: 'song',
        song: 'Song',
        section: 'Part',
        way: '',
        share: 1,
        by: 'panel',
        reached: 'late',
        ms: 300,
        right: false,
        missing: [],
        elsewhere: [],
        extra: [],
        leftOut: [],
      },
    ]);
    const entry = await makeEntry(mine, 'controller-template', 'Kept board', { type: 'shipped', id: 'pocket-4-4' });
    if (!entry.ok) throw new Error(entry.error);
    const [row] = rig.parameters;
    if (!row) throw new Error('demo changed');
    await submit(mine, 'lantern-hour', { editId: 'e', baseVersion: 0, edit: set('parameters', row, 'name', 'Veil') });
    good = join(place, 'good.sqlite');
    await mine.copyTo(good);
  });
  afterAll(async () => {
    await mine.close();
    rmSync(place, { recursive: true, force: true });
  });
  it(`is at least forty kinds of files`, () => {
    expect(new Set(hostileBackups.map((h) => h.name)).size).toBeGreaterThanOrEqual(40);
  });
  it('as a check of the check: the good file is taken', async () => {
    expect(await restore(mine, good, place)).toMatchObject({ ok: true });
  });
  it.each(hostileBackups.map((h) => [h.name, h] as const))('%s', async (_name, hostile) => {
    const file = join(place, 'hostile.sqlite');
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${file}${end}`, { force: true });
    await makeHostile(good, hostile, file);
    const before = await mine.read(({ all }) => all('SELECT "editId" FROM "journal"'));
    const done = await restore(mine, file, place);
    expect(done).toMatchObject({ ok: false, error: expect.stringMatching(hostile.reason) });
    expect(await mine.read(({ all }) => all('SELECT "editId" FROM "journal"'))).toEqual(before);
  });
});

describe('a database that cannot be opened', () => {
  it('gives what can still be read, and a backup takes its place with the old file kept', async () => {
    const home = mkdtempSync(join(tmpdir(), 'keen-dial-broken-'));
    const mine = await openDatabase(databaseFile(home));
    await addRig(mine, { ...demo, name: 'Whole' });
    const spoilt = await addRig(mine, { ...demo, name: 'Spoilt' });
    const made = await makeBackup(home, 'daily', mine.copyTo, sizeOf(mine.file), 'whole');
    await mine.write(({ run }) => run('UPDATE "controls" SET "kind" = \'teapot\' WHERE "rigId" = $1', [spoilt]));
    await mine.close();
    const saved = await salvage(home);
    expect([saved.read, saved.lost]).toEqual([['Whole'], ['Spoilt']]);
    writeFileSync(databaseFile(home), Buffer.alloc(5000, 7));
    expect((await salvage(home)).lost).toEqual(['everything']);
    if (!made.ok) throw new Error(made.error);
    const done = await restoreOver(home, join(backupsFolder(home), made.value));
    expect(done).toMatchObject({ ok: true, value: { rigs: 2 } });
    expect(readFileSync(join(home, done.ok ? done.value.before : '')).equals(Buffer.alloc(5000, 7))).toBe(true);
    const again = await openDatabase(databaseFile(home));
    expect((await listRigs(again)).map((r) => r.name).sort()).toEqual(['Spoilt', 'Whole']);
    await again.close();
    rmSync(home, { recursive: true });
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
    const before = await rigCount();
    const preview = await previewFile(db, bundle);
    if (!preview.ok) throw new Error('refused');
    expect(preview.value.items.map((p) => [p.kind, p.state])).toEqual([
      ['controller-template', 'new'],
      ['controller-template', 'new'],
      ['target-profile', 'new'],
      ['rig', 'new'],
    ]);
    expect(await rigCount()).toBe(before);
    const taken = await takeFile(db, bundle, [
      { place: 1, take: true },
      { place: 3, take: true },
    ]);
    expect(taken).toMatchObject({
      ok: true,
      value: {
        made: [
          { kind: 'controller-template', name: 'Stepper 4' },
          { kind: 'rig', name: 'From the file' },
        ],
        notices: [],
      },
    });
    const again = await previewFile(db, bundle);
    expect(again.ok && again.value.items.map((p) => p.state)).toEqual(['new', 'same', 'new', 'same']);
    expect(again.ok && again.value.items[1]?.as).toBe('Stepper 4 (2)');
  });
  it('of an older version cleans its texts and says so; one of this version with such a text is refused at its place', async () => {
    const dirty = bundle.replace('From the file', 'From\\u0000 the\\tfile');
    // The bundle as its first version, the rigs in it as their third.
    const old = dirty.replaceAll(/"formatVersion": (\d+)/g, (_all, n) => `"formatVersion": ${Number(n) > 4 ? 3 : 1}`);
    expect(await previewFile(db, old)).toMatchObject({
      ok: true,
      value: {
        items: expect.arrayContaining([expect.objectContaining({ name: 'From the file' })]),
        notices: [expect.stringContaining('taken out')],
      },
    });
    const refused = await previewFile(db, dirty);
    expect(refused).toMatchObject({
      ok: false,
      error: [{ problem: { code: 'invalid', message: expect.stringContaining('cannot be seen or printed') } }],
    });
  });
  it('a bad item, or a failure half-way, leaves nothing behind', async () => {
    const before = await rigCount();
    expect((await takeFile(db, bundle.replace('"kind": "plugin"', '"kind": "teapot"'), null)).ok).toBe(false);
    expect(await rigCount()).toBe(before);
    const failing: Database = {
      ...db,
      write: (work) =>
        db.write((writing) =>
          work({
            ...writing,
            insert: (table, ...rest) =>
              table === 'snapshots' ? Promise.reject(new Error('disk full')) : writing.insert(table, ...rest),
          }),
        ),
    };
    await expect(takeFile(failing, bundle, null)).rejects.toThrow('disk full');
    expect(await rigCount()).toBe(before);
  });
});

describe('a writer that is killed', () => {
  const KILLS = Number(process.env.KEEN_DIAL_KILLS ?? 10);
  it(`at ${KILLS} random moments loses no acknowledged edit or import, and leaves a sound database`, async () => {
    const home = mkdtempSync(join(tmpdir(), 'keen-dial-killed-'));
    mkdirSync(home, { recursive: true });
    const file = join(home, 'killed.sqlite');
    const log = join(home, 'acknowledged.txt');
    writeFileSync(log, '');
    for (let i = 0; i < KILLS; i++) {
      await new Promise<void>((done) => {
        const writer = spawn(process.execPath, ['--import', 'tsx', resolve('tests/kit/writer.ts'), file, log, String(i)], {
          stdio: ['ignore', 'pipe', 'inherit'],
        });
        // The clock runs from one of its acknowledgements, so that the kill falls among edits on any machine, and not into its start.
        let acknowledged = 0;
        let doomed = false;
        writer.stdout.on('data', (told: Buffer) => {
          acknowledged += told.length;
          if (doomed || acknowledged < 2 + (i % 7)) return;
          doomed = true;
          setTimeout(() => writer.kill('SIGKILL'), (i * 37) % 60);
        });
        writer.on('exit', () => done());
      });
    }
    const again = await openDatabase(file);
    const facts = await again.read(async ({ one, all }) => ({
      sound: (await one('PRAGMA integrity_check'))?.integrity_check,
      dangling: await all('SELECT * FROM pragma_foreign_key_check'),
    }));
    expect(facts).toEqual({ sound: 'ok', dangling: [] });
    const lines = readFileSync(log, 'utf8')
      .split('\n')
      .filter((l) => l !== '');
    expect(lines.length).toBeGreaterThan(KILLS);
    const names = new Set((await listRigs(again)).map((r) => r.name));
    for (const line of lines) {
      const [what, id = '', value = ''] = line.split('\t');
      const known = await again.read(({ one }) =>
        one('SELECT COUNT(*) AS "n" FROM "journal" WHERE "rigId" = $1 AND "editId" = $2', [id, value]),
      );
      if (what === 'rig') expect(names.has(id), line).toBe(true);
      else expect(known?.n, line).toBe(1);
    }
    // No import is there by half: every rig loads whole.
    for (const rig of await listRigs(again))
      expect((await loadRig(again, rig.id))?.rig.controls.length).toBe(demo.controls.length);
    await again.close();
    rmSync(home, { recursive: true, force: true });
  }, 600_000);
});
