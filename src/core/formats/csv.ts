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

/** Which column of a table is what, as somebody chose: the name of a column, or null for one that is left out; and whether the first line only names them. */
export interface ChosenColumns {
  readonly columns: readonly (string | null)[];
  readonly headed: boolean;
}

/**
 * The columns of a table as they stand there: what the first two lines have in each, which of those that are read the first line names there, and which one stands at that
 * place where none is named. `headed`: whether the first line is taken for names; `likely`: whether it looks like names that are not known here.
 */
export interface TableHead {
  readonly headed: boolean;
  readonly likely: boolean;
  readonly columns: readonly {
    readonly first: string;
    readonly second: string;
    readonly named: string | null;
    readonly placed: string | null;
  }[];
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
  chosen: ChosenColumns | null = null,
): { readonly rows: readonly CsvRow[]; readonly bad: readonly BadLine[]; readonly given: readonly string[] } {
  const parsed = parsedTable(text);
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
  const { keys, headed } = headings(parsed.data[0] ?? [], columns, aliases);
  const hasHeadings = chosen?.headed ?? headed;
  const order = chosen?.columns ?? (headed ? keys : columns);
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

function parsedTable(text: string, preview = 0): Papa.ParseResult<string[]> {
  const delimiter = hasTabs(text) ? '\t' : undefined;
  return Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: false,
    preview,
    ...(delimiter ? { delimiter } : {}),
    delimitersToGuess: [',', ';', '\t'],
  });
}

/** The columns that a first line names, and whether it names any: the most telling one, and not that one alone. */
function headings(first: readonly string[], columns: readonly string[], aliases: Readonly<Record<string, string>>) {
  const keys = first.map((cell) => columnOf(cell, columns, aliases));
  const headed = keys.includes(columns[0] ?? '') && keys.filter((k) => k !== null).length >= Math.min(2, first.length);
  return { keys, headed };
}

/** How a table begins, and what is made of its columns; nothing where it has none. */
export function headOf(text: string, columns: readonly string[], aliases: Readonly<Record<string, string>> = {}): TableHead {
  // A few lines are enough, and a text of 20 MB need not be read for them.
  const { data } = parsedTable(text.slice(0, HEAD), 4);
  const [first = [], second = []] = data.filter((cells) => cells.some((c) => c.trim() !== ''));
  const { keys, headed } = headings(first, columns, aliases);
  return {
    headed,
    likely: !headed && !first.some(isNumber) && second.some(isNumber),
    columns: first.map((cell, i) => ({
      first: cellOf(cell),
      second: cellOf(second[i] ?? ''),
      named: keys[i] ?? null,
      placed: columns[i] ?? null,
    })),
  };
}

const isNumber = (cell: string): boolean => /^\s*[-−]?\d+([.,]\d+)?\s*$/.test(cell);

/** Characters of a text that are looked at for how it begins. */
const HEAD = 20_000;

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
