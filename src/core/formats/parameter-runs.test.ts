// Lines that stand for several, and that every name comes back as it was written.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainParameter } from '../library';
import { nameSchema } from '../rig';
import { parseParameters, writeParameters } from './index';

const names = (text: string): readonly string[] => parseParameters(`name,kind\n${text}`).good.map((p) => p.name);

describe('a line whose name counts', () => {
  it('stands for one line each', () => {
    expect(names('Level 1..4,continuous\nMute,toggle')).toEqual(['Level 1', 'Level 2', 'Level 3', 'Level 4', 'Mute']);
    expect(names('Strip 9..11 pan,continuous')).toEqual(['Strip 9 pan', 'Strip 10 pan', 'Strip 11 pan']);
    expect(names('A01..A03 level,toggle')).toEqual(['A01..A03 level']);
    expect(names('A08..11,toggle')).toEqual(['A08', 'A09', 'A10', 'A11']);
  });
  it('counts no way back, not from a number to itself, and not to more than a thousand and twenty-four', () => {
    for (const name of ['Level 4..1', 'Level 1..1', 'Level 1..2000']) expect(names(`${name},toggle`)).toEqual([name]);
  });
  it('takes its number along', () => {
    const { numbers } = parseParameters('name,kind,message,number,channel\nLevel 1..3,continuous,cc,126,1');
    expect([...numbers].map(([name, m]) => [name, 'number' in m ? m.number : null])).toEqual([
      ['Level 1', 126],
      ['Level 2', 127],
    ]);
  });
  it('is told with its line where it cannot be read', () => {
    const { good, bad } = parseParameters('name,kind\nLevel 1..2,continuous\nLevel 2,continuous');
    expect(good.map((p) => p.name)).toEqual(['Level 1', 'Level 2']);
    expect(bad.map((b) => b.line)).toEqual([3]);
  });
});

it('every name comes back as it was written (law)', () => {
  const piece = fc.constantFrom('Level ', '1', '8', '..', '.', '\\', ' ', 'x', '20');
  const name = fc
    .array(piece, { minLength: 1, maxLength: 12 })
    .map((p) => p.join('').trim())
    .filter((n) => nameSchema.safeParse(n).success);
  fc.assert(
    fc.property(name, (given) => {
      const { text } = writeParameters([{ ...plainParameter, name: given, kind: 'toggle' }]);
      expect(parseParameters(text).good.map((p) => p.name)).toEqual([given]);
    }),
    { numRuns: 500 },
  );
});
