// The logbook of rehearsals over a real SQLite file: kept once, in order, carried along by backups, gone with its rig.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type AttemptRecord, attemptRecordSchema } from '@/core/rehearsal';
import { lanternHour } from '@/demo/lantern-hour';
import { addAttempts, readAttempts } from '@/server/actions/attempts';
import { restore } from '@/server/backups/restore';
import type { Database } from '@/server/database/connection';
import { closeFolder, database } from '@/server/folder';
import { attemptsOf, keepAttempts } from '@/server/rigs/attempts';
import { removeForGood } from '@/server/rigs/removal';
import { addRig, deleteRig } from '@/server/rigs/rigs';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-attempts-'));
let db: Database;
beforeAll(async () => {
  process.env.KEEN_DIAL_DATA = folder;
  db = await database();
});
afterAll(async () => {
  await closeFolder();
  rmSync(folder, { recursive: true, force: true });
});

let made = 0;
const someId = fc.constant(null).map(() => `attempt-${++made}`);
/** Without a zero below zero: text and databases have one alone. */
const someTime = fc.double({ noNaN: true, noDefaultInfinity: true }).map((n) => n + 0);
const someFound = fc.record({
  parameterId: fc.constantFrom('p1', 'p2'),
  value: fc.option(someTime),
});
const someAttempt: fc.Arbitrary<AttemptRecord> = fc.record({
  id: someId,
  at: fc.integer({ min: 0, max: 1e6 }).map((n) => new Date(1.7e12 + n * 1000).toISOString()),
  songId: fc.constantFrom('s1', 's2'),
  song: fc.constant('Song “1”'),
  section: fc.constantFrom('', 'Part ½'),
  way: fc.constantFrom('', 'press FS 1; hold FS 2'),
  share: fc.double({ min: 0.5, max: 1.2, noNaN: true }),
  by: fc.constantFrom('panel', 'controller'),
  reached: fc.constantFrom('in-time', 'early', 'late', 'not'),
  ms: fc.option(someTime),
  right: fc.boolean(),
  missing: fc.array(someFound, { maxLength: 3 }),
  elsewhere: fc.subarray(['c1', 'c2']),
  extra: fc.array(
    fc.record({
      does: fc.constantFrom('press', 'hold', 'move', 'button', 'heard'),
      controllerId: fc.constant('c1'),
      controlId: fc.option(fc.constant('k1')),
      ms: someTime,
      moved: fc.array(someFound, { maxLength: 2 }),
    }),
    { maxLength: 2 },
  ),
  leftOut: fc.array(fc.constantFrom('press FS 1; loud', 'hold FS 2'), { maxLength: 3 }),
});

describe('attempts', () => {
  it('come back as they were kept, the newest first, and a repeated one counts once', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(someAttempt, { minLength: 1, maxLength: 6 }), async (attempts) => {
        const id = await addRig(db, lanternHour());
        expect(await addAttempts(id, attempts)).toBeNull();
        expect(await addAttempts(id, [{ ...attempts[0], right: false, section: 'other' }])).toBeNull();
        const times = attempts
          .map((a, i) => [a, i] as const)
          .sort(([a, i], [b, j]) => (a.at < b.at ? 1 : a.at > b.at ? -1 : j - i));
        expect(await readAttempts(id)).toEqual(times.map(([a]) => attemptRecordSchema.parse(JSON.parse(JSON.stringify(a)))));
      }),
      { numRuns: 12 },
    );
  });
  it('of a rig that is gone, or that are not what they should be, are refused with a reason', async () => {
    const [one] = fc.sample(someAttempt, 1);
    if (!one) throw new Error('nothing made');
    const id = await addRig(db, lanternHour());
    expect(await addAttempts('nobody', [one])).toBe('This rig is gone.');
    expect(await addAttempts(id, [{ ...one, reached: 'perhaps' }])).toMatch(/not what it should be/);
    expect(await addAttempts(id, Array(501).fill(one))).toMatch(/not what it should be/);
    expect(await readAttempts('../etc')).toEqual([]);
    expect(await readAttempts(id)).toEqual([]);
  });
  it('come back with a backup, and go with their rig', async () => {
    const attempts = fc.sample(someAttempt, 3);
    const id = await addRig(db, lanternHour());
    await keepAttempts(db, id, attempts);
    const before = await attemptsOf(db, id);
    const file = join(folder, 'good.sqlite');
    await db.copyTo(file);
    await keepAttempts(db, id, fc.sample(someAttempt, 1));
    expect(await attemptsOf(db, id)).toHaveLength(4);
    expect(await restore(db, file, folder)).toMatchObject({ ok: true });
    expect(await attemptsOf(db, id)).toEqual(before);
    await deleteRig(db, id);
    expect((await removeForGood(db, [id])).ok).toBe(true);
    expect(await attemptsOf(db, id)).toEqual([]);
  });
});
