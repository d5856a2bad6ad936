// Which backups stay, the folding of a history, and what was deleted long ago.
import { copyFileSync, existsSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { batch, type Edit, type Rig, remove, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { dailyBackups, listBackups, makeBackup, prune, sizeOf } from '@/server/backups/automatic';
import { backedUp } from '@/server/backups/first';
import { restore } from '@/server/backups/restore';
import { dayOf, expendable } from '@/server/backups/retention';
import { type Database, openDatabase } from '@/server/database/connection';
import { backupsFolder, databaseFile, stamp, timeOf } from '@/server/folder/paths';
import { foldHistory } from '@/server/rigs/folding';
import { heldRig, historyOf, nameRevision, rigAt } from '@/server/rigs/history';
import { currentRig } from '@/server/rigs/journal';
import { dueForRemoval, goesAt, KEPT_DAYS, removeForGood } from '@/server/rigs/removal';
import { addRig, deleteRig, listRigs, restoreRig } from '@/server/rigs/rigs';
import { journalHead, submit, undo } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-retention-'));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(databaseFile(folder));
});
afterEach(() => rmSync(backupsFolder(folder), { recursive: true, force: true }));
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});
const demo = lanternHour();
const DAY = 86_400_000;
const nameAt = (time: number, reason = 'daily'): string =>
  `${reason}-${new Date(time).toISOString().replace(/[:.]/g, '-')}.sqlite`;

