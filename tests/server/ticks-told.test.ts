// Ticks and trials of before, with a time and a key alone: step 021 gives them what was entered and planned when they were made, by the journal.
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import fc from 'fast-check';
import { afterAll, expect, it } from 'vitest';
import { type ProofRecord, planFacts, planKey, standingOf } from '@/core/proof';
import { type Assignment, type Counter, type Edit, indexRig, insert, type Rig, remove, set, stands } from '@/core/rig';
import { openDatabase } from '@/server/database/connection';
import { ticksTold } from '@/server/database/migrations/021-ticks-told';
import { type Connection, connect } from '@/server/database/sql';
import { rigAt } from '@/server/rigs/history';
import { currentRig } from '@/server/rigs/journal';
import { proofsOf } from '@/server/rigs/proofs';
import { addRig } from '@/server/rigs/rigs';
import { redo, undo } from '../kit/journal';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, smallRig } from '../kit/small-rig';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-told-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
let files = 0;
const newFile = (): string => join(folder, `${files++}.sqlite`);
const at = (minute: number): string => `2026-05-04T12:${String(minute).padStart(2, '0')}:00.000Z`;

/** Puts steps behind the journal of a rig as a program of before would have, a minute apart from 12:10 on: of the rows of today, only the version is written. */
async function write(raw: Connection, rigId: string, edits: readonly Edit[]): Promise<void> {
  const steps = edits.map((edit, i) => ({
    rigId,
    version: i + 1,
    editId: `e${i}`,
    kind: 'edit',
    label: 'x',
    edit: JSON.stringify(edit),
    at: at(10 + i),
    undone: 0,
    discarded: 0,
  }));
  await raw.insert('journal', steps);
  await raw.run('UPDATE "rigs" SET "version" = $1 WHERE "id" = $2', [edits.length, rigId]);
}

/** A trial of before: with the key of the plan alone. */
const trial = (id: string, of: Assignment, plan: string, minute: number): ProofRecord => ({
  id,
  assignmentId: of.id,
  at: at(minute),
  outcome: 'failed',
  by: 'device',
  who: '',
  port: '',
  versions: '',
  plan,
  facts: null,
  asked: 'Press',
  heard: [],
  causes: [],
});

/** A database of step 020 with a rig in it, its journal and its trials, brought up to date. */
async function broughtUp(rig: Rig, edits: readonly Edit[], trials: readonly ProofRecord[], fold: string | null = null) {
  const file = newFile();
  const db = await openDatabase(file);
  const id = await addRig(db, rig);
  await db.close();
  const raw = await connect(file, { mode: 'write' });
  await write(raw, id, edits);
  for (const { causes, heard, facts: _facts, ...rest } of trials)
    await raw.insert('proofs', [
      { rigId: id, ...rest, causes: JSON.stringify(causes), heard: JSON.stringify(heard), facts: null },
    ]);
  if (fold) await raw.insert('folds', [{ rigId: id, version: 0, held: fold, at: at(0) }]);
  await ticksTold.up(raw);
  await raw.close();
  return { db: await openDatabase(file), id };
}

const counts: Counter = {
  id: 'c1',
  order: 1,
  controllerId: 'board',
  name: 'Shots',
  from: 0,
  to: 3,
  step: 1,
  atEnd: 'wrap',
  start: 0,
  firstPress: 'moves-on',
};
const old = { at: at(5) };
const counting: Assignment = {
  ...assignment({ message: cc(30), behaviour: { type: 'stepping', counterId: 'c1' }, meant: [] }),
  entered: old,
};
/** The rig with one function that counts, up to a number. */
const upTo = (to: number): Rig => ({ ...smallRig([]), counters: [{ ...counts, to }], assignments: [counting] });

it('a counter that changed since has to be entered again, and taken back it stands: the tick is told by the state in which it was set', async () => {
  const { db, id } = await broughtUp(upTo(7), [set('counters', counts, 'to', 7)], []);
  try {
    const stand = async (): Promise<boolean> => {
      const found = await currentRig(db, id);
      const row = found?.rig.assignments[0];
      return found !== null && row !== undefined && stands(indexRig(found.rig), row);
    };
    expect(await stand()).toBe(false);
    const began = await rigAt(db, id, 0);
    expect(began.ok && began.value.assignments[0]?.entered?.facts).toMatchObject({ actions: [{ counter: { to: 3 } }] });
    expect((await undo(db, id, 'u', 1)).ok).toBe(true);
    expect(await stand()).toBe(true);
    expect((await redo(db, id, 'r', 2)).ok).toBe(true);
    expect(await stand()).toBe(false);
  } finally {
    await db.close();
  }
});

it('a tick set between two changes says what stood between them, in its row and in every step that saw it', async () => {
  const bare = { ...counting, entered: null };
  const middle = { ...counts, to: 5 };
  const gone = { ...counting, id: 'a2', entered: { at: at(6) } };
  const edits: readonly Edit[] = [
    insert('assignments', { ...gone, entered: null }),
    set('assignments', { ...gone, entered: null }, 'entered', gone.entered),
    remove('assignments', gone),
    set('counters', counts, 'to', 5),
    set('assignments', bare, 'entered', old),
    set('counters', middle, 'to', 7),
  ];
  const { db, id } = await broughtUp(upTo(7), edits, []);
  try {
    const most = async (version: number, row: string): Promise<unknown> => {
      const then = await rigAt(db, id, version);
      if (!then.ok) throw new Error(then.error);
      const facts = then.value.assignments.find((a) => a.id === row)?.entered?.facts;
      return facts && JSON.stringify(facts).match(/"to":(\d)/)?.[1];
    };
    expect([await most(6, 'a1'), await most(5, 'a1'), await most(2, 'a2')]).toEqual(['5', '5', '3']);
    for (let i = 0; i < edits.length; i++) expect((await undo(db, id, `u${i}`, 6)).ok).toBe(true);
    for (let i = 0; i < edits.length; i++) expect((await redo(db, id, `r${i}`, 6)).ok).toBe(true);
  } finally {
    await db.close();
  }
});

