// The sheet as Markdown: a heading and a table each device, with boxes that can be ticked on paper or in a repository.
import {
  alsoWords,
  cellsOf,
  controllerColumns,
  isEntered,
  type Sheet,
  type SheetColumn,
  type SheetLine,
  targetColumns,
  translatorColumns,
} from '../sheets';

/**
 * A cell of a table as GitHub Flavored Markdown 0.29 defines it (section 4.10): a pipe ends a cell and a line break the row, so
 * one is escaped and the other a space; what Markdown would read as markup is escaped too (CommonMark 0.31, section 2.4).
 */
export const cell = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/[\\|`*_~<>[\]#]/g, (c) => `\\${c}`);

const row = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;

const table = (headings: readonly string[], rows: readonly (readonly string[])[]): string =>
  [row(headings), row(headings.map(() => '---')), ...rows.map(row)].join('\n');

const box = (done: boolean | null): string => (done === null ? '' : done ? '[x]' : '[ ]');

/** The whole sheet under the name of its rig; both sides, ticks as `[x]` and `[ ]`. */
export function writeSheetMarkdown(name: string, sheet: Sheet): string {
  const parts = [`# ${cell(name)}: sheet`, `${sheet.toEnter} of ${sheet.lines} lines to enter.`];
  for (const { name: unit, lines } of sheet.controllers) {
    if (lines.length === 0) continue;
    parts.push(
      `## Enter in ${cell(unit)}`,
      tableFor(lines, controllerColumns, 'Entered', (l) => [box(isSaved(l))], ['Saved']),
    );
  }
  for (const { name: unit, lines, clear } of sheet.targets) {
    if (lines.length > 0) parts.push(`## Enter in ${cell(unit)}`, tableFor(lines, targetColumns, 'Entered'));
    if (clear.length > 0)
      parts.push(
        `## Clear in ${cell(unit)}`,
        'Nothing sends these any more: take them out where they were entered, and enter none of them.',
        tableFor(clear, targetColumns, 'Entered'),
      );
  }
  for (const { name: unit, lines } of sheet.translators)
    parts.push(`## Set up in ${cell(unit)}`, tableFor(lines, translatorColumns, 'Entered'));
  return `${parts.join('\n\n')}\n`;
}

const isSaved = ({ of }: SheetLine): boolean | null => (of.type === 'function' ? of.assignment.saved !== null : null);

/** A table of lines: ticks, the columns of that side, and under *Also* what has no column, with its limits. */
function tableFor(
  lines: readonly SheetLine[],
  columns: readonly SheetColumn[],
  tick: string,
  ticks: (line: SheetLine) => readonly string[] = () => [],
  tickHeads: readonly string[] = [],
): string {
  return table(
    [tick, ...tickHeads, ...columns.map((c) => c.head), 'Also'],
    lines.map((l) => [
      box(isEntered(l)),
      ...ticks(l),
      ...[...cellsOf(l, columns), [alsoWords(l, columns), ...l.limits].filter((t) => t !== '').join('; ')].map(cell),
    ]),
  );
}
