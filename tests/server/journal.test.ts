// The server over a real SQLite file: nothing lost, nothing applied twice, stale edits rebased or refused with both values.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { parseRig, writeRig } from '@/core/formats';
import { batch, type Edit, type Rig, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { type Database, openDatabase } from '@/server/database/connection';
import { currentRig } from '@/server/rigs/journal';
import { addRig, copyRig, deleteRig, listRigs, newRig, renameRig, restoreRig } from '@/server/rigs/rigs';
import { loadRig } from '@/server/rigs/rows';
import { journalHead, redo, submit, undo } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-test-'));
const file = join(folder, 'test.sqlite');
let db: Database;
beforeAll(async () => {
  db = await openDatabase(file);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const demo = lanternHour();
async function freshRig(): Promise<string> {
  return addRig(db, demo);
}
async function rigOf(id: string): Promise<Rig> {
  const now = await loadRig(db, id);
  if (!now) throw new Error('no rig');
  return now.rig;
}
const first = (rig: Rig) => {
  const row = rig.parameters[0];
  if (!row) throw new Error('no parameter');
  return row;
};
const rename = (rig: Rig, to: string): Edit => set('parameters', first(rig), 'name', to);

describe('rows', () => {
  it('a rig comes back from the database as it went in, but for its id', async () => {
    const id = await freshRig();
    expect(await rigOf(id)).toEqual({ ...demo, id });
  });
  it('export, import and export again give the same letters but for the id', async () => {
    const id = await freshRig();
    const text = writeRig(await rigOf(id));
    const parsed = parseRig(text);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.error));
    const again = await addRig(db, parsed.value);
    expect(writeRig(await rigOf(again)).replace(again, id)).toBe(text);
  });
  it('every connection that writes waits for the disk and keeps foreign keys', async () => {
    const seen = await db.write(async ({ one }) => [
      (await one('PRAGMA synchronous'))?.synchronous,
      (await one('SELECT foreign_keys FROM pragma_foreign_keys'))?.foreign_keys,
      (await one('PRAGMA journal_mode'))?.journal_mode,
    ]);
    expect(seen).toEqual([2, 1, 'wal']);
  });
  it('an edit writes the rows that it changed and no others', async () => {
    const id = await freshRig();
    const statements: string[] = [];
    const heard = await openDatabase(file, { log: (sql) => statements.push(sql) });
    statements.length = 0;
    await submit(heard, id, { editId: 'only-one', baseVersion: 0, edit: rename(await rigOf(id), 'Veil') });
    await heard.close();
    const writes = statements.filter((s) => /^(INSERT|UPDATE|DELETE)/.test(s));
    expect(writes.filter((s) => s.includes('"parameters"'))).toHaveLength(1);
    expect(writes.filter((s) => /"(assignments|landings|controls|targets)"/.test(s))).toHaveLength(0);
  });
});

describe('edits', () => {
  it('a retry is acknowledged and not applied again', async () => {
    const id = await freshRig();
    const submission = { editId: 'same', baseVersion: 0, edit: rename(await rigOf(id), 'Veil') };
    expect(await submit(db, id, submission)).toMatchObject({ ok: true, value: { version: 1 } });
    expect(await submit(db, id, submission)).toMatchObject({ ok: true, value: { version: 1 } });
    expect(first(await rigOf(id)).name).toBe('Veil');
  });
  it('a stale edit on something else is rebased, and the browser gets what it missed', async () => {
    const id = await freshRig();
    const rig = await rigOf(id);
    const other = rig.parameters[1];
    if (!other) throw new Error('no second parameter');
    await submit(db, id, { editId: 'tab-a', baseVersion: 0, edit: rename(rig, 'Veil') });
    const late = await submit(db, id, { editId: 'tab-b', baseVersion: 0, edit: set('parameters', other, 'name', 'Dust') });
    expect(late).toMatchObject({ ok: true, value: { version: 2, entries: [{ editId: 'tab-a' }, { editId: 'tab-b' }] } });
    const now = await rigOf(id);
    expect([now.parameters[0]?.name, now.parameters[1]?.name]).toEqual(['Veil', 'Dust']);
  });
  it('a stale edit on the same value is refused with both values, and nothing changes', async () => {
    const id = await freshRig();
    const rig = await rigOf(id);
    await submit(db, id, { editId: 'tab-a', baseVersion: 0, edit: rename(rig, 'Veil') });
    const late = await submit(db, id, {
      editId: 'tab-b',
      baseVersion: 0,
      edit: batch('two', [set('parameters', first(rig), 'note', 'x'), rename(rig, 'Dust')]),
    });
    expect(late).toMatchObject({
      ok: false,
      error: { problem: { type: 'conflict', was: first(rig).name, now: 'Veil', to: 'Dust' }, standing: { version: 1 } },
    });
    expect(first(await rigOf(id))).toMatchObject({ name: 'Veil', note: '' });
  });
  it('an edit by another process is seen: the version on disk counts', async () => {
    const id = await freshRig();
    await currentRig(db, id);
    const other = await openDatabase(file);
    const direct = await loadRig(other, id);
    await other.write(async ({ run }) => {
      const row = direct?.rig.parameters[0]?.id ?? '';
      await run('UPDATE parameters SET note = $1 WHERE rigId = $2 AND id = $3', ['from outside', id, row]);
      await run('UPDATE rigs SET version = version + 1 WHERE id = $1', [id]);
    });
    await other.close();
    expect((await currentRig(db, id))?.rig.parameters[0]?.note).toBe('from outside');
  });
  it('fifty edits at once are put one after the other, none lost', async () => {
    const id = await freshRig();
    const rig = await rigOf(id);
    const edits = rig.controls
      .slice(0, 50)
      .map((c, i) => submit(db, id, { editId: `burst${i}`, baseVersion: 0, edit: set('controls', c, 'name', `Control ${i}`) }));
    const done = await Promise.all(edits);
    expect(done.every((d) => d.ok)).toBe(true);
    expect((await rigOf(id)).controls.slice(0, 50).map((c) => c.name)).toEqual(edits.map((_, i) => `Control ${i}`));
    expect((await journalHead(db, id, 0)).version).toBe(50);
  });
});

describe('undo and redo', () => {
  it('go back and forth through everything, also after the process was closed', async () => {
    const id = await freshRig();
    const start = await rigOf(id);
    await submit(db, id, { editId: 'u1', baseVersion: 0, edit: batch('First', [rename(start, 'One')]) });
    await submit(db, id, {
      editId: 'u2',
      baseVersion: 1,
      edit: batch('Second', [set('parameters', { ...first(start), name: 'One' }, 'name', 'Two')]),
    });
    expect(await journalHead(db, id, 2)).toMatchObject({ undo: 'Second', redo: null });
    expect(await undo(db, id, 'u3', 2)).toMatchObject({ ok: true, value: { undo: 'First', redo: 'Second' } });
    await db.close();
    db = await openDatabase(file);
    expect(await undo(db, id, 'u4', 3)).toMatchObject({ ok: true, value: { undo: null, redo: 'First' } });
    expect(await rigOf(id)).toEqual(start);
    expect(await redo(db, id, 'u5', 4)).toMatchObject({ ok: true, value: { undo: 'First', redo: 'Second' } });
    expect(await redo(db, id, 'u6', 5)).toMatchObject({ ok: true, value: { undo: 'Second', redo: null } });
    expect(first(await rigOf(id)).name).toBe('Two');
    expect(await redo(db, id, 'u7', 6)).toMatchObject({ ok: false, error: { problem: { type: 'nothing-to-redo' } } });
  });
  it('a new edit ends redo', async () => {
    const id = await freshRig();
    const start = await rigOf(id);
    await submit(db, id, { editId: 'r1', baseVersion: 0, edit: rename(start, 'One') });
    await undo(db, id, 'r2', 1);
    await submit(db, id, { editId: 'r3', baseVersion: 2, edit: rename(start, 'Other') });
    expect(await redo(db, id, 'r4', 3)).toMatchObject({ ok: false, error: { problem: { type: 'nothing-to-redo' } } });
    expect(first(await rigOf(id)).name).toBe('Other');
  });
});

describe('the list of rigs', () => {
  it('shows how much is mapped and how many clash, and forgets nothing on delete', async () => {
    const id = await freshRig();
    const listed = (await listRigs(db)).find((r) => r.id === id);
    expect(listed?.summary).toMatchObject({ controllers: 3, targets: 5, parameters: 43, clashes: 2 });
    await deleteRig(db, id);
    expect(await currentRig(db, id)).toBeNull();
    expect((await listRigs(db)).find((r) => r.id === id)?.deleted).toBe(true);
    await restoreRig(db, id);
    expect((await rigOf(id)).assignments).toEqual(demo.assignments);
  });
  it('copies under a fresh name and renames with undo', async () => {
    const id = await newRig(db, 'Moth Parade');
    const copy = await copyRig(db, id);
    expect(copy).not.toBeNull();
    expect((await rigOf(copy ?? '')).name).toBe('Moth Parade copy');
    expect(await renameRig(db, id, 'Moth Ball')).toBe(true);
    expect((await rigOf(id)).name).toBe('Moth Ball');
    await undo(db, id, 'n1', 1);
    expect((await rigOf(id)).name).toBe('Moth Parade');
    await expect(newRig(db, 'x'.repeat(10_000))).rejects.toThrow();
  });
});

describe('what was accepted before fingerprints were made of facts', () => {
  it('stays accepted in the database, through an edit and its undo', async () => {
    const path = resolve(import.meta.dirname, '../fixtures/accepted/first-form.json.gz');
    const [demoOfOld] = JSON.parse(gunzipSync(readFileSync(path)).toString('utf8'));
    const parsed = parseRig(demoOfOld.file);
    if (!parsed.ok) throw new Error('not read');
    const id = await addRig(db, parsed.value);
    const accepted = async (): Promise<number> =>
      [...judge(await rigOf(id)).findings.values()].flat().filter((f) => f.accepted !== null).length;
    expect(await accepted()).toBe(demoOfOld.accepted.length);
    const [row] = (await rigOf(id)).accepted;
    if (!row) throw new Error('nothing accepted');
    const edit = batch('Open a finding again', [{ type: 'remove', table: 'accepted', was: row }]);
    expect(await submit(db, id, { editId: 'open', baseVersion: 0, edit })).toMatchObject({ ok: true });
    expect(await accepted()).toBeLessThan(demoOfOld.accepted.length);
    expect(await undo(db, id, 'back', 1)).toMatchObject({ ok: true });
    expect(await accepted()).toBe(demoOfOld.accepted.length);
  });
});
