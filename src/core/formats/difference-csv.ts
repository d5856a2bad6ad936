// What has to be entered again, as CSV.
import type { SheetChange } from '../sheets';
import { type TableFormat, writeTable } from './csv';

/** A difference sheet as a table, in its order; empty cells where there is nothing. */
export const writeDifference = (changes: readonly SheetChange[], format: TableFormat = 'csv'): string =>
  writeTable(
    ['do', 'device', 'control or parameter', 'stands there', 'is to stand there'],
    changes.map((c) => [c.type, c.unit, c.what, c.was ?? '', c.now ?? '']),
    format,
  );
