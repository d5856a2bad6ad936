// Server actions as the browser calls them: what comes in is parsed once, and stale versions are answered with what was missed.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Edit, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import {
  askJournal,
  bringBackRig,
  createRig,
  duplicateRig,
  giveRigName,
  postEdit,
  removeRig,
  reopenRig,
} from '@/server/actions/rigs';
import { closeFolder, database } from '@/server/folder';
import { addRig } from '@/server/rigs/rigs';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-actions-'));
const demo = lanternHour();
const [parameter] = demo.parameters;
if (!parameter) throw new Error('demo has no parameter');

beforeAll(() => {
  process.env.KEEN_DIAL_DATA = folder;
});
afterAll(async () => {
  await closeFolder();
  rmSync(folder, { recursive: true, force: true });
});

const item = (id: string, edit: Edit) => ({ id, kind: 'edit', label: '', edit });
const sinceOf = async (rigId: string) => {
  const there = (await reopenRig({ rigId, own: [] }))?.there;
  if (!there) throw new Error('no rig');
  return { epoch: there.epoch, version: there.confirmed.version, newest: there.confirmed.newest, own: [] };
};

describe('posting', () => {
  it('answers a stale version with the entries that were missed, and never with its own edit', async () => {
    const rigId = await addRig(await database(), demo);
    const second = demo.parameters[1];
    if (!second) throw new Error('demo changed');
    const since = await sinceOf(rigId);
    const posted = (id: string, edit: Edit) => postEdit({ rigId, item: item(id, edit), since });
    expect(await posted('one', set('parameters', parameter, 'name', 'Veil'))).toMatchObject({
      ok: true,
      head: { version: 1, undo: { id: 'one', label: 'Change name' }, entries: [{ id: 'one', edit: null }] },
    });
    expect(await posted('two', set('parameters', second, 'name', 'Dust'))).toMatchObject({
      ok: true,
      head: {
        version: 2,
        entries: [
          { id: 'one', edit: { to: 'Veil' } },
          { id: 'two', edit: null },
        ],
      },
    });
    expect(await posted('three', set('parameters', parameter, 'name', 'Haze'))).toMatchObject({
      ok: false,
      refusal: { type: 'conflict', now: 'Veil', to: 'Haze' },
      head: { version: 2 },
    });
    expect(await askJournal({ rigId, since: { ...since, version: 1, newest: 'one' } })).toMatchObject({
      version: 2,
      entries: [{ version: 2 }],
    });
    const stepped = (kind: 'undo' | 'redo', id: string) =>
      postEdit({ rigId, item: { id, kind, label: '', of: 'one', edit: null }, since });
    expect(await stepped('undo', 'u')).toMatchObject({ ok: true, head: { version: 3, redo: { id: 'one' } } });
    expect(await stepped('redo', 'r')).toMatchObject({ ok: true, head: { version: 4, redo: null } });
    expect(await reopenRig({ rigId, own: ['one', 'never'] })).toMatchObject({
      there: { confirmed: { version: 4, newest: 'r' } },
      known: ['one'],
    });
  });
  const nowhere = { epoch: '', version: 0, newest: null, own: [] };
  it.each([
    [null],
    [{}],
    [{ rigId: '../../etc', item: item('x', set('parameters', parameter, 'name', 'x')), since: nowhere }],
    [{ rigId: 'a', item: item('x', set('parameters', parameter, 'name', 'x')), since: { ...nowhere, version: -1 } }],
    [{ rigId: 'a', item: { ...item('x', set('parameters', parameter, 'name', 'x')), kind: 'undo' }, since: nowhere }],
    [{ rigId: 'a', item: { id: 'x', kind: 'edit', label: '', edit: { type: 'drop', table: 'rigs' } }, since: nowhere }],
  ])('refuses what it cannot read, in words: %j', async (raw) => {
    const answer = await postEdit(raw);
    expect(answer).toMatchObject({ ok: false, refusal: { type: 'unreadable' }, head: null });
    expect([await askJournal(raw), await reopenRig(raw)]).toEqual([null, null]);
  });
  it('says when the rig is gone', async () => {
    const late = { rigId: 'nobody', item: item('x', set('parameters', parameter, 'name', 'x')), since: nowhere };
    expect(await postEdit(late)).toEqual({ ok: false, refusal: { type: 'no-rig' }, head: null });
    expect([await askJournal({ rigId: 'nobody', since: nowhere }), await reopenRig({ rigId: 'nobody', own: [] })]).toEqual([
      null,
      null,
    ]);
  });
});

describe('the list', () => {
  it('makes, names, copies, removes and brings back; refuses names that are none', async () => {
    expect(await createRig('   ')).toEqual({ ok: false, message: 'a name is needed' });
    expect(await createRig('x'.repeat(10_000))).toMatchObject({ ok: false });
    const made = await createRig('  Reel two ');
    if (!made.ok) throw new Error(made.message);
    expect(await giveRigName(made.id, '<script>')).toEqual({ ok: true, id: made.id });
    expect(await giveRigName(made.id, '')).toMatchObject({ ok: false });
    const copy = await duplicateRig(made.id);
    expect(copy).toMatchObject({ ok: true });
    await removeRig(made.id);
    expect(await duplicateRig(made.id)).toEqual({ ok: false, message: 'That rig is gone.' });
    await bringBackRig(made.id);
    expect(await duplicateRig(made.id)).toMatchObject({ ok: true });
  });
});
