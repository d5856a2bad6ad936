// The parameters of a target as cells of text: what each cell says, what may be typed into it, and many of them changed at once.
import { err, exhaustive, groupBy, ok, type Result } from '../base';
import { type ProfileParameter, plainParameter } from '../library';
import { batch, type Edit, insert, type Parameter, plainMacro, type Rig, rowSchemas } from '../rig';
import type { ScaleSpec } from '../values';
import { type CellProblem, quoted } from './cell-problem';
import { fittedStates, followRanges } from './follow-range';
import { type NewId, nextOrder, replaced } from './shared';

/** The columns of a table of parameters, in their order. */
export const parameterCells = [
  'name',
  'group',
  'kind',
  'lowest',
  'highest',
  'unit',
  'scale',
  'steps',
  'default',
  'start',
  'centre',
  'tolerance',
  'role',
  'tags',
  'note',
] as const;
export type ParameterCell = (typeof parameterCells)[number];

/** What a parameter may be. */
export const parameterKinds = ['continuous', 'stepped', 'toggle', 'trigger'] as const;
const tags = ['loudness', 'feedback', 'hazard', 'panic', 'urgent'] as const;

/** A decimal number, with a true or a typed minus; NaN for what is none. */
export const numberOf = (text: string): number => {
  const plain = text
    .trim()
    .replace('−', '-')
    .replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN;
};

/** `linear`, `log` or `power 2`; empty is linear. */
export function scaleOf(text: string): Result<ScaleSpec, CellProblem> {
  const wanted = text.trim().toLowerCase();
  if (wanted === '' || wanted === 'linear' || wanted === 'lin') return ok({ type: 'linear' });
  if (wanted === 'log') return ok({ type: 'log' });
  const power = /^power\s*\(?\s*(\d+(?:\.\d+)?)\s*\)?$/.exec(wanted);
  if (power) return ok({ type: 'power', k: Number(power[1]) });
  return err({ code: 'no-scale', text: quoted(text) });
}

/** A value as a number, the name of a step, `on` or `off`; `fallback` where the text is empty. */
export function parameterValue(
  text: string,
  what: 'value' | 'default' | 'start',
  fallback: number,
  steps: readonly string[],
): Result<number, CellProblem> {
  if (text === '') return ok(fallback);
  const step = steps.indexOf(text);
  if (step >= 0) return ok(step);
  const lower = text.toLowerCase();
  if (lower === 'on' || lower === 'off') return ok(lower === 'on' ? 1 : 0);
  const value = numberOf(text);
  return Number.isFinite(value) ? ok(value) : err({ code: 'no-number', text: quoted(text), what });
}

/** A value as its parameter is read: a step by its name or number, on and off, a number with its unit or without. */
export function valueIn(
  text: string,
  parameter: Pick<Parameter, 'kind' | 'unit' | 'lowest' | 'highest' | 'steps'>,
): Result<number, CellProblem> {
  const { unit, lowest, highest, steps } = parameter;
  const bare = unit !== '' && text.endsWith(unit) ? text.slice(0, -unit.length).trim() : text;
  const read = parameterValue(bare, 'value', Number.NaN, []);
  const step = steps.indexOf(text);
  const value = step >= 0 ? lowest + step : read.ok ? read.value : Number.NaN;
  if (Number.isNaN(value)) return err({ code: 'no-number', text: quoted(text), what: 'value' });
  const whole = parameter.kind === 'continuous' || Number.isInteger(value);
  return whole && value >= lowest && value <= highest ? ok(value) : err({ code: 'out-of-range', lowest, highest });
}

/** Names separated by |. */
export const stepsOf = (text: string): string[] =>
  text
    .split('|')
    .map((s) => s.trim())
    .filter((s) => s !== '');

const scaleText = (scale: ScaleSpec): string => (scale.type === 'power' ? `power ${scale.k}` : scale.type);

const valueText = (p: Pick<Parameter, 'kind' | 'steps'>, value: number): string =>
  p.kind === 'toggle' ? (value >= 0.5 ? 'on' : 'off') : p.kind === 'stepped' ? (p.steps[value] ?? String(value)) : String(value);

/** What a cell says: text that the same cell takes back. */
export function cellText(p: ProfileParameter, cell: ParameterCell): string {
  switch (cell) {
    case 'scale':
      return scaleText(p.scale);
    case 'steps':
      return p.steps.join(' | ');
    case 'default':
    case 'start':
      return p.kind === 'trigger' ? '' : valueText(p, p[cell]);
    case 'tags':
      return p.tags.join(' ');
    case 'tolerance':
      return p.tolerance === null ? '' : String(p.tolerance);
    case 'lowest':
    case 'highest':
      return String(p[cell]);
    default:
      return p[cell];
  }
}

