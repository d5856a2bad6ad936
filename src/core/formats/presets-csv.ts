// What presets hold, as text: preset, parameter, value. A line of “all else” says what becomes of what is not named; “empty” in place of a parameter, that nothing is stored.
import { err, ok, type Result } from '../base';
import { type CellProblem, holdable, type PresetContents, quoted, stepValues, valueIn } from '../commands';
import type { Parameter, Preset, RigIndex } from '../rig';
import { type BadLine, type ChosenColumns, headOf, readTable, type TableFormat, type TableHead, writeTable } from './csv';

/** The columns of a list of what presets keep, in the order in which they stand where no heading says otherwise. */
export const presetColumns = ['preset', 'parameter', 'value'] as const;
export type PresetColumn = (typeof presetColumns)[number];
const aliases = { step: 'preset', holds: 'parameter' };
const ALL_ELSE = 'all else';
const EMPTY = 'empty';

/** How a list of what presets keep begins, and what is made of its columns. */
export const presetsHead = (text: string): TableHead => headOf(text, presetColumns, aliases);

export interface PresetList {
  /** What the list says of each step that it names: all that is to be under it. */
  readonly good: ReadonlyMap<number, PresetContents>;
  readonly lines: number;
  readonly bad: readonly BadLine[];
}

/** Reads what the steps of a parameter hold. Bad lines are reported with their number and reason; good ones are kept. `chosen`: which column is what, where somebody chose. */
export function parsePresets(text: string, index: RigIndex, chooser: Parameter, chosen: ChosenColumns | null = null): PresetList {
  const { rows, bad } = readTable(text, presetColumns, aliases, chosen);
  const good = new Map<number, PresetContents>();
  const problems: BadLine[] = [...bad];
  const parameters = holdable(index, chooser);
  let lines = 0;
  for (const row of rows) {
    const read = lineOf(row.cell, chooser, parameters);
    if (!read.ok) {
      problems.push({ line: row.line, reason: read.error });
      continue;
    }
    lines++;
    const { step, change } = read.value;
    const before = good.get(step) ?? { stored: true, rest: 'stays', values: [] };
    good.set(step, {
      ...before,
      ...(change.type === 'empty' ? { stored: false } : {}),
      ...(change.type === 'rest' ? { rest: change.rest } : {}),
      ...(change.type === 'holds'
        ? {
            values: [
              ...before.values.filter((v) => v.parameterId !== change.parameterId),
              { parameterId: change.parameterId, value: change.value },
            ],
          }
        : {}),
    });
  }
  return { good, lines, bad: problems };
}

type Change =
  | { readonly type: 'empty' }
  | { readonly type: 'rest'; readonly rest: Preset['rest'] }
  | { readonly type: 'holds'; readonly parameterId: string; readonly value: number };

function lineOf(
  cell: (column: string) => string,
  chooser: Parameter,
  parameters: readonly Parameter[],
): Result<{ readonly step: number; readonly change: Change }, CellProblem> {
  const step = valueIn(cell('preset'), chooser);
  if (!step.ok) return step;
  const name = cell('parameter');
  const value = cell('value');
  if (name.toLowerCase() === EMPTY) return ok({ step: step.value, change: { type: 'empty' } });
  if (name.toLowerCase() === ALL_ELSE) {
    const rest = value.toLowerCase() === 'stays' ? 'stays' : 'unknown';
    return ok({ step: step.value, change: { type: 'rest', rest } });
  }
  const found = parameters.filter((p) => p.name === name);
  const [parameter] = found;
  if (!parameter) return err({ code: 'no-parameter', text: quoted(name) });
  if (found.length > 1) return err({ code: 'several-parameters', text: quoted(name) });
  const held = valueIn(value, parameter);
  return held.ok ? ok({ step: step.value, change: { type: 'holds', parameterId: parameter.id, value: held.value } }) : held;
}

/** What the steps of a parameter hold, as `parsePresets` reads it; steps of which nobody said anything are left out. */
export function writePresets(index: RigIndex, chooser: Parameter, format: TableFormat = 'csv'): string {
  const parameters = holdable(index, chooser);
  const rows = stepValues(chooser).flatMap((step) =>
    (index.presetsOf.get(chooser.id) ?? [])
      .filter((p) => p.step === step)
      .flatMap(({ stored, rest, values }): (readonly string[])[] => {
        const name = shown(step, chooser);
        return [
          stored ? [name, ALL_ELSE, rest === 'stays' ? 'stays' : 'not known'] : [name, EMPTY, ''],
          ...(stored ? values : []).flatMap((v): (readonly string[])[] => {
            const parameter = parameters.find((p) => p.id === v.parameterId);
            return parameter ? [[name, parameter.name, shown(v.value, parameter)]] : [];
          }),
        ];
      }),
  );
  return writeTable(presetColumns, rows, format);
}

/** A value as it is read again: on or off, the name of its step where no other has it, else a number. */
function shown(value: number, { steps, lowest, kind }: Parameter): string {
  if (kind === 'toggle' && steps.length === 0) return value >= 0.5 ? 'on' : 'off';
  const name = kind === 'continuous' ? undefined : steps[value - lowest];
  const only = name !== undefined && name.trim() === name && name !== '' && steps.filter((s) => s === name).length === 1;
  return only ? name : String(value);
}
