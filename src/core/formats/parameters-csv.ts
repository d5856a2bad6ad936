// A list of parameters as text: name, kind, range, unit, scale, steps and, if wanted, group, default, start, tags.

import { err, ok, type Result } from '../base';
import { type CellProblem, cellText, numberOf, parameterKinds, parameterValue, quoted, scaleOf, stepsOf } from '../commands';
import type { ProfileParameter } from '../library';
import { type Message, messageSchema } from '../midi';
import { commonReception, type Parameter, type Reception, rowSchemas } from '../rig';
import {
  type BadLine,
  type ChosenColumns,
  type CsvRow,
  headOf,
  readTable,
  type TableFormat,
  type TableHead,
  writeTable,
} from './csv';
import type { LeftOut } from './left-out';
import { messageCells, readMessage } from './message-cells';

/** The columns of a list of parameters, in the order in which they are written. */
export const parameterColumns = [
  'name',
  'kind',
  'range',
  'unit',
  'scale',
  'steps',
  'group',
  'default',
  'start',
  'tags',
  'centre',
  'tolerance',
  'role',
  'note',
] as const;

/** The columns of the number that a target came with; they are written where one has any. */
export const numberColumns = ['message', 'number', 'channel'] as const;

/** The ends of a range where each has a column of its own: read in place of `range`, and never written. */
const endColumns = ['lowest', 'highest'] as const;

const aliases = {
  parameter: 'name',
  type: 'kind',
  units: 'unit',
  center: 'centre',
  values: 'steps',
  min: 'lowest',
  minimum: 'lowest',
  max: 'highest',
  maximum: 'highest',
};

/** Every column that is read, in the order in which they stand where no heading says otherwise. */
const readColumns = [...parameterColumns, ...numberColumns, ...endColumns] as const;
export type ReadColumn = (typeof readColumns)[number];

/** How a list of parameters begins, and what is made of its columns. */
export const parametersHead = (text: string): TableHead => headOf(text, readColumns, aliases);
/** The columns that can be chosen for those of a list. */
export const choosableColumns: readonly ReadColumn[] = readColumns;

export interface ParameterList {
  readonly good: readonly ProfileParameter[];
  /** The numbers that the list has for its parameters, by their names. */
  readonly numbers: ReadonlyMap<string, Message>;
  readonly bad: readonly BadLine[];
  /** The fields that the list says anything about: only these are changed on a parameter that is there already. */
  readonly given: readonly (keyof ProfileParameter)[];
}

const number = String.raw`[-−]?\d+(?:[.]\d+)?(?:[eE][-+]?\d+)?`;
const rangePattern = new RegExp(String.raw`^(${number})\s*(?:\.\.+|to|…|–)\s*(${number})$`);

/**
 * Reads a list of parameters. Bad lines are reported with their number and reason; good ones are kept. `onRow` hears of each line read and
 * of how many there are. A line may say the number under which its parameter is heard: channels and programs count as `style` says. `chosen`: which column is what,
 * where somebody chose; else as the first line names them, else in the order of `readColumns`.
 */
export function parseParameters(
  text: string,
  onRow?: (done: number, all: number) => void,
  style: Reception['shows'] = commonReception.shows,
  chosen: ChosenColumns | null = null,
): ParameterList {
  const { rows, bad, given: columns } = readTable(text, readColumns, aliases, chosen);
  const numbers = new Map<string, Message>();
  const good: ProfileParameter[] = [];
  const problems: BadLine[] = [...bad];
  const names = new Set<string>();
  for (const [i, given] of rows.entries()) {
    onRow?.(i + 1, rows.length);
    for (const { row, at } of spelledOut(given, good.length)) {
      const draft = draftOf(row);
      if (!draft.ok) problems.push({ line: row.line, reason: draft.error });
      else if (names.has(draft.value.name))
        problems.push({ line: row.line, reason: { code: 'name-twice', text: quoted(draft.value.name, 60) } });
      else {
        const message = messageIn(row, style);
        if (message !== null && !message.ok) {
          problems.push({ line: row.line, reason: message.error });
          continue;
        }
        names.add(draft.value.name);
        const own = message?.ok ? onwards(message.value, at) : null;
        if (own) numbers.set(draft.value.name, own);
        good.push(draft.value);
      }
    }
  }
  return { good, numbers, bad: problems.sort((a, b) => a.line - b.line), given: fieldsOf(columns) };
}

