// Names and numbers on tape: they fit, they can be told apart, and no number is ever shown in part.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitWords, widthOf } from '@/core/paper';
import { fitNumber, onTape } from './on-tape';

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
  it('is as wide as its letters are in the font that ships, a tenth more or less', () => {
    for (const text of ['Narrator level', 'Macro of 2', 'Stowaway', 'Infinite', 'WAH MIX', 'Go to black', 'Chorus to hall'])
      expect(Math.abs(onTape(text) / widthOf(text, 'bold', 12.5) - 1)).toBeLessThan(0.1);
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

it('a message on tape loses its kind, then the count of those beside it, and never a digit', () => {
  expect(fitNumber('CC 104', 1, 9)).toBe('CC 104 +1');
  expect(fitNumber('CC 104', 1, 7)).toBe('104 +1');
  expect(fitNumber('CC 104', 1, 5)).toBe('104');
  expect(fitNumber('CC 104', 1, 2)).toBe('104');
  expect(fitNumber('CC 104', 0, 6)).toBe('CC 104');
});