type Change = Partial<ProfileParameter>;

function limitOf(p: ProfileParameter, cell: 'lowest' | 'highest', text: string): Result<Change, CellProblem> {
  if (p.kind !== 'continuous') return err({ code: 'no-range-of-its-own' });
  const value = numberOf(text);
  return Number.isFinite(value)
    ? ok(cell === 'lowest' ? { lowest: value } : { highest: value })
    : err({ code: 'no-number', text: quoted(text), what: null });
}

function kindOf(p: ProfileParameter, text: string): Result<Change, CellProblem> {
  const kind = parameterKinds.find((k) => k === text.toLowerCase());
  if (!kind) return err({ code: 'no-parameter-kind', text: quoted(text) });
  if (kind === p.kind) return ok({ kind });
  if (kind === 'toggle' || kind === 'trigger') return ok({ kind, lowest: 0, highest: 1, steps: [], scale: { type: 'linear' } });
  if (kind === 'stepped') {
    const steps = p.steps.length >= 2 ? p.steps : ['first', 'second'];
    return ok({ kind, steps, lowest: 0, highest: steps.length - 1, scale: { type: 'linear' } });
  }
  return ok({ kind, steps: [] });
}

/** What a text in a cell changes; the reason when it cannot stand there. */
function changeOf(p: ProfileParameter, cell: ParameterCell, text: string): Result<Change, CellProblem> {
  const plain = text.trim();
  switch (cell) {
    case 'name':
      return plain === '' ? err({ code: 'name-needed' }) : ok({ name: plain });
    case 'group':
      return ok({ group: plain });
    case 'unit':
      return ok({ unit: plain });
    case 'role':
      return ok({ role: plain });
    case 'note':
      return ok({ note: plain });
    case 'kind':
      return kindOf(p, plain);
    case 'lowest':
    case 'highest':
      return limitOf(p, cell, plain);
    case 'scale': {
      const scale = scaleOf(plain);
      return scale.ok ? ok({ scale: scale.value }) : scale;
    }
    case 'steps': {
      const steps = stepsOf(plain);
      if (p.kind !== 'stepped') return steps.length === 0 ? ok({}) : err({ code: 'no-steps-of-its-own' });
      return steps.length < 2 ? err({ code: 'too-few-steps' }) : ok({ steps, lowest: 0, highest: steps.length - 1 });
    }
    case 'default':
    case 'start': {
      if (p.kind === 'trigger') return plain === '' ? ok({}) : err({ code: 'no-value-of-its-own' });
      const value = parameterValue(plain, cell, p.lowest <= 0 && p.highest >= 0 ? 0 : p.lowest, p.steps);
      if (!value.ok) return value;
      if (value.value < p.lowest || value.value > p.highest)
        return err({ code: 'out-of-range', lowest: p.lowest, highest: p.highest });
      return ok(cell === 'default' ? { default: value.value } : { start: value.value });
    }
    case 'centre': {
      const centre = plain.toLowerCase().replace(' ', '');
      return centre === '' || centre === 'linear'
        ? ok({ centre: 'linear' })
        : centre === 'at64'
          ? ok({ centre: 'at64' })
          : err({ code: 'no-centre' });
    }
    case 'tolerance': {
      const value = numberOf(plain);
      return plain === '' ? ok({ tolerance: null }) : value > 0 ? ok({ tolerance: value }) : err({ code: 'no-tolerance' });
    }
    case 'tags': {
      const words = plain
        .toLowerCase()
        .split(/[\s|,]+/)
        .filter((t) => t !== '');
      const known = [...new Set(words)].flatMap((w) => tags.find((t) => t === w) ?? []);
      const wrong = words.find((w) => !tags.some((t) => t === w));
      return wrong === undefined ? ok({ tags: known }) : err({ code: 'no-tag', text: quoted(wrong), tags });
    }
    default:
      return exhaustive(cell);
  }
}

export interface CellChange {
  /** The parameter; null for a new one at the end, told apart by `line`. */
  readonly parameterId: string | null;
  readonly line: number;
  readonly cell: ParameterCell;
  readonly text: string;
}

export interface RefusedCell extends CellChange {
  readonly reason: CellProblem;
}

/** Cells whose sense hangs on others come after these. */
const rank = (cell: ParameterCell): number =>
  cell === 'kind' ? 0 : cell === 'steps' ? 1 : cell === 'lowest' || cell === 'highest' ? 2 : 3;

/**
 * Many cells changed at once, as one edit. What cannot stand in a cell is handed back with its reason and changes nothing; the other
 * cells of its row are taken all the same, where the row holds together without it.
 */
