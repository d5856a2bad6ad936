// The data folder: one owner, and a state with words for everything that can be wrong with it.
import { type ChildProcess, spawn } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { writeRig } from '@/core/formats';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { listBackups } from '@/server/backups/automatic';
import { copyBeside } from '@/server/backups/beside';
import { backUp } from '@/server/backups/hand-out';
import { prove } from '@/server/backups/prove';
import { openDatabase } from '@/server/database/connection';
import { faultKindOf } from '@/server/database/faults';
import { connect } from '@/server/database/sql';
import { databaseFile, lockFile, scratchFolder } from '@/server/folder/paths';
import { makeScratch, withScratch } from '@/server/folder/scratch';
import { type Folder, openFolder } from '@/server/folder/state';
import { exportOf } from '@/server/rigs/export';
import { currentRig } from '@/server/rigs/journal';
import { addRig, listRigs } from '@/server/rigs/rigs';
import { submit } from '../kit/journal';
import { smallDisk } from '../kit/small-disk';

const homes: string[] = [];
const home = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'keen-dial-folder-'));
  homes.push(folder);
  return folder;
};
afterAll(() => {
  for (const folder of homes) rmSync(folder, { recursive: true, force: true });
});

const me = { does: 'serving', address: 'http://127.0.0.1:4310' };
const demo = lanternHour();
const openDb = (held: Folder) => {
  const state = held.state();
  if (state.type !== 'open') throw new Error(JSON.stringify(state));
  return state.db;
};
/** A folder with the demo rig in it, closed. */
async function withRig(folder = home()): Promise<string> {
  const held = await openFolder(folder, me);
  await addRig(openDb(held), demo, 'lantern-hour');
  await held.close();
  return folder;
}
const edit = async (held: Folder, name: string, version: number) => {
  const db = openDb(held);
  const now = await currentRig(db, 'lantern-hour');
  const row = now?.rig.parameters[0];
  if (!row) throw new Error('gone');
  return submit(db, 'lantern-hour', { editId: name, baseVersion: version, edit: set('parameters', row, 'note', name) });
};

