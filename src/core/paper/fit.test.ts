// Names in the room that there is: they fit, they can be told apart, and the number at their end stays.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitWords } from './index';

const word = fc.stringMatching(/^[A-Za-z]{1,12}$/);
const names = fc.tuple(fc.array(word, { minLength: 1, maxLength: 4 }), fc.option(fc.integer({ min: 0, max: 128 })));
const named = names.map(([words, n]) => [...words, ...(n === null ? [] : [String(n)])].join(' '));

describe('a name on tape', () => {
  it('fits its lines, whatever it is, and is whole where that fits', () => {
    fc.assert(
      fc.property(named, fc.integer({ min: 3, max: 24 }), fc.integer({ min: 1, max: 3 }), (name, room, lines) => {
        const laid = fitWords(name, room, lines);
        expect(laid.length).toBeLessThanOrEqual(lines);
        for (const line of laid) expect(line.length).toBeLessThanOrEqual(room);
        if (name.length <= room) expect(laid).toEqual([name]);
      }),
      { numRuns: 2000 },
    );
  });
  it('keeps the number at its end where that fits by itself', () => {
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 3 }), fc.integer({ min: 0, max: 128 }), (words, n) => {
        expect(fitWords(`${words.join(' ')} ${n}`, 6, 1).join(' ')).toMatch(new RegExp(`${n}$`));
      }),
      { numRuns: 2000 },
    );
  });
  it.each([
    ['Narrator pan', 7, 1, ['Nar pan']],
    ['Narrator level', 7, 2, ['Narrato', 'level']],
    ['Narrator level', 8, 1, ['Narr lev']],
    ['Main level', 8, 1, ['Main lev']],
    ['Narrator to hall', 8, 2, ['Narrator', 'to hall']],
    ['Clip 12', 5, 1, ['Cl…12']],
    ['Freeze', 6, 1, ['Freeze']],
    ['Infinite', 5, 1, ['Infin']],
  ])('%s in %i × %i', (name, room, lines, expected) => expect(fitWords(name, room, lines)).toEqual(expected));
});
