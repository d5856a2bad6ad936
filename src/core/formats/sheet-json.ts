// The sheet as JSON, for programs: every line with its row, the columns that people read under the names that they always had, and all of its facts.
import { placeColumn, type Sheet, type SheetLine, textOf, together } from '../sheets';

/** `controllers` and `targets` with their lines; `facts` of a line by name, as the device shows them. */
export function sheetJson(sheet: Sheet): object {
  return {
    controllers: sheet.controllers.map(({ controller, name, lines }) => ({ controller, name, lines: lines.map(controllerLine) })),
    targets: sheet.targets.map(({ target, name, lines, clear }) => ({
      target,
      name,
      lines: lines.map(targetLine),
      clear: clear.map(targetLine),
    })),
    translators: sheet.translators.map(({ wire, name, lines }) => ({ wire: wire.id, name, lines: lines.map(factsOf) })),
    toEnter: sheet.toEnter,
    lines: sheet.lines,
  };
}

const factsOf = (line: SheetLine): object => Object.fromEntries(line.facts.map((f) => [f.name, f.text]));

const controllerLine = (line: SheetLine): object => ({
  ...(line.of.type === 'function' ? { assignment: line.of.assignment } : {}),
  ...(line.of.type === 'layer' || line.of.type === 'layer-signal' ? { layer: line.of.layer } : {}),
  control: textOf(line, 'control'),
  place: together(line, placeColumn),
  gesture: textOf(line, 'gesture'),
  type: textOf(line, 'type'),
  channel: textOf(line, 'channel'),
  number: textOf(line, 'number'),
  values: textOf(line, 'values'),
  purpose: textOf(line, 'purpose'),
  display: textOf(line, 'text'),
  limits: line.limits,
  facts: factsOf(line),
});

const targetLine = (line: SheetLine): object => ({
  ...(line.of.type === 'landing' ? { landing: line.of.landing } : {}),
  ...(line.of.type === 'host-layer' ? { layer: line.of.layer } : {}),
  ...(line.of.type === 'preset' ? { preset: line.of.preset } : {}),
  ...(line.of.type === 'macro' ? { macro: line.of.parameter.id } : {}),
  parameter: textOf(line, 'parameter'),
  type: textOf(line, 'type'),
  channel: textOf(line, 'channel'),
  number: textOf(line, 'number'),
  mode: textOf(line, 'mode'),
  range: together(line, ['sets', 'range']),
  from: textOf(line, 'from'),
  facts: factsOf(line),
});
