// The sheet as CSV: one table for both sides, so that it can be sorted and filtered in a spreadsheet.
import type { Sheet } from '../sheets';
import { type TableFormat, writeTable } from './csv';

/** The sheet as a table; `format` is comma or tab separated. */
export function writeSheet(sheet: Sheet, format: TableFormat = 'csv'): string {
  const hardware = sheet.controllers.flatMap(({ controller, lines }) =>
    lines.map((l) => [
      'controller',
      controller.name,
      l.control,
      l.place,
      l.gesture,
      l.type,
      l.channel,
      l.number,
      l.values,
      l.purpose,
      l.assignment.entered ? 'yes' : 'no',
    ]),
  );
  const software = sheet.targets.flatMap(({ target, lines }) =>
    lines.map((l) => [
      'software',
      target.name,
      l.parameter,
      '',
      '',
      l.type,
      l.channel,
      l.number,
      `${l.mode}, ${l.range}`,
      l.from,
      l.landing.entered ? 'yes' : 'no',
    ]),
  );
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
    ],
    [...hardware, ...software],
    format,
  );
}
