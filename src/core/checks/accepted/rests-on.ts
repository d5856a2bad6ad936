// What an accepted finding rests on, as a short fingerprint. Two forms are read, one is written: those that stand in people's data
// stay good for as long as the rig is the same, whatever the words of the checks are by now.
import { codeUnits, stableHash } from '../../base';
import { type RigIndex, rowsOf, type TableName, tableNames } from '../../rig';
import type { Finding } from '../finding';
import { restingFields, restingInside } from './fields.data';
import { frozenWords } from './frozen-words.data';

type Found = Omit<Finding, 'accepted'>;

/** Marks the form that is written: check, facts and rows, and no words. What has no mark is of the first form. */
const SECOND = '2:';

/** The fingerprint of a finding: 64 bits of a stable hash in hexadecimal, after the mark of its form. */
export function restsOn(index: RigIndex, finding: Found): string {
  const facts = Object.entries(finding.facts)
    .filter(([name]) => !name.endsWith('Words'))
    .sort(([a], [b]) => (a < b ? -1 : 1));
  const rows = rowsUnder(index, finding).map(({ table, row }) =>
    restingFields[table].map((field) => [field, sorted(inside(field, Reflect.get(row, field)))]),
  );
  return `${SECOND}${hashed([finding.check, finding.parameterId, facts, finding.evidence, rows])}`;
}

/** Whether a fingerprint, of either form, is that of a finding as it stands. */
export const stillRestsOn = (index: RigIndex, finding: Found, kept: string): boolean =>
  kept === (kept.startsWith(SECOND) ? restsOn(index, finding) : firstForm(index, finding));

/**
 * The first form: the words of that time stood in it, and the fields in the order of the row. Null for a check that came later.
 */
function firstForm(index: RigIndex, finding: Found): string | null {
  const words = frozenWords(finding.check, finding.facts);
  if (!words) return null;
  const rows = rowsUnder(index, finding).map(({ table, row }) =>
    Object.entries(row)
      .filter(([field]) => restingFields[table].includes(field))
      .map(([field, value]) => [field, inside(field, value)]),
  );
  return hashed([finding.check, finding.parameterId, words.title, words.reason, finding.evidence, rows]);
}

/** The same value with the fields of every object in the order of their names: order is no fact. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, part]) => [name, sorted(part)]),
  );
}

const hashed = (what: unknown): string =>
  stableHash(codeUnits(JSON.stringify(what)))
    .map((part) => part.toString(16).padStart(8, '0'))
    .join('');

interface Under {
  readonly table: TableName;
  readonly row: object;
}

/** The row that a finding is about, the parameters that its subject is meant for, and what listens to them. */
function rowsUnder(index: RigIndex, { check, about, subjectId, parameterId }: Found): readonly Under[] {
  const assignment = index.assignments.get(subjectId);
  const row = about === 'assignments' ? assignment : rowOf(index, about, subjectId);
  const meant = (assignment?.actions ?? []).flatMap((action) => (action.type === 'send' ? action.meant : []));
  return [
    ...(row ? [{ table: about, row }] : []),
    ...meant.flatMap((id): Under[] => [
      { table: 'parameters', row: index.parameters.get(id) ?? {} },
      ...(index.landingsOf.get(id) ?? []).map((landing): Under => ({ table: 'landings', row: landing })),
    ]),
    ...(loadingPresets.has(check) ? presetsOn(index, parameterId) : []),
    ...(check === 'arrival-lies'
      ? index.rig.arrivals.filter((a) => a.latches.some((l) => l.controlId === assignment?.controlId))
      : []
    ).map((row): Under => ({ table: 'arrivals', row })),
    ...(check === 'released-in-silence'
      ? index.rig.groups.filter((g) => g.controlIds.includes(assignment?.controlId ?? ''))
      : []
    ).map((row): Under => ({ table: 'groups', row })),
  ];
}

/** Checks that load presets: what they tell rests on what presets hold. */
const loadingPresets: ReadonlySet<Found['check']> = new Set<Found['check']>(['preset-lies', 'preset-leap', 'besides-leap']);

/** What the presets of the target hold that a parameter belongs to. */
function presetsOn(index: RigIndex, parameterId: string | null): readonly Under[] {
  const targetId = index.parameters.get(parameterId ?? '')?.targetId;
  return index.rig.presets
    .filter((p) => index.parameters.get(p.parameterId)?.targetId === targetId)
    .map((row): Under => ({ table: 'presets', row }));
}

function rowOf(index: RigIndex, table: TableName, id: string): object | undefined {
  const rows: readonly { readonly id: string }[] = tableNames.includes(table) ? rowsOf(index.rig, table) : [];
  return rows.find((row) => row.id === id);
}

/** What stands inside a field, without what came later. */
function inside(field: string, value: unknown): unknown {
  const known = restingInside[field];
  if (!known || typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([name]) => known.includes(name))
      .map(([name, part]) => [name, inside(name, part)]),
  );
}
