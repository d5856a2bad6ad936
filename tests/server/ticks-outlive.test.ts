// Two hundred functions, entered, saved and proved, with a trial each: kept as the first commit that knew trials by their plan wrote them (1d389eb). Whatever
// comes later, every tick and every proof stands; what the sheet of that time never showed is told as new, and takes no tick away.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, expect, it } from 'vitest';
import { byFunction, planKey, standingOf } from '@/core/proof';
import { indexRig, stands } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { openDatabase } from '@/server/database/connection';
import { heldRig } from '@/server/rigs/history';
import { currentRig } from '@/server/rigs/journal';
import { proofsOf } from '@/server/rigs/proofs';
import { listRigs } from '@/server/rigs/rigs';

const folder = mkdtempSync(join(tmpdir(), 'keen-dial-ticks-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

it('two hundred ticks and trials outlive every change of the program', async () => {
  const file = join(folder, 'old.sqlite');
  writeFileSync(
    file,
    gunzipSync(readFileSync(resolve(import.meta.dirname, '../fixtures/databases/two-hundred-ticks.sqlite.gz'))),
  );
  const db = await openDatabase(file);
  try {
    const [listed] = await listRigs(db);
    const now = await currentRig(db, listed?.id ?? '');
    if (!now) throw new Error('the rig is gone');
    const index = indexRig(now.rig);
    expect([now.rig.assignments.length, now.rig.landings.length]).toEqual([200, 200]);
    expect([...now.rig.assignments, ...now.rig.landings].filter((r) => !stands(index, r))).toEqual([]);
    expect([...now.rig.assignments, ...now.rig.landings].filter((r) => r.entered?.facts === undefined)).toEqual([]);
    const kept = await proofsOf(db, now.rig.id);
    expect(kept.filter((t) => !t.facts)).toEqual([]);
    const trials = byFunction(kept);
    const states = now.rig.assignments.map((a) => {
      const own = trials.get(a.id) ?? [];
      return [own.length, own[0]?.plan === planKey(index, a), standingOf(index, a, own).state].join(' ');
    });
    expect([...new Set(states)]).toEqual(['1 true proved']);
    // Everything that was ever entered stands in the devices as it is planned.
    const held = await heldRig(db, now.rig.id);
    expect(held?.rig.assignments).toHaveLength(200);
    const sheet = makeSheet(index);
    const lines = [...sheet.controllers, ...sheet.targets]
      .flatMap((u) => u.lines)
      .filter((l) => l.of.type === 'function' || l.of.type === 'landing');
    expect(lines.every((l) => l.entered)).toBe(true);
    const fresh = new Set(lines.flatMap((l) => l.fresh));
    for (const shown of ['number', 'channel', 'type', 'range', 'mode'] as const) expect(fresh.has(shown)).toBe(false);
  } finally {
    await db.close();
  }
});
