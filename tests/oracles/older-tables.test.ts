// Tables that commit 1d389eb wrote, with names that a spreadsheet would run, and what its own reader made of them: both kept as files.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, it } from 'vitest';
import { parseParameters } from '@/core/formats';

const at = (name: string): string => readFileSync(resolve(import.meta.dirname, '../fixtures/csv', name), 'utf8');

it.each(['csv', 'tsv'])('read back as they did there: %s', (format) => {
  const read = parseParameters(at(`parameters.${format}`));
  expect(read.good.length).toBe(20);
  const was = JSON.parse(at(`parameters.${format}.json`));
  const since = { atEnd: 'wrap', needsFront: false, states: null, launch: 'target', whileWaiting: 'waits-too' };
  const good = was.good.map((line: object) => ({ ...line, ...since }));
  expect(read).toEqual({ ...was, good, numbers: new Map() });
});