function owner(folder: string): Promise<ChildProcess> {
  return new Promise((done) => {
    const child = spawn(process.execPath, ['--import', 'tsx', resolve('tests/kit/owner.ts'), folder], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    child.stdout?.once('data', () => done(child));
  });
}
const ended = (child: ChildProcess): Promise<void> => new Promise((done) => child.once('exit', () => done()));

describe('after a clean stop', () => {
  it('everything is in the one file, and a copy of it is the whole', async () => {
    const folder = home();
    const held = await openFolder(folder, me);
    await addRig(openDb(held), demo, 'lantern-hour');
    await edit(held, 'last', 0);
    expect(statSync(`${databaseFile(folder)}-wal`).size).toBeGreaterThan(0);
    await held.close();
    expect(existsSync(`${databaseFile(folder)}-wal`)).toBe(false);
    const copy = join(home(), 'copy.sqlite');
    copyFileSync(databaseFile(folder), copy);
    const db = await openDatabase(copy);
    expect((await currentRig(db, 'lantern-hour'))?.rig.parameters[0]?.note).toBe('last');
    await db.close();
  });
  it('a writer that was asked for before the end is finished, and one after it is refused', async () => {
    const held = await openFolder(await withRig(), me);
    const db = openDb(held);
    const writing = addRig(db, { ...demo, name: 'On its way' }, 'on-its-way');
    const closing = held.close();
    expect(await writing).toBe('on-its-way');
    await closing;
    const again = await openDatabase(db.file);
    expect((await listRigs(again)).map((r) => r.name)).toContain('On its way');
    await again.close();
    await expect(db.write(async () => undefined)).rejects.toThrow('closed');
  });
});

describe('one owner', () => {
  it('holds a folder while it lives; a second is told who it is; a kill lets it go at once, whatever the clock says', async () => {
    const folder = await withRig();
    const first = await owner(folder);
    // As if the lock were ten years old: age says nothing.
    utimesSync(lockFile(folder), 1, 1);
    const second = await openFolder(folder, me);
    expect(second.state()).toMatchObject({
      type: 'owned',
      owner: { pid: first.pid, does: 'serving', address: 'http://127.0.0.1:1' },
    });
    await second.close();
    expect(existsSync(lockFile(folder))).toBe(true);
    first.kill('SIGKILL');
    await ended(first);
    const third = await openFolder(folder, me);
    expect(third.state().type).toBe('open');
    await third.close();
  });
  it('does not stop a copy beside it', async () => {
    const folder = await withRig();
    const first = await owner(folder);
    const to = join(home(), 'beside.sqlite');
    expect(await copyBeside(databaseFile(folder), to)).toEqual({ ok: true, value: null });
    await withScratch(home(), async (scratch) =>
      expect(await prove(to, scratch)).toMatchObject({ ok: true, value: { rigs: 1 } }),
    );
    first.kill('SIGKILL');
    await ended(first);
  });
  it('clears away what a killed one left half made', async () => {
    const folder = await withRig();
    const dead = spawn(process.execPath, ['-e', '0']);
    await ended(dead);
    const left = join(scratchFolder(folder), `keen-dial-${dead.pid}-abc`);
    makeScratch(scratchFolder(folder));
    mkdirSync(left, { recursive: true });
    writeFileSync(join(left, 'half.sqlite'), 'x');
    const held = await openFolder(folder, me);
    expect(existsSync(left)).toBe(false);
    await held.close();
  });
});

it('a folder whose lock cannot be had is not written, though it could be', async () => {
  const folder = await withRig();
  rmSync(lockFile(folder));
  mkdirSync(lockFile(folder));
  const held = await openFolder(folder, me);
  expect(held.state()).toMatchObject({ type: 'closed', kind: 'unwritable', detail: expect.stringContaining('keen-dial.lock') });
  await held.close();
});

describe('a folder that cannot be opened', () => {
  const closed = async (folder: string) => {
    const held = await openFolder(folder, me);
    const state = held.state();
    return { held, state };
  };
  it('is empty: a file without a byte is no new database', async () => {
    const folder = home();
    writeFileSync(databaseFile(folder), '');
    const { held, state } = await closed(folder);
    expect(state).toMatchObject({ type: 'closed', kind: 'empty' });
    expect(readFileSync(databaseFile(folder)).length).toBe(0);
    await held.close();
  });
  it.each([
    ['noise', (b: Buffer) => b.fill(0x5a)],
    ['a page inside overwritten', (b: Buffer) => b.fill(0xff, 8192, 12_288)],
    ['cut off', (b: Buffer) => b.subarray(0, 20_000)],
  ])('is damaged: %s; nothing is written to it', async (_what, damage) => {
    const folder = await withRig();
    const bytes = damage(Buffer.from(readFileSync(databaseFile(folder))));
    writeFileSync(databaseFile(folder), bytes);
    const { held, state } = await closed(folder);
    expect(state).toMatchObject({ type: 'closed', kind: 'damaged' });
    await held.close();
  });
  it('turns out to be damaged while it is used: it is used no further', async () => {
    const folder = await withRig();
    const held = await openFolder(folder, me);
    const db = openDb(held);
    await db.read(({ one }) => one('SELECT 1'));
    await expect(
      db.write(async () => {
        throw Object.assign(new Error('SQLITE_CORRUPT: database disk image is malformed'), { code: 'SQLITE_CORRUPT' });
      }),
    ).rejects.toMatchObject({ kind: 'damaged' });
    expect(held.state()).toMatchObject({ type: 'closed', kind: 'damaged' });
    await held.close();
  });
  it('is locked by another program, and goes on by itself when the lock ends', async () => {
    const folder = await withRig();
    const other = await connect(databaseFile(folder), { mode: 'write' });
    await other.all('PRAGMA journal_mode = DELETE');
    await other.run('BEGIN EXCLUSIVE');
    const { held, state } = await closed(folder);
    expect(state).toMatchObject({ type: 'closed', kind: 'locked' });
    expect((await held.retry()).type).toBe('closed');
    await other.close();
    expect((await held.retry()).type).toBe('open');
    expect((await edit(held, 'after the lock', 0)).ok).toBe(true);
    await held.close();
  });
  it('is of a newer version: refused, and not a byte of it changes', async () => {
    const folder = await withRig();
    const hand = await connect(databaseFile(folder), { mode: 'write' });
    await hand.run("INSERT INTO migrations VALUES ('999-of-the-future')");
    await hand.all('PRAGMA journal_mode = DELETE');
    await hand.close();
    const before = readFileSync(databaseFile(folder));
    const { held, state } = await closed(folder);
    expect(state).toMatchObject({ type: 'closed', kind: 'newer' });
    await held.close();
    expect(readFileSync(databaseFile(folder)).equals(before)).toBe(true);
  });
});

describe('an update of the data', () => {
  const old = resolve(import.meta.dirname, '../fixtures/databases/004.sqlite');
  it('makes a backup of what was there first', async () => {
    const folder = home();
    copyFileSync(old, databaseFile(folder));
    const held = await openFolder(folder, me);
    expect((await listRigs(openDb(held))).map((r) => r.name)).toEqual(['Lantern Hour', 'Thrown away']);
    await held.close();
    const [made] = await listBackups(folder);
    expect(made).toMatchObject({ reason: 'before-update', rigs: 1 });
    const kept = await connect(join(folder, 'backups', made?.name ?? ''), { mode: 'still' });
    expect(await kept.one('SELECT MAX(name) AS "newest" FROM migrations')).toEqual({ newest: '004-automatic-revisions' });
    await kept.close();
  });
  it('is not made where that backup cannot be made: the data stays as it is', async () => {
    const folder = home();
    copyFileSync(old, databaseFile(folder));
    // Where the folder of backups should be lies a file.
    writeFileSync(join(folder, 'backups'), 'in the way');
    const held = await openFolder(folder, me);
    expect(held.state()).toMatchObject({ type: 'closed', kind: 'no-backup', detail: expect.stringContaining('must be made') });
    const looking = await connect(databaseFile(folder), { mode: 'read' });
    expect(await looking.one('SELECT MAX(name) AS "newest" FROM migrations')).toEqual({ newest: '004-automatic-revisions' });
    await looking.close();
    rmSync(join(folder, 'backups'));
    expect((await held.retry()).type).toBe('open');
    await held.close();
  });
});

describe('where nothing can be written', () => {
  it('reading, exporting and backing up work from a cold start, edits are refused as read-only, and it goes on when it can', async () => {
    const disk = smallDisk();
    try {
      await withRig(disk.folder);
      // A crash left a log beside the file: what is in it counts.
      const crashed = await connect(databaseFile(disk.folder), { mode: 'write' });
      await crashed.all('PRAGMA journal_mode = WAL');
      await crashed.run(`UPDATE "rigs" SET "name" = 'In the log', "summary" = NULL WHERE "id" = 'lantern-hour'`);
      const file = databaseFile(disk.folder);
      const [main, log] = [readFileSync(file), readFileSync(`${file}-wal`)];
      await crashed.close();
      writeFileSync(file, main);
      writeFileSync(`${file}-wal`, log);
      disk.setReadOnly(true);
      const before = readdirSync(disk.folder).sort();
      const held = await openFolder(disk.folder, me);
      const db = openDb(held);
      expect(db.readOnly).toBe('read-only');
      expect((await listRigs(db)).map((r) => [r.name, r.readable])).toEqual([['In the log', true]]);
      expect((await exportOf(db, 'lantern-hour'))?.text).toContain('In the log');
      await withScratch(undefined, async (scratch) => expect((await backUp(db, scratch)).ok).toBe(true));
      await expect(edit(held, 'refused', 0)).rejects.toMatchObject({ kind: 'read-only' });
      expect((await copyBeside(file, join(home(), 'beside.sqlite'))).ok).toBe(true);
      expect(readdirSync(disk.folder).sort()).toEqual(before);
      disk.setReadOnly(false);
      expect((await held.retry()).type).toBe('open');
      expect((await edit(held, 'kept', 0)).ok).toBe(true);
      await held.close();
    } finally {
      disk.remove();
    }
  });
  it('a full disk refuses edits in those words, loses nothing that was acknowledged, and goes on when there is room', async () => {
    const disk = smallDisk();
    try {
      const held = await openFolder(disk.folder, me);
      const db = openDb(held);
      await addRig(db, demo, 'lantern-hour');
      await edit(held, 'before', 0);
      if (disk.own) disk.fill(0);
      else await db.write(async ({ one }) => void (await one('PRAGMA max_page_count = 60')));
      const large = { ...demo, name: 'Does not fit', notes: 'x'.repeat(4000) };
      const refused = await (async () => {
        for (let i = 0; i < 40; i++) await addRig(db, large);
      })().catch((error: unknown) => faultKindOf(error));
      expect(refused).toBe('disk-full');
      expect((await exportOf(db, 'lantern-hour'))?.text).toContain('"before"');
      expect((await listRigs(db)).some((r) => r.id === 'lantern-hour')).toBe(true);
      if (disk.own) disk.empty();
      else await db.write(async ({ one }) => void (await one('PRAGMA max_page_count = 1000000')));
      expect((await edit(held, 'after', 1)).ok).toBe(true);
      await held.close();
      const again = await openDatabase(databaseFile(disk.folder));
      expect((await currentRig(again, 'lantern-hour'))?.rig.parameters[0]?.note).toBe('after');
      const whole = await Promise.all((await listRigs(again)).map(async (r) => (await currentRig(again, r.id))?.rig));
      expect(whole.every((r) => r?.controls.length === demo.controls.length)).toBe(true);
      await again.close();
    } finally {
      disk.remove();
    }
  });
  it('with no place to write at all, a database without a log is read where it lies, and nobody is said to own it', async () => {
    const disk = smallDisk();
    const temporary = process.env.TMPDIR;
    try {
      await withRig(disk.folder);
      rmSync(lockFile(disk.folder));
      disk.setReadOnly(true);
      // Where a folder should be lies a file.
      process.env.TMPDIR = databaseFile(disk.folder);
      const held = await openFolder(disk.folder, me);
      const state = held.state();
      expect(state).toMatchObject({ type: 'open', owned: false });
      const db = openDb(held);
      expect(db.readOnly).toBe('read-only');
      expect((await listRigs(db)).map((r) => r.name)).toEqual(['Lantern Hour']);
      expect((await exportOf(db, 'lantern-hour'))?.text).toContain('Lantern Hour');
      await expect(edit(held, 'refused', 0)).rejects.toMatchObject({ kind: 'read-only' });
      await held.close();
    } finally {
      if (temporary === undefined) delete process.env.TMPDIR;
      else process.env.TMPDIR = temporary;
      disk.remove();
    }
  });
  it('a full disk can be read from a cold start', async () => {
    const disk = smallDisk();
    try {
      await withRig(disk.folder);
      if (disk.own) disk.fill(0);
      else disk.setReadOnly(true);
      const held = await openFolder(disk.folder, me);
      const db = openDb(held);
      expect(db.readOnly).toBe(disk.own ? 'disk-full' : 'read-only');
      expect(writeRig((await currentRig(db, 'lantern-hour'))?.rig ?? demo)).toContain('Lantern Hour');
      if (disk.own) disk.empty();
      else disk.setReadOnly(false);
      expect((await held.retry()).type).toBe('open');
      await held.close();
    } finally {
      disk.remove();
    }
  });
});
