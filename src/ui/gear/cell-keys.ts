// The keys of the parameter table: walking, typing, filling, clearing.
import type { KeyboardEvent } from 'react';
import type { Cell, Cells } from './use-cells';

const PAGE = 14;

/** Where a key leads from a cell; null for a key that leads nowhere. With Control to the end of that way. */
function wayOf(key: string, command: boolean, { row, column }: Cell, lastColumn: number, lastRow: number): Cell | null {
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

export function cellKeys(event: KeyboardEvent, cells: Cells, lastColumn: number, lastRow: number): void {
  const command = event.ctrlKey || event.metaKey;
  const to = wayOf(event.key, command, cells.cursor, lastColumn, lastRow);
  const starts = !command && !event.altKey && event.key.length === 1;
  if (to) cells.go(to, event.shiftKey);
  else if (event.key === 'Enter' || event.key === 'F2') cells.typeInto();
  else if (event.key === 'Delete' || event.key === 'Backspace') cells.clear();
  else if (command && event.key === 'd') cells.fillDown();
  else if (command && event.key === 'a') {
    cells.go({ row: 0, column: 0 }, false);
    cells.go({ row: lastRow - 1, column: lastColumn }, true);
  } else if (starts) cells.type(event.key);
  else return;
  event.preventDefault();
}
