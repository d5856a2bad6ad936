// Trials over a real SQLite file: kept once, in order, and out as a record.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeProofs } from '@/core/formats';
import { byFunction, coverageOf, standingOf } from '@/core/proof';
import { indexRig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { lanternTrials } from '@/demo/trials';
import { addProof, readProofs } from '@/server/actions/proofs';
import type { Database } from '@/server/database/connection';
import { closeFolder, database } from '@/server/folder';
import { keepProof, proofsOf } from '@/server/rigs/proofs';
import { addRig } from '@/server/rigs/rigs';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-proofs-'));
const { rig, records } = lanternTrials(lanternHour());
let db: Database;
beforeAll(async () => {
  process.env.KEEN_DIAL_DATA = folder;
  db = await database();
});
afterAll(async () => {
  await closeFolder();
  rmSync(folder, { recursive: true, force: true });
});

const [first] = records;
if (!first) throw new Error('the demo has trials');

describe('trials', () => {
  it('come back as they were kept, the newest first, and a repeated one counts once', async () => {
    const id = await addRig(db, rig);
    for (const r of records) expect(await addProof(id, r)).toBeNull();
    expect(await addProof(id, { ...first, outcome: 'failed' })).toBeNull();
    const read = await readProofs(id);
    expect(read).toEqual([...records].reverse());
    expect(await proofsOf(db, id, first.at)).toHaveLength(records.length - 1);
  });
  it('of a rig that is gone, or that are not what they should be, are refused with a reason', async () => {
    const id = await addRig(db, rig);
    expect(await addProof('nobody', first)).toBe('This rig is gone.');
    expect(await addProof(id, { ...first, outcome: 'perhaps' })).toMatch(/not what it should be/);
    expect(await addProof(id, { ...first, heard: Array(1001).fill({ atMs: 0, word: 1 }) })).toMatch(/not what it should be/);
    expect(await readProofs('../etc')).toEqual([]);
    expect(await keepProof(db, id, first)).toBe(true);
  });
});

describe('the demo', () => {
  const index = indexRig(rig);
  const trials = byFunction(records);
  const standing = (name: string, gesture: string) => {
    const a = rig.assignments.find(
      (x) =>
        index.controls.get(x.controlId)?.name === name && x.gesture.type === gesture && (x.bank ?? 1) === 1 && x.layerId === null,
    );
    return a ? standingOf(index, a, trials.get(a.id) ?? []).state : null;
  };
  it('shows every way in which a function can stand', () => {
    expect([
      standing('FS 1', 'press'),
      standing('Ex 1', 'move'),
      standing('FS 7', 'press'),
      standing('FS 8', 'hold'),
      standing('P 1', 'press'),
    ]).toEqual(['proved', 'failed', 'stale', 'skipped', 'untried']);
    expect(coverageOf(index).proved).toBe(rig.assignments.filter((a) => a.proved).length);
  });
  it('writes a record with a line for each trial and for each function without one', () => {
    const { data } = Papa.parse<Record<string, string>>(writeProofs(index, [...records].reverse()), {
      header: true,
      skipEmptyLines: true,
    });
    const untried = rig.assignments.filter((a) => !trials.has(a.id)).length;
    expect(data).toHaveLength(records.length + untried);
    const pedal = data.find((line) => line.control === 'Ex 1');
    expect(pedal).toMatchObject({
      outcome: 'failed',
      'messages from': 'device',
      by: 'Ilse',
      stands: 'failed',
      causes: 'It never reaches its ends',
    });
    expect(pedal?.arrived).toMatch(/^CC 113 = \d+, ch 5; .*and \d+ more$/);
    expect(data.at(-1)).toMatchObject({ stands: 'untried', outcome: '', arrived: '' });
  });
});
