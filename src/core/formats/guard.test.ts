// What a spreadsheet would run: harmless as we write it, and back to the letter as we read it.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCells, writeCells } from '.';
import { readTable, writeTable } from './csv';
import { guardedCell, unguardedCell } from './guard';

const nasty = fc.string({
  unit: fc.constantFrom(
    '=',
    '+',
    '-',
    '@',
    '＝',
    '－',
    '＋',
    '＠',
    "'",
    ' ',
    '\t',
    '\n',
    '\r',
    '\u00a0',
    '\u200b',
    '\ufeff',
    '1',
    'a',
    '(',
    '!',
    '"',
    ',',
    ';',
    '|',
  ),
  maxLength: 12,
});
const anyText = fc.oneof(nasty, fc.string(), fc.string({ unit: 'grapheme' }));

/** An oracle of its own: what a spreadsheet looks at after it passed over what has no ink. */
const wouldRun = (cell: string): boolean => /^[=+@＝＋＠－]/.test(cell.replace(/^[^\p{L}\p{N}\p{P}\p{S}\p{M}]+/u, ''));

describe('a guarded cell', () => {
  it.each([
    '=1+1',
    ' =1',
    '\n=1',
    '\t=1',
    '\u00a0=1',
    '\ufeff=1',
    '＝1+1',
    '＋1',
    '＠sum',
    '－1',
    '+1',
    '@sum(1)',
    "-1+cmd|' /C calc'!A0",
    '-A1',
    '-(1)',
    '-1-1',
    '=',
    '-2+3+cmd',
  ])('%j gets a mark', (cell) => expect(guardedCell(cell)).toBe(`'${cell}`));
  it.each([
    '-5',
    '-12.5',
    '-1e-3',
    '-0,5',
    '-12.5 dB',
    '-inf',
    '-inf dB',
    '- off',
    'low-cut',
    'A-1',
    '–5',
    'it’s',
    "'tis",
    '1+1',
    'a=b',
    '',
    '100%',
    '-50 %',
    'f@x',
  ])('%j stays as it is', (cell) => expect(guardedCell(cell)).toBe(cell));
  it('never begins with what a spreadsheet runs, and comes back to the letter, for any text (property)', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(wouldRun(guardedCell(text))).toBe(false);
        expect(unguardedCell(guardedCell(text))).toBe(text);
      }),
      { numRuns: 20_000 },
    );
  });
  it('whole tables come back to the letter, as CSV, as TSV and over the clipboard, for any text (property)', () => {
    // Papa takes a lone carriage return for a line end wherever it stands first: a table's own line ends are \n.
    const cell = anyText.map((t) => t.replace(/\r/g, '\n').replace(/\0/g, ''));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 5 }),
        fc.constantFrom('csv', 'tsv'),
        (cells, format) => {
          const marked = cells.map(([a, b], i) => [`row ${i}`, a, b] as const);
          const read = readTable(writeTable(['key', 'one', 'two'], marked, format as 'csv'), ['key', 'one', 'two']).rows;
          expect(read.map((r) => [r.cell('key'), r.cell('one'), r.cell('two')])).toEqual(marked);
          expect(readCells(writeCells(marked))).toEqual(marked);
        },
      ),
      { numRuns: 2000 },
    );
  });
});
