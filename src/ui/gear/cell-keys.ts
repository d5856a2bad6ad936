// The keys of the parameter table: walking, typing, filling, clearing.
import type { KeyboardEvent } from 'react';
import { cellBy } from '../primitives/grid-keys';
import type { Cells } from './use-cells';

export function cellKeys(event: KeyboardEvent, cells: Cells, lastColumn: number, lastRow: number): void {
  const command = event.ctrlKey || event.metaKey;
  const to = cellBy(event.key, command, cells.cursor, lastColumn, lastRow);
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
