// The server's half of edits on their way, against a journal of a few lines that was written for the laws of the other half.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Edit, insert, type Rig, remove, set } from '@/core/rig';
import type { Done, Queued, Since } from '@/core/sync';
import { type Database, openDatabase } from '@/server/database/connection';
import { foldHistory } from '@/server/rigs/folding';
import { addRig, deleteRig } from '@/server/rigs/rigs';
import { headOf, knownOf, openedRig, post } from '@/server/rigs/sync';
import { continuous, parameter, smallRig } from '../kit/small-rig';
import { Journal } from '../kit/sync';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-sync-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'));
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const small = smallRig([continuous('mix', 0, 100, { order: 1 }), parameter('freeze', { order: 2 })]);
const open = async (id: string) => {
  const found = await openedRig(db, id);
  if (!found) throw new Error('no rig');
  return found;
};
const fresh = async () => {
  const id = await addRig(db, small);
  const there = await open(id);
  const journal = new Journal(there.confirmed.rig);
  journal.epoch = there.epoch;
  const { epoch, confirmed } = there;
  return { id, journal, start: { epoch, version: confirmed.version, newest: confirmed.newest, own: [] } as Since };
};

const asked = fc.record({
  kind: fc.constantFrom('edit', 'edit', 'edit', 'undo', 'redo'),
  what: fc.nat(4),
  of: fc.nat(9),
  again: fc.nat(9).map((n) => n === 0),
  since: fc.nat(9),
});

let n = 0;
function editOf(rig: Rig, what: number): Edit {
  const [first] = rig.parameters;
  if (!first || what >= 3) return insert('parameters', parameter(`p${++n}`, { order: n + 9 }));
  if (what === 0) return set('parameters', first, 'note', `n${++n}`);
  // Stale: it saw another value than the one that stands there.
  if (what === 1) return set('parameters', { ...first, note: 'never' }, 'note', 'x');
  return remove('parameters', first);
}

describe('posting to the journal', () => {
  it('is taken, refused and answered as the rules say, whatever is posted, again and late', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(asked, { maxLength: 12 }), async (list) => {
        const { id, journal, start } = await fresh();
        const sinces: Since[] = [start];
        const items: Queued[] = [];
        for (const { kind, what, of, again, since } of list) {
          const earlier = items[of % Math.max(1, items.length)];
          const item: Queued =
            again && earlier
              ? earlier
              : kind === 'edit'
                ? { id: `i${++n}`, kind, label: '', edit: editOf(journal.rig, what) }
                : { id: `i${++n}`, kind: kind === 'undo' ? 'undo' : 'redo', label: '', of: earlier?.id ?? 'none', edit: null };
          items.push(item);
          const from = sinces[since % sinces.length] ?? start;
          const refusal = journal.take(item);
          const done = await post(db, id, item, from);
          expect(done.ok ? null : done.error.problem.type).toBe(refusal?.type ?? null);
          const head = done.ok ? done.value : done.error.head;
          const own = item.edit === null ? [] : [item.id];
          const rule = journal.head({ ...from, own });
          // The labels are the journal's own.
          const unlabelled = (entries: typeof rule.entries) => entries.map((e) => ({ ...e, label: '' }));
          expect(head && { ...head, entries: unlabelled(head.entries), undo: head.undo?.id, redo: head.redo?.id }).toEqual({
            ...rule,
            entries: unlabelled(rule.entries),
            undo: rule.undo?.id,
            redo: rule.redo?.id,
          });
          const { confirmed } = journal.opened();
          sinces.push({ ...start, version: confirmed.version, newest: confirmed.newest });
        }
        const there = await open(id);
        const rule = journal.opened();
        const labelled = (steps: readonly Done[]) => steps.map((step) => ({ ...step, label: '' })).slice(-20);
        expect(there.confirmed).toEqual({ ...rule.confirmed, rig: journal.rig });
        expect([labelled(there.past), labelled(there.future)]).toEqual([labelled(rule.past), labelled(rule.future)]);
        const ids = items.map((i) => i.id);
        expect(await knownOf(db, id, ids)).toEqual(ids.filter((i) => journal.entries.some((e) => e.id === i)));
      }),
      { numRuns: 40 },
    );
  }, 60_000);
  it('takes nothing of a window that knows another journal, and says why', async () => {
    const { id, start } = await fresh();
    const item = (name: string): Queued => ({ id: name, kind: 'edit', label: '', edit: editOf(small, 3) });
    const foreign: readonly Partial<Since>[] = [{ epoch: 'another life' }, { version: 7 }, { newest: 'somebody' }];
    for (const other of foreign)
      expect(await post(db, id, item('x'), { ...start, ...other })).toMatchObject({
        ok: true,
        value: { version: 0, since: 'foreign', entries: [] },
      });
    for (const name of ['a', 'b', 'c']) await post(db, id, item(name), start);
    await foldHistory(db, id, 2);
    const at = (version: number, newest: string | null) => headOf(db, id, { ...start, version, newest });
    expect(await at(1, 'a')).toMatchObject({ since: 'folded', entries: [] });
    expect(await at(2, 'b')).toMatchObject({ since: 'folded', entries: [] });
    expect(await at(2, null)).toMatchObject({ since: 'known', entries: [{ id: 'c' }] });
    expect(await at(3, 'b')).toMatchObject({ since: 'foreign' });
    expect(await at(3, 'c')).toMatchObject({ since: 'known', entries: [] });
  });
  it('has nothing to say of a rig that is gone', async () => {
    const { id, start } = await fresh();
    await deleteRig(db, id);
    const item: Queued = { id: 'late', kind: 'edit', label: '', edit: editOf(small, 3) };
    expect(await post(db, id, item, start)).toEqual({ ok: false, error: { problem: { type: 'no-rig' }, head: null } });
    expect([await headOf(db, id, start), await openedRig(db, id)]).toEqual([null, null]);
  });
});
