// Server actions as the browser calls them: what comes in is parsed once, and stale versions are answered with what was missed.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { lanternHour } from '@/demo/lantern-hour';
import { bringBackRig, createRig, duplicateRig, giveRigName, removeRig } from '@/server/actions/rigs';
import { closeFolder } from '@/server/folder';

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
