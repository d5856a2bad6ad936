// The history over a real SQLite file: the rig at any version is what it was, and points get names by hand and by themselves.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { removeGear } from '@/core/commands';
import { batch, type Edit, type Rig, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { type Database, openDatabase } from '@/server/database/connection';
import { dropRevision, heldRig, historyOf, nameRevision, PAGE, renameRevision, rigAt } from '@/server/rigs/history';
import { currentRig } from '@/server/rigs/journal';
import { addRig } from '@/server/rigs/rigs';
import { redo, submit, undo } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-history-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'));
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const demo = lanternHour();
let n = 0;
const nowOf = async (id: string): Promise<Rig> => {
  const now = await currentRig(db, id);
  if (!now) throw new Error('no rig');
  return now.rig;
};
const edit = async (id: string, change: (rig: Rig) => Edit): Promise<Rig> => {
  const done = await submit(db, id, { editId: `h${n++}`, baseVersion: 0, edit: change(await nowOf(id)) });
  if (!done.ok) throw new Error(JSON.stringify(done.error.problem));
  return nowOf(id);
};
const rename =
  (to: string) =>
  (rig: Rig): Edit => {
    const row = rig.parameters[0];
    if (!row) throw new Error('demo changed');
    return set('parameters', row, 'name', to);
  };

describe('the rig at a version', () => {
  it('is what it was after each step, undo and redo too, down to where it began', async () => {
    const id = await addRig(db, demo);
    const states = [await nowOf(id)];
    states.push(await edit(id, rename('One')));
    states.push(await edit(id, (rig) => removeGear(rig, 'targets', rig.targets[1]?.id ?? '')));
    await undo(db, id, `h${n++}`, 0);
    states.push(await nowOf(id));
    await redo(db, id, `h${n++}`, 0);
    states.push(await nowOf(id));
    states.push(await edit(id, rename('Two')));
    for (const [version, rig] of states.entries()) {
      const found = await rigAt(db, id, version);
      expect(found).toEqual({ ok: true, value: rig });
    }
    expect((await rigAt(db, id, states.length)).ok).toBe(false);
    expect((await rigAt(db, 'nobody', 0)).ok).toBe(false);
  });
  it('is found over more steps than are read at a time; the list comes in pages', async () => {
    const id = await addRig(db, demo);
    const begin = await nowOf(id);
    for (let i = 0; i < PAGE + 5; i++) await edit(id, rename(`Name ${i}`));
    expect(await rigAt(db, id, 0)).toEqual({ ok: true, value: begin });
    const first = await historyOf(db, id);
    expect(first?.steps).toHaveLength(PAGE);
    expect(first?.more).toBe(true);
    const rest = await historyOf(db, id, first?.steps.at(-1)?.version);
    expect(rest?.steps.map((s) => s.version)).toEqual([5, 4, 3, 2, 1]);
    expect(rest?.more).toBe(false);
  });
});

describe('revisions', () => {
  it('are named, renamed and dropped by hand, and the point stays', async () => {
    const id = await addRig(db, demo);
    await edit(id, rename('One'));
    const revision = await nameRevision(db, id, 1, 'As rehearsed');
    expect(await nameRevision(db, id, 9, 'Not there')).toBeNull();
    if (!revision) throw new Error('not named');
    expect(await renameRevision(db, id, revision, 'As played')).toBe(true);
    expect((await historyOf(db, id))?.revisions).toMatchObject([{ version: 1, name: 'As played', automatic: false }]);
    expect(await dropRevision(db, id, revision)).toBe(true);
    expect(await dropRevision(db, id, revision)).toBe(false);
    expect((await historyOf(db, id))?.revisions).toEqual([]);
    expect((await rigAt(db, id, 1)).ok).toBe(true);
  });
  it('come by themselves before a change of many rows, not before a small one, and not before its undo', async () => {
    const id = await addRig(db, demo);
    await edit(id, rename('One'));
    await edit(id, (rig) =>
      batch(
        'Note on all',
        rig.parameters.slice(0, 12).map((p) => set('parameters', p, 'name', `${p.name} *`)),
      ),
    );
    await undo(db, id, `h${n++}`, 0);
    const history = await historyOf(db, id);
    expect(history?.revisions).toMatchObject([{ version: 1, name: 'Before: Note on all', automatic: true }]);
    expect(history?.steps.map((s) => [s.version, s.kind, s.undone])).toEqual([
      [3, 'undo', false],
      [2, 'edit', true],
      [1, 'edit', false],
    ]);
  });
});

describe('what the devices hold', () => {
  it('is each function as it read when it was ticked, through undo and over more steps than are read at a time', async () => {
    const id = await addRig(db, demo);
    const row = (rig: Rig) => {
      const found = rig.assignments.find((a) => a.entered !== null && a.actions[0]?.type === 'send');
      if (!found) throw new Error('demo changed');
      return found;
    };
    const ticked = row(demo);
    await edit(id, (rig) =>
      batch('Change', [set('assignments', row(rig), 'textShort', 'other'), set('assignments', row(rig), 'entered', null)]),
    );
    for (let i = 0; i < PAGE + 3; i++) await edit(id, rename(`Name ${i}`));
    const held = await heldRig(db, id);
    expect(held?.whole).toBe(true);
    expect(held?.rig.assignments.find((a) => a.id === ticked.id)).toEqual(ticked);
    expect(held?.rig.assignments.length).toBe(demo.assignments.filter((a) => a.entered !== null).length);
    expect(await heldRig(db, 'nobody')).toBeNull();
  });
});
