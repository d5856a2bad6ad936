// Edges of the rule that random rigs seldom come to; the rule itself is played in tests/laws/resolve.test.ts.
import { describe, expect, it } from 'vitest';
import { depthOf, inLayer, type Placed, resolve } from './resolve';

const row = (bank: number | null, page: number | null = null, layerId: string | null = null): Placed => ({ bank, page, layerId });
const at = { bank: 1, page: 1, layers: [] };

describe('in one layer', () => {
  it('what stands elsewhere does not act, though nothing else is there', () => {
    expect(inLayer([row(2)], at, null)).toEqual([]);
    expect(inLayer([row(2), row(3)], at, null)).toEqual([]);
    expect(inLayer([row(null, 2)], at, null)).toEqual([]);
    expect(resolve([row(2)], at, () => null)).toEqual([]);
  });
  it('the more exact one acts alone, wherever it stands in the list; equals act together', () => {
    const [every, here, alsoHere] = [row(null), row(1), row(1)];
    expect(inLayer([every, here, alsoHere], at, null)).toEqual([here, alsoHere]);
    expect(inLayer([here, every], at, null)).toEqual([here]);
    expect(inLayer([row(1), row(null, 1)], at, null)).toEqual([row(1)]);
    expect(inLayer([row(1, 1), row(1)], at, null)).toEqual([row(1, 1)]);
  });
});

it.each<[Placed, string]>([
  [row(1, 1), 'here'],
  [row(1), 'every-bank'],
  [row(null, 1), 'every-bank'],
  [row(null), 'every-bank'],
  [row(1, 1, 'heel'), 'base'],
])('%o acts from %s', (placed, depth) => {
  expect(depthOf(placed, at)).toBe(depth);
});
