// Rig files as the last commit of each version wrote them: read whole, and written as files of today.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { parseRig, writeRig } from '@/core/formats';
import { alternates, indexRig, type Rig, stands } from '@/core/rig';
import { countToEnter, makeSheet } from '@/core/sheets';

const file = (version: number): string =>
  gunzipSync(readFileSync(resolve(import.meta.dirname, `../fixtures/rigs/version-${version}.json.gz`))).toString();
const read = (text: string): Rig => {
  const rig = parseRig(text);
  if (!rig.ok) throw new Error(JSON.stringify(rig.error));
  return rig.value;
};
type Rows = Record<string, unknown>[];
const without = (rows: Rows, ...fields: readonly string[]): Rows =>
  rows.map((row) => Object.fromEntries(Object.entries(row).filter(([field]) => !fields.includes(field))));
/** What came after a version, taken off a file of today. */
const COUNTERS = ['firstPress'];
const LIGHTS = { assignments: ['colourOff', 'lightBy'], layers: ['blinks'] };

describe('a rig file', () => {
  it('of version 4: what is wanted is assumed, and all else is as it was', () => {
    const was = JSON.parse(file(4));
    expect(was.formatVersion).toBe(4);
    const rig = read(file(4));
    expect(rig.assignments.flatMap((a) => a.wants)).toEqual([]);
    const now = JSON.parse(writeRig(rig));
    expect(now.formatVersion).toBeGreaterThan(4);
    const back = {
      ...now,
      formatVersion: 4,
      counters: without(now.counters, ...COUNTERS),
      assignments: without(now.assignments, 'wants', ...LIGHTS.assignments),
      layers: without(now.layers, 'entered', ...LIGHTS.layers),
    };
    expect(back).toEqual(was);
  });
  it('of version 5: every tick stands, to the letter as it was, and what its sheet never showed is new on the sheet', () => {
    const was = JSON.parse(file(5));
    expect(was.formatVersion).toBe(5);
    const rig = read(file(5));
    const now = JSON.parse(writeRig(rig));
    const back = {
      ...now,
      formatVersion: 5,
      counters: without(now.counters, ...COUNTERS),
      assignments: without(now.assignments, ...LIGHTS.assignments),
      layers: without(now.layers, 'entered', ...LIGHTS.layers),
    };
    expect(back).toEqual(was);
    const index = indexRig(rig);
    const ticked = [...rig.assignments, ...rig.landings].filter((r) => r.entered !== null);
    expect(ticked.length).toBeGreaterThan(50);
    expect(ticked.filter((r) => !stands(index, r))).toEqual([]);
    // Its layers had no line to tick.
    const open = [...rig.assignments, ...rig.landings].filter((r) => r.entered === null).length;
    expect(countToEnter(index)).toBe(open + rig.layers.length);
    const lines = makeSheet(index).controllers.flatMap((c) => c.lines);
    expect(lines.every((l) => l.fresh.every((f) => f !== 'number' && f !== 'channel'))).toBe(true);
  });
  it('of version 6: lights are steady and as their controller does it, and every tick stands', () => {
    const was = JSON.parse(file(6));
    expect(was.formatVersion).toBe(6);
    const rig = read(file(6));
    const now = JSON.parse(writeRig(rig));
    const back = {
      ...now,
      formatVersion: 6,
      counters: without(now.counters, ...COUNTERS),
      assignments: without(now.assignments, ...LIGHTS.assignments),
      layers: without(now.layers, ...LIGHTS.layers),
    };
    expect(back).toEqual(was);
    const index = indexRig(rig);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
  });
  it('of version 7: counters move on at the first press, and every tick stands', () => {
    const was = JSON.parse(file(7));
    expect(was.formatVersion).toBe(7);
    const rig = read(file(7));
    const now = JSON.parse(writeRig(rig));
    expect({ ...now, formatVersion: 7, counters: without(now.counters, ...COUNTERS) }).toEqual(was);
    const index = indexRig(rig);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
  });
  it('of version 8: every action is done on every press, and every tick stands', () => {
    const was = JSON.parse(file(8));
    expect(was.formatVersion).toBe(8);
    const rig = read(file(8));
    expect({ ...JSON.parse(writeRig(rig)), formatVersion: 8 }).toEqual(was);
    expect(rig.assignments.some((a) => alternates(a.actions))).toBe(false);
    const index = indexRig(rig);
    for (const row of [...rig.assignments, ...rig.landings, ...rig.layers])
      expect([row.id, stands(index, row)]).toEqual([row.id, row.entered !== null]);
  });
});
