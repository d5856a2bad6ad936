// Server actions as the browser calls them: what comes in is parsed once, and stale versions are answered with what was missed.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import {
  bringBackRig,
  catchUp,
  createRig,
  duplicateRig,
  giveRigName,
  redoEdit,
  removeRig,
  submitEdit,
  undoEdit,
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

describe('submitting', () => {
  it('answers a stale version with the entries that were missed', async () => {
    const rigId = await addRig(await database(), demo);
    const second = demo.parameters[1];
    if (!second) throw new Error('demo changed');
    expect(
      await submitEdit({ rigId, editId: 'one', baseVersion: 0, edit: set('parameters', parameter, 'name', 'Veil') }),
    ).toMatchObject({ ok: true, standing: { version: 1, undo: 'Change name' } });
    expect(
      await submitEdit({ rigId, editId: 'two', baseVersion: 0, edit: set('parameters', second, 'name', 'Dust') }),
    ).toMatchObject({
      ok: true,
      standing: { version: 2, entries: [{ editId: 'one' }, { editId: 'two' }] },
    });
    expect(
      await submitEdit({ rigId, editId: 'three', baseVersion: 0, edit: set('parameters', parameter, 'name', 'Haze') }),
    ).toMatchObject({
      ok: false,
      problem: { type: 'conflict', now: 'Veil', to: 'Haze' },
      standing: { version: 2 },
    });
    expect(await catchUp(rigId, 1)).toMatchObject({ version: 2, entries: [{ version: 2 }] });
    expect(await undoEdit({ rigId, editId: 'u', baseVersion: 2 })).toMatchObject({
      ok: true,
      standing: { version: 3, redo: 'Change name' },
    });
    expect(await redoEdit({ rigId, editId: 'r', baseVersion: 3 })).toMatchObject({
      ok: true,
      standing: { version: 4, redo: null },
    });
  });
  it.each([
    [null],
    [{}],
    [{ rigId: '../../etc', editId: 'x', baseVersion: 0, edit: {} }],
    [{ rigId: 'a', editId: 'x', baseVersion: -1, edit: set('parameters', parameter, 'name', 'x') }],
    [{ rigId: 'a', editId: 'x', baseVersion: 0, edit: { type: 'insert', table: 'parameters', row: { id: 'p' } } }],
    [{ rigId: 'a', editId: 'x', baseVersion: 0, edit: { type: 'drop', table: 'rigs' } }],
  ])('refuses what it cannot read, in words: %j', async (raw) => {
    const answer = await submitEdit(raw);
    expect(answer).toMatchObject({ ok: false, problem: { type: 'unreadable' } });
  });
  it('says when the rig is gone', async () => {
    expect(
      await submitEdit({ rigId: 'nobody', editId: 'x', baseVersion: 0, edit: set('parameters', parameter, 'name', 'x') }),
    ).toMatchObject({ ok: false, problem: { type: 'no-rig' } });
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
