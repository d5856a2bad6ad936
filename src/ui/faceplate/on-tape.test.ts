// Writing on tape: as wide as it is taken to be, and no number is ever shown in part.
import { expect, it } from 'vitest';
import { widthOf } from '@/core/paper';
import { fitNumber, onTape } from './on-tape';

it('is as wide as its letters are in the font that ships, a tenth more or less', () => {
  for (const text of ['Narrator level', 'Macro of 2', 'Stowaway', 'Infinite', 'WAH MIX', 'Go to black', 'Chorus to hall'])
    expect(Math.abs(onTape(text) / widthOf(text, 'bold', 12.5) - 1)).toBeLessThan(0.1);
});

it('a message on tape loses its kind, then the count of those beside it, and never a digit', () => {
  expect(fitNumber('CC 104', 1, 9)).toBe('CC 104 +1');
  expect(fitNumber('CC 104', 1, 7)).toBe('104 +1');
  expect(fitNumber('CC 104', 1, 5)).toBe('104');
  expect(fitNumber('CC 104', 1, 2)).toBe('104');
  expect(fitNumber('CC 104', 0, 6)).toBe('CC 104');
});