it('a trial gets the facts of the state that it was made in; one whose plan is in no state keeps its key', async () => {
  const before = upTo(3);
  const key = planKey(indexRig(before), counting);
  const made = [trial('early', counting, key, 5), trial('late', counting, key, 30), trial('of-nothing', counting, 'x', 30)];
  const { db, id } = await broughtUp(upTo(7), [set('counters', counts, 'to', 7)], made);
  try {
    const trials = await proofsOf(db, id);
    const found = await currentRig(db, id);
    if (!found) throw new Error('the rig is gone');
    const index = indexRig(found.rig);
    const told = (name: string): readonly ProofRecord[] => trials.filter((t) => t.id === name);
    expect(told('late')[0]?.facts).toEqual(planFacts(index, counting));
    expect(told('early')[0]?.facts).toEqual(planFacts(indexRig(before), counting));
    expect(told('of-nothing')[0]?.facts ?? null).toBeNull();
    expect(standingOf(index, counting, told('late')).state).toBe('failed');
    expect(standingOf(index, counting, told('early')).state).toBe('untried');
  } finally {
    await db.close();
  }
});

it('a step that is gone ends the way back: what is known is what lies after it', async () => {
  const made = await broughtUpWithout(2);
  expect(made).toMatchObject({ actions: [{ counter: { to: 5 } }] });
});

/** What the tick says where one of three changes of its counter is missing from the journal. */
async function broughtUpWithout(version: number): Promise<unknown> {
  const file = newFile();
  const db = await openDatabase(file);
  const id = await addRig(db, upTo(5));
  await db.close();
  const raw = await connect(file, { mode: 'write' });
  const between = (from: number, to: number): Edit => set('counters', { ...counts, to: from }, 'to', to);
  await write(raw, id, [between(3, 4), between(4, 6), between(6, 5)]);
  await raw.run('DELETE FROM "journal" WHERE "version" = $1', [version]);
  await raw.run('UPDATE "journal" SET "edit" = $1 WHERE "version" = 3', [JSON.stringify(between(5, 5))]);
  await ticksTold.up(raw);
  const row = await raw.one('SELECT "entered" FROM "assignments" WHERE "rigId" = $1', [id]);
  await raw.close();
  return JSON.parse(String(row?.entered)).facts;
}

it('what is kept of folded steps is told too', async () => {
  const fold = JSON.stringify({ assignments: [['a9', { ...counting, id: 'a9' }]], landings: [], whole: true });
  const { db, id } = await broughtUp(upTo(3), [], [], fold);
  try {
    const row = await db.read(({ one }) => one('SELECT "held" FROM "folds" WHERE "rigId" = $1', [id]));
    expect(JSON.parse(String(row?.held)).assignments[0][1].entered).toMatchObject({ at: old.at, facts: { control: 'fs1' } });
  } finally {
    await db.close();
  }
});

it('whatever was ticked stands where nothing changed since: the frozen rule tells what the sheet of today keeps', async () => {
  const file = newFile();
  const db = await openDatabase(file);
  const ids: string[] = [];
  for (const made of fc.sample(someRichRig, { numRuns: 25 }).map(richRig)) {
    const ticked = <T extends { readonly entered: unknown }>(row: T): T => ({ ...row, entered: old });
    // Before that step nothing heard more than its own channel.
    const landings = made.landings.map((l) => ticked({ ...l, channels: 'one' as const }));
    // And no controller sent a clock of its own.
    const clockless = made.assignments.map((a) => ({
      ...a,
      actions: a.actions.map((x): typeof x => (x.type === 'tempo' ? { type: 'wait', ms: 0 } : x)),
    }));
    ids.push(await addRig(db, { ...made, assignments: clockless.map(ticked), landings }));
  }
  await db.close();
  const raw = await connect(file, { mode: 'write' });
  await ticksTold.up(raw);
  await raw.close();
  const later = await openDatabase(file);
  try {
    for (const id of ids) {
      const found = await currentRig(later, id);
      if (!found) throw new Error('the rig is gone');
      const index = indexRig(found.rig);
      for (const row of [...found.rig.assignments, ...found.rig.landings])
        expect([row.entered?.facts === undefined, stands(index, row)], JSON.stringify(row)).toEqual([false, true]);
    }
  } finally {
    await later.close();
  }
});

it.each(['001', '007', '019'])('a database of version %s keeps every tick, each with what was entered', async (version) => {
  const file = newFile();
  copyFileSync(resolve(import.meta.dirname, `../fixtures/databases/${version}.sqlite`), file);
  const db = await openDatabase(file);
  try {
    const found = await currentRig(db, 'lantern-hour');
    if (!found) throw new Error('the rig is gone');
    const index = indexRig(found.rig);
    const ticked = [...found.rig.assignments, ...found.rig.landings].filter((r) => r.entered !== null);
    expect(ticked.length).toBeGreaterThan(20);
    expect(ticked.filter((r) => r.entered?.facts === undefined || !stands(index, r))).toEqual([]);
  } finally {
    await db.close();
  }
});
