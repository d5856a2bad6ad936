// The sheet as Markdown: a heading and a table each device, with boxes that can be ticked on paper or in a repository.
import type { Sheet } from '../sheets';

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

const box = (done: boolean): string => (done ? '[x]' : '[ ]');

/** The whole sheet under the name of its rig; both sides, ticks as `[x]` and `[ ]`. */
export function writeSheetMarkdown(name: string, sheet: Sheet): string {
  const parts = [`# ${cell(name)}: sheet`, `${sheet.toEnter} of ${sheet.lines} lines to enter.`];
  for (const { controller, lines } of sheet.controllers) {
    if (lines.length === 0) continue;
    parts.push(
      `## Enter in ${cell(controller.name)}`,
      table(
        ['Entered', 'Saved', 'Control', 'Place', 'On', 'Type', 'Ch', 'Number', 'Values', 'For'],
        lines.map((l) => [
          box(l.assignment.entered !== null),
          box(l.assignment.saved !== null),
          ...[l.control, l.place, l.gesture, l.type, l.channel, l.number, l.values, [l.purpose, ...l.limits].join('; ')].map(
            cell,
          ),
        ]),
      ),
    );
  }
  for (const { target, lines } of sheet.targets) {
    if (lines.length === 0) continue;
    parts.push(
      `## Enter in ${cell(target.name)}`,
      table(
        ['Entered', 'Parameter', 'Type', 'Ch', 'Number', 'Hears it as', 'Range', 'Comes from'],
        lines.map((l) => [
          box(l.landing.entered !== null),
          ...[l.parameter, l.type, l.channel, l.number, l.mode, l.range, l.from].map(cell),
        ]),
      ),
    );
  }
  return `${parts.join('\n\n')}\n`;
}