describe('retention', () => {
  const now = Date.parse('2026-11-27T12:00:00Z');
  it('keeps seven days and four weeks of a backup a day for a year', () => {
    const names = Array.from({ length: 365 }, (_, i) => nameAt(now - i * DAY));
    const gone = new Set(expendable(names, now));
    const kept = names.filter((n) => !gone.has(n));
    expect(kept.slice(0, 7)).toEqual(names.slice(0, 7));
    expect(kept.length).toBe(11);
    expect(timeOf(kept.at(-1) ?? '')).toBeLessThan(now - 20 * DAY);
  });
  it('never lets the newest go, is bounded, and lets nothing go that a later look would have kept (properties)', () => {
    const moment = fc.integer({ min: now - 60 * DAY, max: now + 400 * DAY });
    const names = fc.uniqueArray(fc.tuple(moment, fc.constantFrom('daily', 'before-restore', 'before-update')), {
      maxLength: 80,
      selector: ([t]) => t,
    });
    fc.assert(
      fc.property(names, (list) => {
        const all = list.map(([t, reason]) => nameAt(t, reason));
        const gone = new Set(expendable(all, now));
        const kept = all.filter((n) => !gone.has(n));
        if (all.length === 0) return;
        expect(kept).toContain([...all].sort((a, b) => timeOf(b) - timeOf(a))[0]);
        expect(kept.length).toBeLessThanOrEqual(11 + 11 + 1 + 5 * 2);
        expect(expendable(kept, now)).toEqual([]);
        const days = new Set(all.filter((n) => n.startsWith('daily') && timeOf(n) <= now).map((n) => dayOf(timeOf(n))));
        const keptDays = new Set(kept.filter((n) => n.startsWith('daily')).map((n) => dayOf(timeOf(n))));
        expect(
          [...days]
            .sort()
            .slice(-7)
            .every((d) => keptDays.has(d)),
        ).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
  it('names are never given out twice and sort as they were made, also when the clock is set back by a year', () => {
    const first = stamp(null, now);
    const second = stamp(null, now - 365 * DAY);
    expect(timeOf(second)).toBeGreaterThan(timeOf(first));
    expect(timeOf(stamp(nameAt(now + 3_600_000), now))).toBeGreaterThan(now + 3_600_000);
  });
  it('looks at names and not at the times of files, and counts no empty file', async () => {
    await addRig(db, demo);
    const made: string[] = [];
    for (let i = 0; i < 6; i++) {
      const done = await makeBackup(folder, 'before-restore', db.copyTo, 1, 'bytes');
      if (!done.ok) throw new Error(done.error);
      made.push(done.value);
      utimesSync(join(backupsFolder(folder), done.value), 1000 - i, 1000 - i);
    }
    // Empty files with newer names do not push real ones out.
    for (let i = 0; i < 10; i++)
      writeFileSync(join(backupsFolder(folder), nameAt(Date.now() + i * 60_000, 'before-restore')), '');
    prune(folder, made.at(-1) ?? '');
    expect((await listBackups(folder)).map((b) => b.name)).toEqual([...made].reverse().slice(0, 5));
  });
});

describe('the backup of the day', () => {
  it('is made at the first edit of a day and not at the second, and can be restored', async () => {
    let now = Date.parse('2026-11-27T12:00:00Z');
    const daily = dailyBackups(folder, () => now);
    daily.edited(db);
    daily.edited(db);
    await daily.settled();
    expect(daily.problem()).toBeNull();
    expect((await listBackups(folder)).length).toBe(1);
    now += DAY;
    daily.edited(db);
    await daily.settled();
    const [newest] = await listBackups(folder);
    expect(await restore(db, join(backupsFolder(folder), newest?.name ?? ''), folder)).toMatchObject({ ok: true });
  });
  it('that fails stops no edit and says why; nothing is left half made', async () => {
    const daily = dailyBackups(folder);
    rmSync(backupsFolder(folder), { recursive: true, force: true });
    writeFileSync(backupsFolder(folder), 'in the way');
    daily.edited(db);
    const id = await addRig(db, demo);
    await daily.settled();
    expect(daily.problem()).toMatch(/^The automatic backup failed\./);
    expect((await currentRig(db, id))?.rig.name).toBe(demo.name);
    rmSync(backupsFolder(folder));
    expect(readdirSync(join(folder, 'scratch'))).toEqual([]);
  });
  it('is skipped, and that is said, where less than twice the database is free', async () => {
    const done = await makeBackup(folder, 'daily', db.copyTo, Number.MAX_SAFE_INTEGER, 'whole');
    expect(done).toMatchObject({ ok: false, error: expect.stringContaining('less than twice') });
    expect(existsSync(backupsFolder(folder))).toBe(false);
  });
  it('is not kept when it could not be restored', async () => {
    const id = await addRig(db, { ...demo, name: 'Spoilt' });
    await db.write(({ run }) => run('UPDATE "controls" SET "kind" = $1 WHERE "rigId" = $2', ['teapot', id]));
    expect(await makeBackup(folder, 'daily', db.copyTo, sizeOf(db.file), 'whole')).toMatchObject({
      ok: false,
      error: expect.stringContaining('“Spoilt”'),
    });
    await db.write(({ run }) => run('DELETE FROM "rigs" WHERE "id" = $1', [id]));
  });
});

describe('folding a history', () => {
  let n = 0;
  const nowOf = async (id: string): Promise<Rig> => {
    const now = await currentRig(db, id);
    if (!now) throw new Error('gone');
    return now.rig;
  };
  const edit = async (id: string, change: (rig: Rig) => Edit): Promise<void> => {
    const done = await submit(db, id, { editId: `f${n++}`, baseVersion: 0, edit: change(await nowOf(id)) });
    if (!done.ok) throw new Error(JSON.stringify(done.error.problem));
  };
  const named = (to: string) => (rig: Rig) => {
    const [row] = rig.parameters;
    if (!row) throw new Error('demo changed');
    return set('parameters', row, 'name', to);
  };
  it('takes the steps before a state and nothing else: the rig, later states, undo and what the devices hold stay', async () => {
    const id = await addRig(db, demo);
    const ticked = demo.assignments.find((a) => a.entered !== null && a.actions[0]?.type === 'send');
    const box = demo.wires.find((w) => w.translator !== null && w.entered !== null);
    if (!ticked || !box) throw new Error('demo changed');
    const boxHeld = async () => (await heldRig(db, id))?.rig.wires.find((w) => w.id === box.id)?.translator;
    // Entered, then changed twice: only the steps before the fold know what stands in the device.
    await edit(id, (rig) => {
      const row = rig.assignments.find((a) => a.id === ticked.id) ?? ticked;
      // A translator that is set up, taken off with its wire: it is there still.
      return batch('Change', [
        set('assignments', row, 'textShort', 'new'),
        set('assignments', row, 'entered', null),
        remove('wires', box),
      ]);
    });
    for (let i = 0; i < 5; i++) await edit(id, named(`Before ${i}`));
    await nameRevision(db, id, 3, 'An early state');
    await nameRevision(db, id, 6, 'As rehearsed');
    for (let i = 0; i < 4; i++) await edit(id, named(`After ${i}`));
    const before = {
      rig: await nowOf(id),
      held: await heldRig(db, id),
      states: await Promise.all([6, 7, 8, 9, 10].map((v) => rigAt(db, id, v))),
    };
    expect(before.held?.rig.assignments.find((a) => a.id === ticked.id)).toEqual(ticked);
    expect(await boxHeld()).toEqual(box.translator);
    expect(await foldHistory(db, id, 6)).toEqual({ ok: true, value: 6 });
    expect(await nowOf(id)).toEqual(before.rig);
    expect(await heldRig(db, id)).toEqual(before.held);
    expect(await Promise.all([6, 7, 8, 9, 10].map((v) => rigAt(db, id, v)))).toEqual(before.states);
    expect(await rigAt(db, id, 5)).toMatchObject({ ok: false, error: expect.stringContaining('begins at version 6') });
    const history = await historyOf(db, id);
    expect(history).toMatchObject({ begins: 6, version: 10, more: false });
    expect(history?.steps.map((s) => s.version)).toEqual([10, 9, 8, 7]);
    expect(history?.revisions.map((r) => r.name)).toEqual(['As rehearsed']);
    for (let i = 0; i < 4; i++) expect((await undo(db, id, `fu${n++}`, 10)).ok).toBe(true);
    expect((await nowOf(id)).parameters[0]?.name).toBe('Before 4');
    expect((await journalHead(db, id, 10)).undo).toBeNull();
    expect(await foldHistory(db, id, 6)).toMatchObject({ ok: false });
    expect(await nameRevision(db, id, 3, 'Gone')).toBeNull();
    // Folded once more, further on: what was kept of the first fold is carried along.
    expect(await foldHistory(db, id, 12)).toMatchObject({ ok: true });
    expect((await heldRig(db, id))?.rig.assignments.find((a) => a.id === ticked.id)).toEqual(ticked);
    expect(await boxHeld()).toEqual(box.translator);
    expect((await heldRig(db, id))?.whole).toBe(true);
  });
  it('keeps what the devices hold, for any history and any fold (property)', async () => {
    const marks = demo.assignments.filter((a) => a.actions[0]?.type === 'send').slice(0, 4);
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(marks.length - 1), fc.constantFrom('tick', 'untick', 'text', 'both')), {
          minLength: 2,
          maxLength: 14,
        }),
        fc.nat(),
        async (moves, where) => {
          const id = await addRig(db, demo);
          for (const [which, what] of moves)
            await edit(id, (rig) => {
              const row = rig.assignments.find((a) => a.id === marks[which]?.id);
              if (!row) throw new Error('gone');
              const at = { at: '2026-11-27T12:00:00.000Z' };
              const text = set('assignments', row, 'textShort', `${n}`);
              const tick = set('assignments', row, 'entered', what === 'tick' ? at : null);
              return batch('x', what === 'text' ? [text] : what === 'both' ? [text, tick] : [tick]);
            });
          const before = await heldRig(db, id);
          const version = 1 + (where % moves.length);
          expect((await foldHistory(db, id, version)).ok).toBe(true);
          const byId = (held: typeof before) => ({
            ...held,
            rig: { ...held?.rig, assignments: [...(held?.rig.assignments ?? [])].sort((a, b) => (a.id < b.id ? -1 : 1)) },
          });
          expect(byId(await heldRig(db, id))).toEqual(byId(before));
          await db.write(({ run }) => run('DELETE FROM "rigs" WHERE "id" = $1', [id]));
        },
      ),
      { numRuns: 12 },
    );
  }, 60_000);
});

describe('what was deleted', () => {
  it('waits thirty days, is announced at least three before its end, and goes then; what was brought back does not', async () => {
    const [first, second] = [await addRig(db, { ...demo, name: 'Goes' }), await addRig(db, { ...demo, name: 'Comes back' })];
    await deleteRig(db, first);
    await deleteRig(db, second);
    const begin = Date.now();
    const end = (await listRigs(db)).find((r) => r.id === first)?.goesAt ?? '';
    expect(Math.round((Date.parse(end) - begin) / DAY)).toBe(KEPT_DAYS);
    expect(await dueForRemoval(db, begin + 20 * DAY)).toEqual([]);
    expect(await dueForRemoval(db, begin + 29 * DAY)).toEqual([]);
    expect(await dueForRemoval(db, begin + 31 * DAY)).toEqual([]);
    await restoreRig(db, second);
    expect((await dueForRemoval(db, begin + 33 * DAY)).map((d) => d.name)).toEqual(['Goes']);
    expect(await removeForGood(db, [first, second])).toEqual({ ok: true, value: 1 });
    expect((await listRigs(db)).map((r) => r.name)).not.toContain('Goes');
    expect((await currentRig(db, second))?.rig.name).toBe('Comes back');
  });
  it('goes at once for no clock: a first look a year later only announces', async () => {
    const id = await addRig(db, { ...demo, name: 'Long ago' });
    await deleteRig(db, id);
    const later = Date.now() + 365 * DAY;
    expect(await dueForRemoval(db, later)).toEqual([]);
    expect((await dueForRemoval(db, later + 3 * DAY)).map((d) => d.name)).toEqual(['Long ago']);
    await removeForGood(db, [id]);
  });
  it('counts from the update or the restore at the earliest', () => {
    expect(goesAt('2020-01-01T00:00:00.000Z', '2026-11-01T00:00:00.000Z')).toBe('2026-12-01T00:00:00.000Z');
    expect(goesAt('2026-11-10T00:00:00.000Z', '2026-11-01T00:00:00.000Z')).toBe('2026-12-10T00:00:00.000Z');
    expect(goesAt(null, '')).toBeNull();
  });
  it('can be removed though it cannot be read, with a copy that is sound as a file', async () => {
    const id = await addRig(db, { ...demo, name: 'Unreadable' });
    await db.write(({ run }) => run('UPDATE "controls" SET "kind" = $1 WHERE "rigId" = $2', ['teapot', id]));
    await deleteRig(db, id);
    const before = process.env.KEEN_DIAL_DATA;
    process.env.KEEN_DIAL_DATA = folder;
    try {
      const fold = await backedUp(db, 'before-fold', async () => ({ ok: true, value: 'done' }));
      expect(fold).toMatchObject({ ok: false, error: expect.stringContaining('“Unreadable”') });
      expect(await backedUp(db, 'before-removal', () => removeForGood(db, [id]))).toEqual({ ok: true, value: 1 });
    } finally {
      if (before === undefined) delete process.env.KEEN_DIAL_DATA;
      else process.env.KEEN_DIAL_DATA = before;
    }
    expect((await listBackups(folder)).map((b) => b.reason)).toEqual(['before-removal']);
  });
  it('takes its rows, history and trials with it, and nothing of others', async () => {
    const file = join(folder, 'apart.sqlite');
    copyFileSync(db.file, file);
    const id = await addRig(db, { ...demo, name: 'Alone' });
    await deleteRig(db, id);
    expect((await removeForGood(db, [id])).ok).toBe(true);
    const left = await db.read(async ({ all }) => {
      const found: string[] = [];
      for (const table of ['controllers', 'controls', 'assignments', 'journal', 'proofs', 'revisions'])
        if ((await all(`SELECT 1 FROM "${table}" WHERE "rigId" = $1`, [id])).length > 0) found.push(table);
      return found;
    });
    expect(left).toEqual([]);
  });
});