export function changeCells(
  rig: Rig,
  targetId: string,
  changes: readonly CellChange[],
  newId: NewId,
): { readonly edit: Edit | null; readonly refused: readonly RefusedCell[] } {
  const byLine = groupBy(changes, (change) => change.parameterId ?? `new ${change.line}`);
  const rows = new Map(rig.parameters.map((p) => [p.id, p]));
  const refused: RefusedCell[] = [];
  const edits: Edit[] = [];
  const ranges: { readonly now: Parameter; readonly next: Parameter }[] = [];
  let order = nextOrder(rig.parameters);
  for (const line of byLine.values()) {
    const id = line[0]?.parameterId ?? null;
    const row = id === null ? null : rows.get(id);
    if (row === undefined) continue;
    const done = changedRow(row ?? plainParameter, line);
    refused.push(...done.refused);
    if (row) {
      edits.push(...replaced('parameters', row, done.change));
      ranges.push({ now: row, next: { ...row, ...done.change } });
    } else if (done.change.name !== undefined)
      edits.push(
        insert('parameters', { ...plainMacro, ...plainParameter, ...done.change, id: newId(), order: order++, targetId }),
      );
    else
      refused.push(
        ...line
          .filter((c) => !done.refused.some((r) => r.cell === c.cell))
          .map((c): RefusedCell => ({ ...c, reason: { code: 'new-line-needs-name' } })),
      );
  }
  edits.push(...followRanges(rig, ranges));
  const cells = changes.length - refused.length;
  return { edit: edits.length === 0 ? null : batch(cells === 1 ? 'Change a cell' : `Change ${cells} cells`, edits), refused };
}

function changedRow(
  row: ProfileParameter,
  line: readonly CellChange[],
): { readonly change: Change; readonly refused: readonly RefusedCell[] } {
  const atOnce = takenAtOnce(row, line);
  if (atOnce) return { change: atOnce, refused: [] };
  let now: ProfileParameter = row;
  let change: Change = {};
  const refused: RefusedCell[] = [];
  for (const cell of [...line].sort((a, b) => rank(a.cell) - rank(b.cell))) {
    const wanted = changeOf(now, cell.cell, cell.text);
    if (!wanted.ok) {
      refused.push({ ...cell, reason: wanted.error });
      continue;
    }
    const { merged, kept } = keptInRange(now, wanted.value);
    // A range may be wrong until its other end has come: both ends of a line are looked at together.
    const half =
      (cell.cell === 'lowest' || cell.cell === 'highest') &&
      line.some((c) => c !== cell && (c.cell === 'lowest' || c.cell === 'highest'));
    const problem = half && merged.lowest >= merged.highest ? null : problemOf(merged);
    if (problem !== null) {
      refused.push({ ...cell, reason: problem });
      continue;
    }
    now = merged;
    change = { ...change, ...kept };
  }
  const whole = problemOf(now.name === '' ? { ...now, name: '?' } : now);
  if (whole === null) return { change, refused };
  return { change: {}, refused: line.map((c) => ({ ...c, reason: whole })) };
}

/** A whole line that fits as it is: looked at once, not cell by cell, since a pasted table has thousands. */
function takenAtOnce(row: ProfileParameter, line: readonly CellChange[]): Change | null {
  let now = row;
  let change: Change = {};
  for (const cell of [...line].sort((a, b) => rank(a.cell) - rank(b.cell))) {
    const wanted = changeOf(now, cell.cell, cell.text);
    if (!wanted.ok) return null;
    const { merged, kept } = keptInRange(now, wanted.value);
    now = merged;
    change = { ...change, ...kept };
  }
  return now.name === '' || problemOf(now) !== null ? null : change;
}

/** Start and default follow a range that leaves them outside. */
function keptInRange(row: ProfileParameter, change: Change): { readonly merged: ProfileParameter; readonly kept: Change } {
  const merged = { ...row, ...change };
  const [low, high] = [Math.min(merged.lowest, merged.highest), Math.max(merged.lowest, merged.highest)];
  const held = (value: number): number => Math.min(high, Math.max(low, value));
  const kept: Change = { ...change };
  if (held(merged.start) !== merged.start) kept.start = held(merged.start);
  if (held(merged.default) !== merged.default) kept.default = held(merged.default);
  if (merged.states !== null) kept.states = fittedStates(merged);
  return { merged: { ...merged, ...kept }, kept };
}

function problemOf(row: ProfileParameter): CellProblem | null {
  const parsed = rowSchemas.parameters.safeParse({
    ...row,
    name: row.name === '' ? '?' : row.name,
    id: 'x',
    order: 0,
    targetId: 'x',
  });
  return parsed.success ? null : { code: 'row', field: null, message: parsed.error.issues[0]?.message ?? 'not valid' };
}
