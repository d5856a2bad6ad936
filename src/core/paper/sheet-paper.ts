// The sheet on paper: a table for each controller and each target, with boxes to tick by hand.

import type { RigIndex } from '../rig';
import {
  alsoWords,
  cellsOf,
  controllerColumns,
  isEntered,
  makeSheet,
  type SheetColumn,
  type SheetLine,
  targetColumns,
  translatorColumns,
} from '../sheets';
import { brokenTo } from './measure';
import { A4, type Face, type Ink, type Paper } from './paper';
import { text } from './text';

const MARGIN = 14;
const SIZE = 2.9;
const LEADING = 3.7;
const PAD = 1.3;
const HEAD = 5;
const BOX = 2.6;

interface Column {
  readonly head: string;
  /** Part of the width. */
  readonly part: number;
  readonly face: Face;
}
type Table = {
  readonly title: string;
  readonly columns: readonly Column[];
  readonly rows: ReadonlyArray<{ readonly cells: readonly string[]; readonly ticked: boolean | null }>;
};

/** How wide the columns of the sheet are beside each other, *Also* last. */
const controllerParts = [11, 14, 9, 13, 4, 7, 17, 17, 18];
const translatorParts = [9, 16, 6, 10, 17, 9, 15, 18, 14];
const targetParts = [18, 14, 4, 7, 16, 17, 15, 15];

function tableFor(title: string, lines: readonly SheetLine[], columns: readonly SheetColumn[], parts: readonly number[]): Table {
  return {
    title,
    columns: [...columns, { head: 'Also', figures: false }].map(({ head, figures }, i) => ({
      head,
      part: parts[i] ?? 10,
      face: i === 0 ? 'bold' : figures ? 'mono' : 'plain',
    })),
    rows: lines.map((l) => ({ cells: [...cellsOf(l, columns), alsoWords(l, columns)], ticked: isEntered(l) })),
  };
}

/** The whole sheet of a rig on upright A4. `day`: a date for the foot. What does not fit on a line is broken, never cut. */
export function sheetPaper(index: RigIndex, day: string): Paper {
  const sheet = makeSheet(index);
  const tables: Table[] = [
    ...sheet.controllers.map(({ name, lines }) => tableFor(`In ${name}`, lines, controllerColumns, controllerParts)),
    ...sheet.targets.flatMap(({ name, lines, clear }) => [
      tableFor(`In ${name}`, lines, targetColumns, targetParts),
      tableFor(`To clear in ${name}: nothing sends these any more`, clear, targetColumns, targetParts),
    ]),
    ...sheet.translators.map(({ name, lines }) => tableFor(`In ${name}`, lines, translatorColumns, translatorParts)),
  ].filter((t) => t.rows.length > 0);
  const pages = layTables(tables);
  const foot = (ink: readonly Ink[], i: number): readonly Ink[] => [
    ...ink,
    text(`${index.rig.name} · ${day}`, MARGIN, A4.height - 8, 'plain', 2.6),
    text(`${i + 1} of ${pages.length}`, A4.width - MARGIN - 16, A4.height - 8, 'mono', 2.6),
  ];
  return { title: `${index.rig.name}: sheet`, ...A4, pages: pages.map((ink, i) => ({ ink: foot(ink, i) })) };
}

function layTables(tables: readonly Table[]): readonly (readonly Ink[])[] {
  const pages: Ink[][] = [[]];
  let y = MARGIN;
  const bottom = A4.height - MARGIN - 4;
  const ink = (...all: readonly Ink[]): void => void pages[pages.length - 1]?.push(...all);
  const turn = (): void => {
    pages.push([]);
    y = MARGIN;
  };
  for (const table of tables) {
    const whole = table.columns.reduce((sum, c) => sum + c.part, 0);
    const room = A4.width - 2 * MARGIN - BOX - 2;
    const widths = table.columns.map((c) => (c.part / whole) * room);
    const lefts = widths.map((_, i) => MARGIN + BOX + 2 + widths.slice(0, i).reduce((a, b) => a + b, 0));
    const head = (title: string): void => {
      ink(text(title, MARGIN, y + 5, 'bold', 4.6));
      y += 9;
      for (const [i, c] of table.columns.entries()) ink(text(c.head, lefts[i] ?? 0, y + 2.6, 'plain', 2.5));
      y += HEAD;
      ink({ type: 'line', x1: MARGIN, y1: y - 1, x2: A4.width - MARGIN, y2: y - 1, line: 0.25, dashed: false });
    };
    // A head with no row under it is no use.
    if (y + 9 + HEAD + 3 * LEADING > bottom) turn();
    head(table.title);
    for (const row of table.rows) {
      const cells = row.cells.map((cell, i) => brokenTo(cell, table.columns[i]?.face ?? 'plain', SIZE, (widths[i] ?? 10) - 1.6));
      const height = Math.max(1, ...cells.map((c) => c.length)) * LEADING + PAD;
      if (y + height > bottom) {
        turn();
        head(`${table.title}, continued`);
      }
      if (row.ticked !== null) ink({ type: 'box', x: MARGIN, y: y + 0.5, width: BOX, height: BOX, line: 0.25 });
      if (row.ticked) {
        ink({ type: 'line', x1: MARGIN + 0.5, y1: y + 1.9, x2: MARGIN + 1.1, y2: y + 2.5, line: 0.35, dashed: false });
        ink({ type: 'line', x1: MARGIN + 1.1, y1: y + 2.5, x2: MARGIN + 2.2, y2: y + 1, line: 0.35, dashed: false });
      }
      for (const [i, lines] of cells.entries())
        for (const [j, l] of lines.entries())
          ink(text(l, lefts[i] ?? 0, y + 2.7 + j * LEADING, table.columns[i]?.face ?? 'plain', SIZE));
      y += height;
      ink({ type: 'line', x1: MARGIN, y1: y - 0.6, x2: A4.width - MARGIN, y2: y - 0.6, line: 0.1, dashed: false });
    }
    y += 6;
  }
  return pages;
}
