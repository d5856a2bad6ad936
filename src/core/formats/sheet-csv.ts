// The sheet as CSV: one table for both sides, so that it can be sorted and filtered in a spreadsheet. Every fact of a line has a column of its own
// behind those that people read.
import {
  type FactName,
  factNames,
  factWord,
  isEntered,
  placeColumn,
  type Sheet,
  type SheetLine,
  textOf,
  together,
} from '../sheets';
import { type TableFormat, writeTable } from './csv';

/** What stands alone in one of the first columns needs no second one. */
const alone: readonly FactName[] = ['control', 'parameter', 'gesture', 'type', 'channel', 'number'];
const ownColumn: readonly FactName[] = factNames.filter((name) => !alone.includes(name));

const entered = (line: SheetLine): string => (isEntered(line) === null ? '' : isEntered(line) ? 'yes' : 'no');

/** The sheet as a table; `format` is comma or tab separated. What is to be cleared stands at its end, on the side `clear`. */
export function writeSheet(sheet: Sheet, format: TableFormat = 'csv'): string {
  const row = (side: string, device: string, line: SheetLine): readonly string[] => [
    side,
    device,
    textOf(line, 'control') || textOf(line, 'parameter'),
    side === 'controller' ? together(line, placeColumn) : '',
    textOf(line, 'gesture'),
    textOf(line, 'type'),
    textOf(line, 'channel'),
    textOf(line, 'number'),
    textOf(line, 'values') || together(line, ['mode', 'sets', 'range']),
    textOf(line, 'purpose') || textOf(line, 'from'),
    entered(line),
    ...ownColumn.map((name) => textOf(line, name)),
  ];
  return writeTable(
    [
      'side',
      'device',
      'control or parameter',
      'place',
      'gesture',
      'type',
      'channel',
      'number',
      'values or mode',
      'for or from',
      'entered',
      ...ownColumn.map((name) => factWord(name).toLowerCase()),
    ],
    [
      ...sheet.controllers.flatMap(({ name, lines }) => lines.map((l) => row('controller', name, l))),
      ...sheet.targets.flatMap(({ name, lines }) => lines.map((l) => row('software', name, l))),
      ...sheet.translators.flatMap(({ name, lines }) => lines.map((l) => row('translator', name, l))),
      ...sheet.targets.flatMap(({ name, clear }) => clear.map((l) => row('clear', name, l))),
    ],
    format,
  );
}