/** Most lines that one line can stand for. */
const MOST_OF_ONE = 1024;
/** Above this many parameters in a list no line stands for several: a rig holds no more rows. */
const MOST = 50_000;
const RUN = /(\d+)\.\.(\d+)/;

/** A line whose name counts ("Level 1..8") stands for one line each, with `at` from 0; any other for itself. Leading zeros are kept. */
function spelledOut(row: CsvRow, before: number): readonly { readonly row: CsvRow; readonly at: number }[] {
  const name = row.cell('name');
  const [run, from = '', to = ''] = RUN.exec(name) ?? [];
  const count = Number(to) - Number(from) + 1;
  const named = (to: string): CsvRow => ({ ...row, cell: (column) => (column === 'name' ? to : row.cell(column)) });
  if (run === undefined || count < 2 || count > MOST_OF_ONE || before + count > MOST)
    return [{ row: named(plainName(name)), at: 0 }];
  return Array.from({ length: count }, (_, at) => {
    const written = String(Number(from) + at).padStart(from.startsWith('0') ? from.length : 0, '0');
    return { at, row: named(plainName(name.replace(run, written))) };
  });
}

/** A name with a run as a line that stands for itself, and back: a backslash keeps the dots apart. */
const keepRun = (name: string): string => name.replace(/(\d\\*)(?=\.\.\d)/g, '$1\\');
const plainName = (name: string): string => name.replace(/(\d\\*)\\(?=\.\.\d)/g, '$1');

/** The number of the first line counted on; none where its message has no number, or it would lie beyond the last one. */
function onwards(message: Message, at: number): Message | null {
  if (at === 0) return message;
  const read = 'number' in message ? messageSchema.safeParse({ ...message, number: message.number + at }) : null;
  return read?.success ? read.data : null;
}

/** The message of a line; null where it says none. */
function messageIn(row: CsvRow, style: Reception['shows']): Result<Message, CellProblem> | null {
  const [kind, number, channel] = numberColumns.map((c) => row.cell(c));
  return kind || number || channel
    ? readMessage({ kind: kind ?? '', number: number ?? '', channel: channel ?? '' }, style, 1)
    : null;
}

/** The fields behind columns: a kind and a range bring each other. */
function fieldsOf(named: readonly string[]): readonly (keyof ProfileParameter)[] {
  const columns = endColumns.some((c) => named.includes(c)) ? [...named, 'range'] : named;
  return parameterColumns.flatMap((column): (keyof ProfileParameter)[] => {
    if (!columns.includes(column)) return [];
    if (column === 'range') return ['lowest', 'highest'];
    return column === 'kind' || column === 'steps' ? ['kind', 'steps', 'lowest', 'highest'] : [column];
  });
}

function draftOf(row: CsvRow): Result<ProfileParameter, CellProblem> {
  const name = line(row.cell('name'));
  if (name === '') return err({ code: 'name-missing' });
  const steps = stepsOf(line(row.cell('steps')));
  const wanted = row.cell('kind').toLowerCase();
  const kind = parameterKinds.find((k) => k === wanted) ?? (wanted === '' ? (steps.length > 0 ? 'stepped' : 'continuous') : null);
  if (kind === null) return err({ code: 'no-parameter-kind', text: quoted(wanted) });
  if (kind === 'stepped' && steps.length < 2) return err({ code: 'steps-missing' });
  const ends = endColumns.map((c) => row.cell(c));
  const range = rangeOf(row.cell('range') || (ends.every((e) => e === '') ? '' : ends.join('..')), kind, steps);
  if (!range.ok) return range;
  const scale = scaleOf(row.cell('scale'));
  if (!scale.ok) return scale;
  const [lowest, highest] = range.value;
  const fallback = lowest <= 0 && highest >= 0 ? 0 : lowest;
  const standard = parameterValue(row.cell('default'), 'default', fallback, steps);
  if (!standard.ok) return standard;
  const start = parameterValue(row.cell('start'), 'start', standard.value, steps);
  if (!start.ok) return start;
  const tolerance = row.cell('tolerance') === '' ? null : Number(row.cell('tolerance'));
  const centre = row.cell('centre').toLowerCase();
  const tags = row
    .cell('tags')
    .split(/[\s|]+/)
    .filter((t) => t !== '');
  return parameterOf({
    name,
    group: line(row.cell('group')),
    kind,
    unit: line(row.cell('unit')),
    lowest,
    highest,
    scale: scale.value,
    centre: centre === 'at64' || centre === 'at 64' ? 'at64' : 'linear',
    steps,
    default: standard.value,
    start: start.value,
    role: line(row.cell('role')),
    tags,
    tolerance,
    evidence: [],
    origin: '',
    note: row.cell('note'),
  });
}

