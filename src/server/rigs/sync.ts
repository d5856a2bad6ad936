// What a window asks of the journal and is answered: the other half of core/sync.
import { err, ok, type Result } from '@/core/base';
import type { Done, Head, Opened, Queued, Since } from '@/core/sync';
import { type Database, type Reading, reading, type Source, type Writing } from '../database/connection';
import type { Told } from './events';
import { foldOf } from './folds';
import {
  currentRig,
  type Entry,
  entryOf,
  type Far,
  redoable,
  type SubmitProblem,
  stepsAround,
  takeEdit,
  takeStep,
  undoable,
  versionOf,
} from './journal';

/** A refusal, with where the journal stands; the head is null where there is no such rig. */
export interface Refused {
  readonly problem: SubmitProblem;
  readonly head: Head | null;
}

/** Takes one thing of a window's queue: nothing where the window knows another journal than this one. */
export function post(db: Database, rigId: string, item: Queued, since: Since, far?: Far): Promise<Result<Head, Refused>> {
  return db.write(async (writing) => {
    const before = await headOf(writing, rigId, since);
    if (!before) return err({ problem: { type: 'no-rig' }, head: null });
    if (before.since !== 'known') return ok(before);
    const done = await take(writing, rigId, item, far);
    // Its own edit came with the question: the answer does not carry it back.
    const own = item.edit === null ? since.own : [...since.own, item.id];
    const head = await headOf(writing, rigId, { ...since, own });
    if (!done.ok) return err({ problem: done.error, head });
    return head ? ok(head) : err({ problem: { type: 'no-rig' }, head: null });
  });
}

const take = (writing: Writing, rigId: string, item: Queued, far?: Far): Promise<Result<null, SubmitProblem>> =>
  item.kind === 'edit'
    ? takeEdit(writing, rigId, item.id, item.edit, far)
    : takeStep(writing, rigId, { editId: item.id, kind: item.kind, of: item.of }, far);

/** Where the journal stands, and what came after the version that a window knows; null where there is no such rig. */
export function headOf(source: Source, rigId: string, since: Since): Promise<Head | null> {
  return reading(source, async (now) => {
    const found = await versionOf(now, rigId);
    if (!found) return null;
    const known = await knows(now, rigId, found, since);
    const rows =
      known === 'known'
        ? await now.all('SELECT * FROM "journal" WHERE "rigId" = $1 AND "version" > $2 ORDER BY "version"', [
            rigId,
            since.version,
          ])
        : [];
    const own = new Set(since.own);
    const entries = rows.map(entryOf).map(({ version, editId: id, kind, label, edit }) => {
      return { version, id, kind, label, edit: own.has(id) ? null : edit };
    });
    return { ...found, since: known, entries, ...(await next(now, rigId)) };
  });
}

/** The id of the entry that led to a version; null where the journal does not reach so far down. */
async function entryAt({ one }: Reading, rigId: string, version: number): Promise<string | null> {
  const row = await one('SELECT "editId" FROM "journal" WHERE "rigId" = $1 AND "version" = $2', [rigId, version]);
  return row ? String(row.editId) : null;
}

/** Whether what a window takes for the newest entry is in this journal. What was folded away may have been there. */
async function knows(
  now: Reading,
  rigId: string,
  here: Pick<Head, 'epoch' | 'version'>,
  { epoch, version, newest }: Since,
): Promise<Head['since']> {
  if (epoch !== here.epoch || version > here.version) return 'foreign';
  const folded = (await foldOf(now, rigId))?.version ?? 0;
  if (folded > 0 && (version < folded || (version === folded && newest !== null))) return 'folded';
  return (await entryAt(now, rigId, version)) === newest ? 'known' : 'foreign';
}

async function next(now: Reading, rigId: string): Promise<Pick<Head, 'undo' | 'redo'>> {
  const [last, first] = [await undoable(now, rigId), await redoable(now, rigId)];
  return {
    undo: last && { id: last.editId, label: last.label },
    redo: first && { id: first.editId, label: first.label },
  };
}

/** How a rig's journal stands, as open tabs are told; null where there is no such rig. */
export function toldOf(source: Source, rigId: string): Promise<Told | null> {
  return reading(source, async (now) => {
    const found = await versionOf(now, rigId);
    return found && { ...found, newest: await entryAt(now, rigId, found.version) };
  });
}

/** How the journals of all rigs stand, and in which life of the database. */
export function toldOfAll(
  source: Source,
): Promise<{ readonly epoch: string; readonly rigs: readonly (Told & { readonly rigId: string })[] }> {
  return reading(source, async ({ all, one }) => {
    const epoch = String((await one(`SELECT "value" FROM "meta" WHERE "name" = 'epoch'`))?.value ?? '');
    const rows = await all(
      `SELECT "id", "version",
        (SELECT "editId" FROM "journal" WHERE "rigId" = "rigs"."id" AND "journal"."version" = "rigs"."version") AS "newest"
        FROM "rigs" WHERE "deletedAt" IS NULL`,
    );
    const rigs = rows.map(({ id, version, newest }) => {
      return { rigId: String(id), version: Number(version), epoch, newest: newest === null ? null : String(newest) };
    });
    return { epoch, rigs };
  });
}

/** A rig as a window opens it; null where there is none. */
export function openedRig(source: Source, rigId: string): Promise<Opened | null> {
  return reading(source, async (now) => {
    const current = await currentRig(now, rigId);
    if (!current) return null;
    const { rig, version, epoch } = current;
    const { back, forth } = await stepsAround(now, rigId, STEPS);
    const newest = await entryAt(now, rigId, version);
    return { epoch, confirmed: { rig, version, newest }, past: doneOf(back), future: doneOf(forth) };
  });
}

/** So many steps back and forth come with a rig: whoever presses undo quickly need not wait for an answer in between. */
const STEPS = 20;
/** Most characters of an edit that is not the next one: a longer one is told by its name alone, and the journal knows the rest. */
const LONG = 1000;

/** Steps as a window holds them: the next one last. */
const doneOf = (steps: readonly Entry[]): readonly Done[] =>
  steps
    .map(({ editId: id, label, edit }, n): Done => {
      const told = n === 0 || JSON.stringify(edit).length <= LONG;
      return { id, label, edit: told ? edit : null, neverSent: false };
    })
    .toReversed();

/** Ids that are looked for at once. */
const MANY = 400;

/** Which of some ids are in the journal of a rig already. */
export function knownOf(source: Source, rigId: string, ids: readonly string[]): Promise<readonly string[]> {
  return reading(source, async (now) => {
    const known = new Set<string>();
    for (let at = 0; at < ids.length; at += MANY) {
      const some = ids.slice(at, at + MANY);
      const places = some.map((_, n) => `$${n + 2}`).join(', ');
      const rows = await now.all(`SELECT "editId" FROM "journal" WHERE "rigId" = $1 AND "editId" IN (${places})`, [
        rigId,
        ...some,
      ]);
      for (const row of rows) known.add(String(row.editId));
    }
    return ids.filter((id) => known.has(id));
  });
}
