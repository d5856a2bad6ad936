// The library over a real database: what ships is copied, versions never change, a rig's unit becomes an entry, rigs become templates.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { countClashes } from '@/core/checks';
import { controllerTemplates, templateOf } from '@/core/library';
import { indexRig, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { type Database, openDatabase } from '@/server/database/connection';
import { currentRig } from '@/server/rigs/journal';
import {
  listEntries,
  makeEntry,
  publish,
  publishedRig,
  saveRigTemplate,
  startFromTemplate,
  versionsOf,
} from '@/server/rigs/library';
import { addRig, deleteRig, listRigs } from '@/server/rigs/rigs';
import { submit } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-library-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'));
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const made = async (...args: Parameters<typeof makeEntry> extends [Database, ...infer Rest] ? Rest : never): Promise<string> => {
  const done = await makeEntry(db, ...args);
  if (!done.ok) throw new Error(done.error);
  return done.value;
};
const rename = async (id: string, to: string): Promise<void> => {
  const now = await currentRig(db, id);
  const control = now?.rig.controls[0];
  if (!now || !control) throw new Error('gone');
  const done = await submit(db, id, {
    editId: `${id}${to}`,
    baseVersion: now.version,
    edit: set('controls', control, 'name', to),
  });
  expect(done.ok).toBe(true);
};

describe('entries', () => {
  it('a copy of what ships is the same controller under its own name, and is no rig in the list of rigs', async () => {
    const [shipped] = controllerTemplates;
    if (!shipped) throw new Error('nothing ships');
    const id = await made('controller-template', 'My board', { type: 'shipped', id: shipped.id });
    const now = await currentRig(db, id);
    expect(now && templateOf(now.rig, shipped)?.panel).toEqual(shipped.panel);
    expect((await listEntries(db)).find((e) => e.id === id)).toMatchObject({ name: 'My board', version: 1, changed: false });
    expect((await listRigs(db)).map((r) => r.id)).not.toContain(id);
  });
  it('a published version stays as it was, whatever is changed and published after it', async () => {
    const id = await made('controller-template', 'Versioned', { type: 'shipped', id: 'pocket-4-4' });
    await rename(id, 'Dial');
    expect((await listEntries(db)).find((e) => e.id === id)).toMatchObject({ version: 1, changed: true });
    expect(await publish(db, id, 'renamed the first knob')).toBe(2);
    expect(await publish(db, id, 'nothing new')).toBe(2);
    await rename(id, 'Wheel');
    expect(await publish(db, id, '')).toBe(3);
    const names = await Promise.all([1, 2, 3].map(async (v) => (await publishedRig(db, id, v))?.rig.controls[0]?.name));
    expect(names).toEqual(['K 1', 'Dial', 'Wheel']);
    expect((await publishedRig(db, id))?.version).toBe(3);
    expect((await versionsOf(db, id)).map((v) => v.label)).toEqual(['', 'renamed the first knob', 'first version']);
  });
  it('a controller or target of a rig becomes an entry whose rows keep their ids, so that the rig can name them', async () => {
    const demo = lanternHour();
    const rigId = await addRig(db, demo);
    const [unit] = demo.controllers;
    const [target] = demo.targets;
    if (!unit || !target) throw new Error('demo changed');
    const board = await currentRig(db, await made('controller-template', 'Board', { type: 'unit', rigId, unitId: unit.id }));
    expect(board?.rig.controls.map((c) => c.id)).toEqual(
      demo.controls.filter((c) => c.controllerId === unit.id).map((c) => c.id),
    );
    expect(board?.rig.assignments).toEqual([]);
    const profile = await currentRig(db, await made('target-profile', 'Hall', { type: 'unit', rigId, unitId: target.id }));
    expect(profile?.rig.parameters.map((p) => p.name)).toEqual(
      demo.parameters.filter((p) => p.targetId === target.id).map((p) => p.name),
    );
  });
  it('says so when what it is to be made from is gone', async () => {
    expect(await makeEntry(db, 'controller-template', 'X', { type: 'shipped', id: 'no-such' })).toMatchObject({ ok: false });
    expect(await makeEntry(db, 'target-profile', 'X', { type: 'unit', rigId: 'none', unitId: 'none' })).toMatchObject({
      ok: false,
    });
    expect(await publish(db, 'none', '')).toBeNull();
  });
  it('an empty one begins with a panel and nothing on it; a deleted one is listed last and can be started from no more', async () => {
    const id = await made('controller-template', 'Blank', { type: 'empty' });
    expect((await currentRig(db, id))?.rig.controls).toEqual([]);
    await deleteRig(db, id);
    expect((await listEntries(db)).at(-1)).toMatchObject({ id, deleted: true });
  });
});

describe('rigs as templates', () => {
  it('with numbers: the same numbers, pinned, and nothing of it entered, proved or accepted', async () => {
    const demo = lanternHour();
    const rigId = await addRig(db, demo);
    const entry = await saveRigTemplate(db, rigId, 'Film night', 'kept');
    const started = entry && (await startFromTemplate(db, entry, 'Second night'));
    const now = started ? await currentRig(db, started) : null;
    const sends = now?.rig.assignments.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? [x] : [])));
    expect(sends?.map((s) => s.message)).toEqual(
      demo.assignments.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? [x.message] : []))),
    );
    expect(sends?.every((s) => s.pinned)).toBe(true);
    expect(now?.rig.assignments.some((a) => a.entered || a.saved || a.proved)).toBe(false);
    expect(now?.rig.accepted).toEqual([]);
    expect(now?.rig.name).toBe('Second night');
  });
  it('without numbers: they are planned anew, and the clash of the old rig is gone', async () => {
    const demo = lanternHour();
    expect(countClashes(indexRig(demo))).toBeGreaterThan(0);
    const rigId = await addRig(db, demo);
    const entry = await saveRigTemplate(db, rigId, 'Film night, open', 'anew');
    const started = entry && (await startFromTemplate(db, entry, 'Third night'));
    const now = started ? await currentRig(db, started) : null;
    expect(now && countClashes(indexRig(now.rig))).toBe(0);
    expect(now?.rig.assignments.length).toBe(demo.assignments.length);
  });
  it('a template that is gone starts nothing', async () => {
    expect(await startFromTemplate(db, 'none', 'X')).toBeNull();
    expect(await saveRigTemplate(db, 'none', 'X', 'kept')).toBeNull();
  });
});