/** A parameter out of what a list says of it, or what is wrong with it as a whole. */
export function parameterOf(draft: Readonly<Record<string, unknown>>): Result<ProfileParameter, CellProblem> {
  const parsed = rowSchemas.parameters.safeParse({ id: 'x', order: 0, targetId: 'x', ...draft });
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return err({ code: 'row', field: issue?.path.map(String).join('.') ?? 'line', message: issue?.message ?? 'not valid' });
  }
  const { id: _id, order: _order, targetId: _target, drives: _none, entered: _never, ...rest } = parsed.data;
  return ok(rest);
}

function rangeOf(
  text: string,
  kind: Parameter['kind'],
  steps: readonly string[],
): Result<readonly [number, number], CellProblem> {
  if (kind === 'toggle' || kind === 'trigger') return ok([0, 1]);
  if (kind === 'stepped') return ok([0, steps.length - 1]);
  if (text === '') return ok([0, 1]);
  const match = rangePattern.exec(text);
  if (!match) return err({ code: 'no-range', text: quoted(text) });
  return ok([numberOf(match[1] ?? ''), numberOf(match[2] ?? '')]);
}

/** A cell of one line: a spreadsheet breaks long names. */
const line = (cell: string): string => cell.replace(/[\t\n\r]+/g, ' ');

export interface Written {
  readonly text: string;
  /** What the format cannot say. */
  readonly losses: readonly LeftOut[];
}

/** Parameters as a table that `parseParameters` reads, with the numbers that they came with; what a table cannot say is named. */
export function writeParameters(
  parameters: readonly ProfileParameter[],
  format: TableFormat = 'csv',
  numbers: ReadonlyMap<string, Message> = new Map(),
  style: Reception['shows'] = commonReception.shows,
): Written {
  const losses: LeftOut[] = [];
  const rows = parameters.map((p) => {
    if (p.scale.type === 'table') losses.push({ code: 'scale-becomes-linear', of: p.name, values: p.scale.values.length });
    if (p.steps.some((s) => s.includes('|'))) losses.push({ code: 'bar-in-step', of: p.name });
    if (p.evidence.length > 0) losses.push({ code: 'evidence', of: p.name });
    const message = numbers.get(p.name);
    const cells = message === undefined ? null : messageCells(message, style);
    if (message !== undefined && cells === null) losses.push({ code: 'no-form', of: p.name, message: message.type });
    const own = parameterColumns.map((column) => {
      if (column === 'range') return p.kind === 'continuous' ? `${p.lowest}..${p.highest}` : '';
      if (column === 'scale') return p.kind === 'continuous' && p.scale.type !== 'table' ? cellText(p, 'scale') : '';
      if (column === 'centre') return p.centre === 'linear' ? '' : p.centre;
      if (column === 'steps') return p.steps.join('|');
      if (column === 'name') return keepRun(p.name);
      return cellText(p, column);
    });
    return numbers.size === 0 ? own : [...own, cells?.kind ?? '', cells?.number ?? '', cells?.channel ?? ''];
  });
  const heads = numbers.size === 0 ? parameterColumns : [...parameterColumns, ...numberColumns];
  return { text: writeTable(heads, rows, format), losses };
}
