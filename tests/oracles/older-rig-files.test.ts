// Rig files as the last commit of each version wrote them: read whole, and written as files of today.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { expect, it } from 'vitest';
import { parseRig, writeRig } from '@/core/formats';

const old = gunzipSync(readFileSync(resolve(import.meta.dirname, '../fixtures/rigs/version-4.json.gz'))).toString();

it('of version 4: what is wanted is assumed, and all else is as it was', () => {
  const was = JSON.parse(old);
  expect(was.formatVersion).toBe(4);
  const read = parseRig(old);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  expect(read.value.assignments.flatMap((a) => a.wants)).toEqual([]);
  const now = JSON.parse(writeRig(read.value));
  expect(now.formatVersion).toBe(5);
  const without = { ...now, formatVersion: 4, assignments: now.assignments.map(({ wants: _, ...a }: { wants: unknown }) => a) };
  expect(without).toEqual(was);
});
