// Writing down a page, line by line, and on to the next where one is full.
import { brokenTo } from './measure';
import type { Face, Ink, Paper } from './paper';
import { text } from './text';

/** Lines are so far apart, as a part of the size of the type. */
const LEADING = 1.28;
/** How far below the top of a line its writing stands, as a part of the size. */
const ASCENT = 0.92;

/** Writing in a column: from the left edge of the page, so wide, in millimetres. */
export interface Cell {
  readonly words: readonly string[];
  readonly x: number;
  readonly width: number;
  readonly face: Face;
  readonly size: number;
}

export interface Writer {
  /** Writes cells beside each other; what does not fit on a line is broken, and what does not fit on the page goes on the next one, under its head. */
  readonly row: (cells: readonly Cell[]) => void;
  readonly gap: (mm: number) => void;
  readonly rule: () => void;
  /** Goes on to a new page where less than this is left, in millimetres. */
  readonly keep: (mm: number) => void;
  readonly turn: () => void;
  /** What stands at the top of a page that goes on with something. */
  readonly head: (again: (() => void) | null) => void;
  readonly pages: () => readonly (readonly Ink[])[];
}

/** A writer on paper of a size, with a margin; the foot is left free, all in millimetres. */
export function writerOn(size: Pick<Paper, 'width' | 'height'>, margin: number, foot: number): Writer {
  const pages: Ink[][] = [[]];
  const bottom = size.height - margin - foot;
  let y = margin;
  /** Where the page begins under its head. */
  let top = margin;
  let again: (() => void) | null = null;
  const ink = (one: Ink): void => void pages.at(-1)?.push(one);
  const turn = (): void => {
    pages.push([]);
    y = margin;
    // A head that does not fit a page is not begun anew on the next.
    const head = again;
    again = null;
    head?.();
    again = head;
    top = y;
  };
  const row = (cells: readonly Cell[]): void => {
    let left = cells.map((c) => ({ ...c, words: c.words.flatMap((w) => brokenTo(w, c.face, c.size, c.width)) }));
    const heightOf = (): number => Math.max(0, ...left.map((c) => c.words.length * c.size * LEADING));
    if (y > top && y + heightOf() > bottom) turn();
    // Longer than a page: as many lines as fit, and the rest on the next.
    for (;;) {
      const fits = left.map((c) => Math.max(1, Math.floor((bottom - y) / (c.size * LEADING))));
      left.forEach((c, at) => {
        c.words.slice(0, fits[at]).forEach((line, i) => {
          ink(text(line, c.x, y + i * c.size * LEADING + c.size * ASCENT, c.face, c.size));
        });
      });
      const later = left.map((c, at) => ({ ...c, words: c.words.slice(fits[at]) }));
      if (later.every((c) => c.words.length === 0)) break;
      left = later;
      turn();
    }
    y += heightOf();
  };
  return {
    row,
    gap: (mm) => {
      y += mm;
    },
    rule: () => {
      ink({ type: 'line', x1: margin, y1: y, x2: size.width - margin, y2: y, line: 0.2, dashed: false });
      y += 1.2;
    },
    keep: (mm) => {
      if (y > top && y + mm > bottom) turn();
    },
    turn,
    head: (to) => {
      again = to;
    },
    pages: () => pages,
  };
}

/** Pages with a foot on each: words at the left, and which of how many at the right. */
export function withFeet(
  title: string,
  size: Pick<Paper, 'width' | 'height'>,
  margin: number,
  pages: readonly (readonly Ink[])[],
  foot: string,
): Paper {
  const y = size.height - margin * 0.6;
  const room = size.width - 2 * margin - 18;
  const [words = ''] = brokenTo(foot, 'plain', 2.6, room);
  return {
    title,
    ...size,
    pages: pages.map((ink, i) => ({
      ink: [
        ...ink,
        text(words, margin, y, 'plain', 2.6),
        text(`${i + 1} of ${pages.length}`, size.width - margin - 16, y, 'mono', 2.6),
      ],
    })),
  };
}
