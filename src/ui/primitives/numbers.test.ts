import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDecimal, parseSevenBit, parseValue } from './numbers';

describe('what a person may type for a value', () => {
  it('89, 70 % and 59h are the same', () => {
    expect(['89', ' 70 % ', '70%', '59h', '59H'].map(parseSevenBit)).toEqual([89, 89, 89, 89, 89]);
  });
  it('every value comes back from decimal and hexadecimal', () => {
    for (let v = 0; v < 128; v++) {
      expect(parseSevenBit(String(v))).toBe(v);
      expect(parseSevenBit(`${v.toString(16)}h`)).toBe(v);
    }
  });
  it('what is none of them, or too large, is refused', () => {
    for (const bad of ['', '128', '80h', '101 %', '-1', '1.5', 'loud', '0x20']) expect(parseSevenBit(bad)).toBeNull();
  });
  it('decimals take a true minus, a comma, and their unit', () => {
    expect(['−60', '-60', '0,5 s', '12 dB', '3'].map(parseDecimal)).toEqual([-60, -60, 0.5, 12, 3]);
    for (const bad of ['', 'dB', '--3']) expect(parseDecimal(bad)).toBeNull();
  });
  it('nothing that is typed throws or gives a number that is none', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), (text) => {
        const found = [parseSevenBit(text), parseDecimal(text)];
        expect(found.every((v) => v === null || Number.isFinite(v))).toBe(true);
      }),
    );
  });
});

describe('values of 14 bits and bytes', () => {
  it('take the same notations', () => {
    expect(['8192', '50 %', '2000h', '16383', '16384', '-1', 'x'].map((t) => parseValue(t, 16383))).toEqual([
      8192,
      8192,
      8192,
      16383,
      null,
      null,
      null,
    ]);
    expect(parseValue('59h', 127)).toBe(89);
  });
});
