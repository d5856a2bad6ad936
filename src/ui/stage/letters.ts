// Writing on a panel: as large as the player's distance asks for and the panel has room for.
import { fitWords } from '@/core/paper';
import { onTape } from '../faceplate/on-tape';

/** Pixels of writing that the widths of `onTape` are of. */
const MEASURED = 12.5;
/** Writing is never smaller than this, in pixels. */
export const SMALLEST = 12.5;
/** From one line to the next, by size of writing. */
export const LINE = 1.2;

export interface Written {
  readonly lines: readonly string[];
  /** Pixels. */
  readonly size: number;
}

/** The largest writing, up to `most` pixels, in which a name fits so much room whole; the smallest with words shortened where it does not. */
export function written(name: string, width: number, height: number, most: number): Written {
  for (let size = Math.max(SMALLEST, most); size >= SMALLEST; size -= 1) {
    const lines = Math.min(3, Math.floor(height / (size * LINE)));
    if (lines < 1) continue;
    const fit = fitWords(name, (width * MEASURED) / size, lines, onTape);
    if (fit.join(' ') === name.trim().replace(/\s+/g, ' ')) return { lines: fit, size };
  }
  const lines = Math.max(1, Math.min(3, Math.floor(height / (SMALLEST * LINE))));
  return { lines: fitWords(name, width, lines, onTape), size: SMALLEST };
}

/** How many of the names on a panel may be written smaller than the others. */
const SMALLER = 0.25;

/** Pixels of writing for a whole panel, so that it does not shout here and whisper there: as large as all but a few of its names have room for. */
export function evenly(sizes: readonly number[], most: number): number {
  const sorted = [...sizes].sort((a, b) => a - b);
  return Math.min(most, sorted[Math.floor(sorted.length * SMALLER)] ?? most);
}

/** Columns in which panels stand side by side so that they are drawn as large as can be, and pixels for each millimetre then. */
export function arranged(
  panels: readonly { readonly width: number; readonly height: number }[],
  room: { readonly width: number; readonly height: number },
  /** Pixels above each panel, and between them. */
  above: number,
  between: number,
): { readonly columns: number; readonly scale: number } {
  let best = { columns: 1, scale: 0 };
  for (let columns = 1; columns <= Math.max(1, panels.length); columns++) {
    const rows = Math.ceil(panels.length / columns);
    const width = (room.width - between * (columns - 1)) / columns;
    const height = (room.height - between * (rows - 1)) / rows - above;
    const scale = Math.min(...panels.map((p) => Math.min(width / p.width, height / p.height)));
    if (scale > best.scale) best = { columns, scale };
  }
  return best;
}
