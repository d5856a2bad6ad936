// The guide's table of findings is what the checks say of themselves. KEEN_DIAL_WRITE=1 writes it anew.
import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, it } from 'vitest';
import { guideTable } from '@/core/checks';

const path = resolve(import.meta.dirname, '../../docs/guide.md');
const [from, to] = ['<!-- checks: written from the checks themselves -->', '<!-- end of checks -->'];

it('the guide names every check, as the checks say of themselves', () => {
  const guide = readFileSync(path, 'utf8');
  const [before = '', rest = ''] = guide.split(from);
  const [, after = ''] = rest.split(to);
  const whole = `${before}${from}\n\n${guideTable()}\n\n${to}${after}`;
  if (process.env.KEEN_DIAL_WRITE) writeFileSync(path, whole);
  expect(readFileSync(path, 'utf8')).toBe(whole);
});
