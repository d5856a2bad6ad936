// Definitions of more than 80 lines, each with its length: they are to become fewer. None comes to the list and none grows; one that
// was split leaves it. KEEN_DIAL_WRITE=1 writes the list anew and refuses to make it longer.
import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, it } from 'vitest';
import { definitionsBelow } from '../../scripts/definitions.mjs';

const root = resolve(import.meta.dirname, '../..');
const path = resolve(root, 'tests/fixtures/long-definitions.json');
const LONG = 80;

it('no definition is long that is not known to be, and none grows', () => {
  const known: Readonly<Record<string, number>> = JSON.parse(readFileSync(path, 'utf8'));
  const now = Object.fromEntries(
    definitionsBelow(root)
      .filter((d) => d.lines > LONG)
      .map((d) => [`${d.place} ${d.name}`, d.lines] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
  const worse = Object.entries(now).filter(([name, lines]) => lines > (known[name] ?? LONG));
  expect(worse).toEqual([]);
  if (process.env.KEEN_DIAL_WRITE) writeFileSync(path, `${JSON.stringify(now, null, 2)}\n`);
  else expect(Object.keys(known).filter((name) => now[name] === undefined)).toEqual([]);
});
