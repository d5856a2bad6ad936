// The layer over SQLite: every read is one moment, no value from outside stands in a statement, and undo and redo are found by an index.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeRig } from '@/core/formats';
import { batch, insert, remove, set } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { lanternTrials } from '@/demo/trials';
import { type Database, openDatabase } from '@/server/database/connection';
import { exportOf } from '@/server/rigs/export';
import { foldHistory, stepsBefore } from '@/server/rigs/folding';
import { dropRevision, heldRig, historyOf, nameRevision, renameRevision, rigAt } from '@/server/rigs/history';
import { previewFile, takeFile } from '@/server/rigs/import';
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
import { keepProof, proofsOf } from '@/server/rigs/proofs';
import { dueForRemoval, removeForGood } from '@/server/rigs/removal';
import { addRig, copyRig, deleteRig, listRigs, newRig, renameRig, restoreRig } from '@/server/rigs/rigs';
import { journalHead, redo, submit, undo } from '../kit/journal';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-database-'));
const statements: string[] = [];
let db: Database;
beforeAll(async () => {
  db = await openDatabase(join(folder, 'test.sqlite'), { log: (sql) => statements.push(sql) });
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});
const demo = lanternHour();

describe('a read', () => {
  it('is one moment: exports, lists and histories beside edits of two rows at once are never torn', async () => {
    const id = await addRig(db, demo);
    const [first, second] = [demo.parameters[0], demo.controls[0]];
    if (!first || !second) throw new Error('demo changed');
    let on = true;
    const editing = (async () => {
      let was = ['', ''] as readonly [string, string];
      for (let i = 0; on; i++) {
        const to = `mark ${i}`;
        const edit = batch(to, [
          set('parameters', { ...first, note: was[0] || first.note }, 'note', to),
          set('controls', { ...second, family: was[1] || second.family }, 'family', to),
        ]);
        const done = await submit(db, id, { editId: `t${i}`, baseVersion: i, edit });
        if (!done.ok) throw new Error(JSON.stringify(done.error.problem));
        was = [to, to];
      }
    })();
    // From the disk and not from memory: every third look forgets what is kept.
    for (let i = 0; i < 120; i++) {
      const text = (await exportOf(db, id))?.text ?? '';
      const rig = JSON.parse(text);
      const [note, family] = [rig.parameters[0].note, rig.controls[0].family];
      if (String(note).startsWith('mark')) expect(family).toBe(note);
      const history = await historyOf(db, id);
      expect(history?.steps[0]?.version ?? 0).toBe(history?.version);
      const now = await journalHead(db, id, 0);
      expect(now.entries.length).toBe(now.version);
      expect(now.undo).toBe(now.entries.at(-1)?.label ?? null);
    }
    on = false;
    await editing;
  }, 60_000);
  it('loads all rows of a rig from one moment, also where nothing is kept in memory', async () => {
    const id = await addRig(db, demo);
    const other = await openDatabase(db.file);
    const [first, second] = [demo.parameters[0], demo.controls[0]];
    if (!first || !second) throw new Error('demo changed');
    let on = true;
    const editing = (async () => {
      for (let i = 0; on; i++)
        await other.write(async ({ run }) => {
          await run('UPDATE "parameters" SET "note" = $1 WHERE "rigId" = $2 AND "id" = $3', [`m${i}`, id, first.id]);
          await run('UPDATE "controls" SET "family" = $1 WHERE "rigId" = $2 AND "id" = $3', [`m${i}`, id, second.id]);
          await run('UPDATE "rigs" SET "version" = "version" + 1 WHERE "id" = $1', [id]);
        });
    })();
    let torn = 0;
    for (let i = 0; i < 150; i++) {
      const now = await currentRig(db, id);
      const note = now?.rig.parameters.find((p) => p.id === first.id)?.note;
      if (note?.startsWith('m') && now?.rig.controls.find((c) => c.id === second.id)?.family !== note) torn++;
    }
    on = false;
    await editing;
    await other.close();
    expect(torn).toBe(0);
  }, 60_000);
  it('that nobody can write through: a reader refuses to change anything', async () => {
    await expect(db.read(({ all }) => all('DELETE FROM "rigs"'))).rejects.toThrow();
  });
});

