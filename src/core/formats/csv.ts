// Pasted tables: comma, semicolon or tab, with or without a line of headings. Line numbers are those of the text.
import Papa from 'papaparse';
import type { CellProblem } from '../commands';
import { cellOf, guardedCell, unguardedCell } from './guard';

export interface CsvRow {
  /** 1 for the first line of the text. */
  readonly line: number;
  readonly cell: (column: string) => string;
}

export interface BadLine {
  readonly line: number;
  readonly reason: CellProblem;
}

/** Most lines in one paste. */
export const CSV_LINE_LIMIT = 50_000;

/**
 * Reads a table whose columns are `columns` in that order, unless its first line names some of them: then in the order
 * named. Aliases map other headings to these. Empty lines are left out. `given` are the columns that the table has.
 */
export function readTable(
  text: string,
  columns: readonly string[],
  aliases: Readonly<Record<string, string>> = {},
): { readonly rows: readonly CsvRow[]; readonly bad: readonly BadLine[]; readonly given: readonly string[] } {
  const delimiter = hasTabs(text) ? '\t' : undefined;
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: false,
    ...(delimiter ? { delimiter } : {}),
    delimitersToGuess: [',', ';', '\t'],
  });
  // A quoted cell may hold line ends: a row begins on the line after all those before it.
  const lines: number[] = [];
  let next = 1;
  for (const cells of parsed.data) {
    lines.push(next);
    next += 1 + cells.join('').split(/\r\n|\r|\n/).length - 1;
  }
  const lineOf = (row: number): number => lines[row] ?? lines.length;
  const told = parsed.errors.filter((e) => e.code !== 'UndetectableDelimiter');
  // One word on a line is enough, whatever else is wrong with its quotes.
  const bad: BadLine[] = [...new Map(told.map((e) => [lineOf(e.row ?? 0), e.message]))].map(([line, message]) => ({
    line,
    reason: { code: 'no-table', message },
  }));
  const [first = []] = parsed.data;
  const keys = first.map((cell) => columnOf(cell, columns, aliases));
  const hasHeadings = keys.includes(columns[0] ?? '') && keys.filter((k) => k !== null).length >= Math.min(2, first.length);
  const order = hasHeadings ? keys : columns;
  const rows: CsvRow[] = [];
  parsed.data.forEach((cells, i) => {
    if ((hasHeadings && i === 0) || cells.every((c) => c.trim() === '')) return;
    if (rows.length >= CSV_LINE_LIMIT) return;
    rows.push({ line: lineOf(i), cell: (column) => cellOf(cells[order.indexOf(column)] ?? '') });
  });
  if (parsed.data.length > CSV_LINE_LIMIT + 1)
    bad.push({ line: CSV_LINE_LIMIT + 1, reason: { code: 'too-many-lines', most: CSV_LINE_LIMIT } });
  const widest = parsed.data.reduce((most, cells) => Math.max(most, cells.length), 0);
  const given = order.slice(0, widest).flatMap((column) => (column === null ? [] : [column]));
  return { rows, bad, given };
}

/** Whether cells are parted by tabs: the first line that parts anything outside of quotes has one. */
function hasTabs(text: string): boolean {
  let inside = false;
  let parted = false;
  for (const c of text) {
    if (c === '"') inside = !inside;
    else if (inside) continue;
    else if (c === '\t') return true;
    else if (c === ',' || c === ';') parted = true;
    else if (c === '\n' && parted) return false;
  }
  return false;
}

/** Cells as a spreadsheet puts them on the clipboard: lines of cells parted by tabs, quoted where a cell holds a tab or a line end. */
export function readCells(text: string): readonly (readonly string[])[] {
  const parsed = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t', preview: CSV_LINE_LIMIT });
  return parsed.data.map((line) => line.map(unguardedCell));
}

/** The inverse of `readCells`: what goes onto the clipboard. */
export const writeCells = (cells: readonly (readonly string[])[]): string =>
  Papa.unparse(
    cells.map((line) => line.map(guardedCell)),
    { delimiter: '\t', newline: '\n' },
  );

function columnOf(heading: string, columns: readonly string[], aliases: Readonly<Record<string, string>>): string | null {
  const key = heading.trim().toLowerCase();
  return columns.find((c) => c === key) ?? (Object.hasOwn(aliases, key) ? (aliases[key] ?? null) : null);
}

export type TableFormat = 'csv' | 'tsv';

/** A table as CSV or TSV. Cells that a spreadsheet would run get a mark (`guardedCell`), which `readTable` takes off again. */
export function writeTable(
  headings: readonly string[],
  rows: readonly (readonly string[])[],
  format: TableFormat = 'csv',
): string {
  return `${Papa.unparse([[...headings], ...rows.map((r) => r.map(guardedCell))], {
    newline: '\n',
    delimiter: format === 'tsv' ? '\t' : ',',
    // Whatever parts cells in any form of table stands in quotes, so that readers who guess do not guess wrong.
    quotes: (cell: unknown) => /[\t;,\r]/.test(String(cell)),
  })}\n`;
}
