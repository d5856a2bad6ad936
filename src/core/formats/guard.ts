// Cells that a spreadsheet would run. A mark before them makes them plain text there; our readers take off exactly what our writers put on.

/** Signs with which a spreadsheet begins to reckon: also in their wide forms, which some take for the narrow ones. */
const signs = '=+@＝＋＠－';

/** White space, line ends and characters without a width, which a spreadsheet passes over before it looks. */
const passedOver = /^[\s\p{Cc}\p{Cf}]+/u;

/** A number or words behind a minus: "-12.5 dB", "-inf", "- off". Letters with digits behind them could be the name of a cell. */
const plainMinus = /^-\s*(?:\d+(?:[.,]\d+)?(?:[eE][-+]?\d+)?)?(?:\s*[\p{L}%°][\p{L}\s.%°-]*)?$/u;

/** Whether a spreadsheet would run a cell, or lose the blanks at its ends. */
function runs(cell: string): boolean {
  const seen = cell.replace(passedOver, '');
  const [first = ''] = seen;
  if (first !== '' && signs.includes(first)) return true;
  return (first === '-' && !plainMinus.test(seen.trimEnd())) || cell !== cell.trim();
}

const MARK = "'";

/** Whether a mark before this cell would be taken off: what runs, and what older versions marked, behind any number of marks. */
function wouldBeUnmarked(cell: string): boolean {
  const bare = cell.replace(/^'+/, '');
  return runs(bare) || /^[=+@-]/.test(bare);
}

/**
 * A cell as it is written: with a mark where a spreadsheet would run it, or where its own beginning looks like a mark.
 * @example guardedCell('=1+1') // => "'=1+1"
 */
export const guardedCell = (cell: string): string =>
  runs(cell) || (cell.startsWith(MARK) && wouldBeUnmarked(cell.slice(1))) ? `${MARK}${cell}` : cell;

/**
 * A cell as it was before `guardedCell`, for any text.
 * @example unguardedCell("'=1+1") // => '=1+1'
 */
export const unguardedCell = (cell: string): string =>
  cell.startsWith(MARK) && wouldBeUnmarked(cell.slice(1)) ? cell.slice(1) : cell;

/** A cell out of a table that anybody may have written: blanks around it go, unless our own mark says that they belong to it. */
export function cellOf(raw: string): string {
  const unmarked = unguardedCell(raw);
  return unmarked === raw ? unguardedCell(raw.trim()) : unmarked;
}