describe('no value from outside', () => {
  it('stands in the text of any statement, whatever is done', async () => {
    statements.length = 0;
    const mark = 'Zq7x';
    const { rig: trial, records } = lanternTrials(demo);
    const rig = {
      ...trial,
      name: `${mark} rig`,
      notes: `${mark} notes`,
      parameters: trial.parameters.map((p) => ({ ...p, name: `${mark} ${p.name}`, note: `${mark}'"; --` })),
    };
    const id = await addRig(db, rig, `${mark}-rig`);
    const [p] = rig.parameters;
    if (!p) throw new Error('demo changed');
    await submit(db, id, {
      editId: `${mark}-e1`,
      baseVersion: 0,
      edit: set('parameters', p, 'name', `${mark} '; DROP TABLE rigs; --`),
    });
    await submit(db, id, {
      editId: `${mark}-e2`,
      baseVersion: 1,
      edit: insert('songs', {
        id: `${mark}-song`,
        order: 1,
        name: `${mark} song`,
        bpm: 90,
        beatsPerBar: 4,
        sections: [],
        note: mark,
      }),
    });
    await submit(db, id, {
      editId: `${mark}-e3`,
      baseVersion: 2,
      edit: remove('songs', {
        id: `${mark}-song`,
        order: 1,
        name: `${mark} song`,
        bpm: 90,
        beatsPerBar: 4,
        sections: [],
        note: mark,
      }),
    });
    await undo(db, id, `${mark}-u`, 3);
    await redo(db, id, `${mark}-r`, 4);
    await renameRig(db, id, `${mark} renamed`);
    const revision = await nameRevision(db, id, 2, `${mark} state`);
    await renameRevision(db, id, revision ?? '', `${mark} state two`);
    await historyOf(db, id);
    await rigAt(db, id, 1);
    await heldRig(db, id);
    await dropRevision(db, id, revision ?? '');
    await stepsBefore(db, id, 2);
    expect(await foldHistory(db, id, 2)).toMatchObject({ ok: true });
    for (const r of records.slice(0, 3)) await keepProof(db, id, { ...r, who: mark, asked: `${mark} asked` });
    await proofsOf(db, id, `${mark}`);
    const entry = await makeEntry(db, 'controller-template', `${mark} board`, {
      type: 'unit',
      rigId: id,
      unitId: rig.controllers[0]?.id ?? '',
    });
    if (!entry.ok) throw new Error(entry.error);
    await publish(db, entry.value, `${mark} label`);
    await versionsOf(db, entry.value);
    await publishedRig(db, entry.value, 1);
    const template = await saveRigTemplate(db, id, `${mark} template`, 'anew');
    await startFromTemplate(db, template ?? '', `${mark} started`);
    await previewFile(db, writeRig(rig));
    await takeFile(db, writeRig(rig), null);
    await exportOf(db, entry.value);
    await newRig(db, `${mark} new`);
    await copyRig(db, id);
    await listRigs(db);
    await listEntries(db);
    await deleteRig(db, id);
    await restoreRig(db, id);
    await deleteRig(db, id);
    await dueForRemoval(db);
    await removeForGood(db, [id]);
    expect(statements.length).toBeGreaterThan(150);
    expect(statements.filter((s) => s.includes(mark) || s.includes(entry.value) || s.includes('DROP TABLE rigs'))).toEqual([]);
    // Numbers and words of SQL itself are all that stands there: no text but the program's own literals.
    const literals = new Set(statements.flatMap((s) => s.match(/'(?:[^']|'')*'/g) ?? []));
    expect([...literals].sort()).toEqual(
      ["'controller-template'", "'edit'", "'epoch'", "'keptFrom'", "'rig'", "'rig-template'", "'target-profile'"].filter((l) =>
        literals.has(l),
      ),
    );
  }, 60_000);
  it('is changed on its way: any text comes back to the letter', async () => {
    const nasty = ["it's", '"', '\\', '%', '_', '$1', '?', ':a', '\u0000', '\n', '😀', 'x'.repeat(4000)];
    await db.write(async ({ insert, one }) => {
      for (const [i, value] of nasty.entries()) {
        await insert('meta', [{ name: `nasty ${i}`, value }]);
        expect((await one('SELECT "value" FROM "meta" WHERE "value" = $1', [value]))?.value).toBe(value);
      }
    });
  });
});

describe('the journal', () => {
  it('is asked for undo and redo by indexes of their own', async () => {
    const id = await addRig(db, demo);
    statements.length = 0;
    await journalHead(db, id, 0);
    const asked = statements.filter((s) => s.includes('LIMIT 1') && s.includes('"journal"'));
    expect(asked).toHaveLength(2);
    const plans = await db.read(async ({ all }) =>
      Promise.all(
        asked.map(async (sql) => (await all(`EXPLAIN QUERY PLAN ${sql}`, [id])).map((r) => String(r.detail)).join('; ')),
      ),
    );
    expect(plans[0]).toContain('journal_undo');
    expect(plans[1]).toContain('journal_redo');
    for (const plan of plans) expect(plan).not.toContain('TEMP B-TREE');
    const discard = await db.read(({ all }) =>
      all('EXPLAIN QUERY PLAN UPDATE "journal" SET "discarded" = 1 WHERE "rigId" = $1 AND "undone" = 1 AND "discarded" = 0', [
        id,
      ]),
    );
    expect(discard.map((r) => String(r.detail)).join('; ')).toContain('journal_redo');
  });
});
