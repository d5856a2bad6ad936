// Walking a grid of cells by keys, the same in every grid.

/** A cell by its row and column, from 0. */
export interface GridCell {
  readonly row: number;
  readonly column: number;
}

const PAGE = 14;

/** Where a key leads from a cell; null for a key that leads nowhere. With Control to the end of that way. It may lead past the ends: whoever goes there stops at them. */
export function cellBy(
  key: string,
  command: boolean,
  { row, column }: GridCell,
  lastColumn: number,
  lastRow: number,
): GridCell | null {
  switch (key) {
    case 'ArrowUp':
      return { row: command ? 0 : row - 1, column };
    case 'ArrowDown':
      return { row: command ? lastRow : row + 1, column };
    case 'ArrowLeft':
      return { row, column: command ? 0 : column - 1 };
    case 'ArrowRight':
      return { row, column: command ? lastColumn : column + 1 };
    case 'Home':
      return { row: command ? 0 : row, column: 0 };
    case 'End':
      return { row: command ? lastRow : row, column: lastColumn };
    case 'PageUp':
      return { row: row - PAGE, column };
    case 'PageDown':
      return { row: row + PAGE, column };
    default:
      return null;
  }
}
