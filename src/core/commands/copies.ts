// A rig keeps its own copy of a controller or target. When the library has a newer version, these are the differences, one by one:
// what the library changed since the copy was made, and whether the rig changed the same thing meanwhile.
import { clamp, counted } from '../base';
import type { ControllerTemplate, TargetProfile } from '../library';
import {
  batch,
  type Control,
  type Controller,
  type Edit,
  entryFields,
  fieldsExcept,
  insert,
  type Parameter,
  plainMacro,
  type Rig,
  sameJson,
  set,
  type Target,
} from '../rig';
import { removeWithDependents } from './cascade';
import { fittedStates, followRanges } from './follow-range';
import { type NewId, nextOrder, replaced } from './shared';

/** Where a difference lies. Fields of a controller are also those of its firmware, of a target those of its reception. */
type Change =
  | { readonly type: 'field'; readonly field: string; readonly to: unknown }
  | { readonly type: 'nested'; readonly field: string; readonly to: unknown }
  | { readonly type: 'part'; readonly id: string; readonly field: string; readonly to: unknown }
  | { readonly type: 'add'; readonly origin: string }
  | { readonly type: 'remove'; readonly id: string };

export interface Difference {
  /** Stable while the dialog is open: what was ticked stays ticked. */
  readonly key: string;
  readonly kind: 'added' | 'removed' | 'changed';
  /** The control or parameter, or null for the unit itself. */
  readonly part: string | null;
  readonly field: string | null;
  readonly here: unknown;
  readonly there: unknown;
  /** Whether the rig changed the same thing since the copy was made: taking the library's loses that. */
  readonly changedHere: boolean;
  /** Assignments or landings that fall with a removed part. */
  readonly falls: number;
  readonly change: Change;
}

interface Sides {
  readonly unitFields: readonly string[];
  readonly partFields: readonly string[];
}

/** What belongs to the rig and not to the library: who it is, where it stands, what it was copied from, how it is plugged in. */
const ofTheRig = ['id', 'order', 'origin'] as const;

const controllerSides: Sides = {
  // Firmware is compared field by field.
  unitFields: fieldsExcept(entryFields.controller, [
    ...ofTheRig,
    'name',
    'templateId',
    'templateVersion',
    'port',
    'channel',
    'firmware',
  ]),
  partFields: fieldsExcept(entryFields.control, [...ofTheRig, 'controllerId']),
};

const targetSides: Sides = {
  // Reception is compared field by field.
  unitFields: fieldsExcept(entryFields.target, [
    ...ofTheRig,
    'name',
    'profileId',
    'profileVersion',
    'port',
    'reception',
    'channelBanks',
  ]),
  // The start value belongs to the show, not to the profile, and is left alone; so are macros and banks of channels, which name parameters of this rig.
  partFields: fieldsExcept(entryFields.parameter, [...ofTheRig, 'targetId', 'start', 'drives', 'entered']),
};

type Fields = Readonly<Record<string, unknown>>;
const fieldsOf = (value: object): Fields => Object.fromEntries(Object.entries(value));

interface Copy {
  readonly fields: Fields;
  readonly nested: Fields;
  readonly parts: ReadonlyMap<string, Fields>;
}

const byOrigin = (rows: readonly object[], own: 'id' | 'origin'): ReadonlyMap<string, Fields> =>
  new Map(rows.map((row) => [String(fieldsOf(row)[own]), fieldsOf(row)]));

const copyOfTemplate = (t: ControllerTemplate): Copy => ({
  fields: {
    width: t.panel.width,
    height: t.panel.height,
    bankNames: t.bankNames,
    evidence: t.evidence ?? [],
    note: t.note ?? '',
  },
  nested: fieldsOf(t.firmware),
  parts: byOrigin(t.panel.controls, 'origin'),
});

const copyOfProfile = (p: TargetProfile): Copy => ({
  fields: { kind: p.kind, version: p.software ?? '', evidence: p.evidence ?? [], note: p.note ?? '' },
  nested: fieldsOf(p.reception),
  parts: byOrigin(p.parameters, 'origin'),
});

/** What the library's newest version of a controller would change on a rig. `base` is the version that it was copied from, if it is still known. */
export function controllerDifferences(
  rig: Rig,
  unit: Controller,
  base: ControllerTemplate | null,
  next: ControllerTemplate,
): readonly Difference[] {
  const rows = rig.controls.filter((c) => c.controllerId === unit.id);
  const falls = (id: string): number => rig.assignments.filter((a) => a.controlId === id).length;
  return compare(
    controllerSides,
    { fields: fieldsOf(unit), nested: fieldsOf(unit.firmware), rows: rows.map((r) => fieldsOf(r)) },
    base && copyOfTemplate(base),
    copyOfTemplate(next),
    falls,
  );
}

/** As `controllerDifferences`, for a target and its parameters. */
export function targetDifferences(
  rig: Rig,
  unit: Target,
  base: TargetProfile | null,
  next: TargetProfile,
): readonly Difference[] {
  const rows = rig.parameters.filter((p) => p.targetId === unit.id);
  const falls = (id: string): number => rig.landings.filter((l) => l.parameterId === id).length;
  return compare(
    targetSides,
    { fields: fieldsOf(unit), nested: fieldsOf(unit.reception), rows: rows.map((r) => fieldsOf(r)) },
    base && copyOfProfile(base),
    copyOfProfile(next),
    falls,
  );
}

/** One thing as it is on the rig, as it was in the version that was copied, and as it is in the newest one. */
interface Compared {
  readonly key: string;
  readonly part: string | null;
  readonly mine: Fields;
  readonly was: Fields | null;
  readonly now: Fields;
  readonly fields: readonly string[];
  readonly change: (field: string) => Change;
}

/** The fields that the library changed: where it left one as it was, the difference is the rig's own. */
const changedFields = ({ key, part, mine, was, now, fields, change }: Compared): readonly Difference[] =>
  fields.flatMap((field) => {
    const there = now[field];
    const here = mine[field];
    if (there === undefined || sameJson(here, there) || (was && sameJson(was[field], there))) return [];
    const changedHere = was !== null && !sameJson(here, was[field]);
    return [{ key: `${key} ${field}`, kind: 'changed', part, field, here, there, changedHere, falls: 0, change: change(field) }];
  });

const addedPart = (origin: string, there: Fields): Difference => ({
  key: `add ${origin}`,
  kind: 'added',
  part: String(there.name),
  field: null,
  here: null,
  there,
  changedHere: false,
  falls: 0,
  change: { type: 'add', origin },
});

const removedPart = (origin: string, here: Fields, falls: number): Difference => ({
  key: `remove ${origin}`,
  kind: 'removed',
  part: String(here.name),
  field: null,
  here,
  there: null,
  changedHere: false,
  falls,
  change: { type: 'remove', id: String(here.id) },
});

function compare(
  sides: Sides,
  here: { readonly fields: Fields; readonly nested: Fields; readonly rows: readonly Fields[] },
  base: Copy | null,
  next: Copy,
  falls: (id: string) => number,
): readonly Difference[] {
  const unit = { part: null, was: base?.fields ?? null };
  const found: Difference[] = [
    ...changedFields({
      ...unit,
      key: 'unit',
      mine: here.fields,
      now: next.fields,
      fields: sides.unitFields,
      change: (field) => ({ type: 'field', field, to: next.fields[field] }),
    }),
    ...changedFields({
      ...unit,
      key: 'nested',
      mine: here.nested,
      was: base?.nested ?? null,
      now: next.nested,
      fields: Object.keys(next.nested),
      change: (field) => ({ type: 'nested', field, to: next.nested[field] }),
    }),
  ];
  const mine = new Map(here.rows.map((row) => [String(row.origin), row]));
  for (const [origin, now] of next.parts) {
    const row = mine.get(origin);
    const was = base?.parts.get(origin) ?? null;
    if (!row && !was) found.push(addedPart(origin, now));
    if (!row) continue;
    const change = (field: string): Change => ({ type: 'part', id: String(row.id), field, to: now[field] });
    found.push(
      ...changedFields({ key: `part ${origin}`, part: String(row.name), mine: row, was, now, fields: sides.partFields, change }),
    );
  }
  for (const [origin, row] of mine)
    if (origin !== '' && !next.parts.has(origin) && (!base || base.parts.has(origin)))
      found.push(removedPart(origin, row, falls(String(row.id))));
  return found;
}

/** The edits for what is chosen, but for added parts. Fields of the nested facts go together, since they are one field of the row. */
function takenOver(
  rig: Rig,
  at: {
    readonly unit: 'controllers' | 'targets';
    readonly id: string;
    readonly nested: 'firmware' | 'reception';
    readonly facts: object;
  },
  parts: 'controls' | 'parameters',
  chosen: readonly Difference[],
): Edit[] {
  const facts = chosen.flatMap(({ change }) => (change.type === 'nested' ? [[change.field, change.to] as const] : []));
  const removed = chosen.flatMap(({ change }) => (change.type === 'remove' ? [{ table: parts, id: change.id }] : []));
  return [
    ...chosen.flatMap(({ change, here }): Edit[] =>
      change.type === 'field' ? [{ type: 'set', table: at.unit, id: at.id, field: change.field, was: here, to: change.to }] : [],
    ),
    ...[...changesByPart(chosen)].flatMap(([id, fields]) =>
      parts === 'controls' ? controlEdits(rig, id, fields) : parameterEdits(rig, id, fields),
    ),
    ...(facts.length === 0
      ? []
      : [
          {
            type: 'set' as const,
            table: at.unit,
            id: at.id,
            field: at.nested,
            was: at.facts,
            to: { ...at.facts, ...Object.fromEntries(facts) },
          },
        ]),
    ...(removed.length === 0 ? [] : removeWithDependents(rig, removed)),
  ];
}

function changesByPart(chosen: readonly Difference[]): ReadonlyMap<string, Fields> {
  const parts = new Map<string, Fields>();
  for (const { change } of chosen)
    if (change.type === 'part') parts.set(change.id, { ...parts.get(change.id), [change.field]: change.to });
  return parts;
}

function controlEdits(rig: Rig, id: string, fields: Fields): Edit[] {
  const row = rig.controls.find((c) => c.id === id);
  // The library's rows went through the schema of this table; `apply` checks the result once more.
  return row ? replaced('controls', row, fields as Partial<Control>) : []; // border: parsed by this table's schema
}

/** A parameter as the library has it: its start stays inside of a new range, and what lands on it follows. */
function parameterEdits(rig: Rig, id: string, fields: Fields): Edit[] {
  const row = rig.parameters.find((p) => p.id === id);
  if (!row) return [];
  const next = { ...row, ...(fields as Partial<Parameter>) }; // border: parsed by this table's schema
  const kept = { start: clamp(next.start, next.lowest, next.highest), states: fittedStates(next) };
  return [...replaced('parameters', row, { ...next, ...kept }), ...followRanges(rig, [{ now: row, next }])];
}

const isAdded = (chosen: readonly Difference[], origin: string): boolean =>
  chosen.some(({ change }) => change.type === 'add' && change.origin === origin);

const label = (name: string, chosen: readonly Difference[]): string =>
  chosen.length === 0 ? `Keep ${name} as it is` : `Take over ${counted(chosen.length, 'change')} of ${name}`;

/** Takes over the chosen differences of a controller and notes that the copy is now of the newest version; with none chosen, only that. */
export function adoptController(
  rig: Rig,
  unit: Controller,
  next: ControllerTemplate,
  chosen: readonly Difference[],
  newId: NewId,
): Edit {
  let order = nextOrder(rig.controls);
  const added = next.panel.controls
    .filter((c) => isAdded(chosen, c.origin))
    .map((c) => insert('controls', { ...c, id: newId(), order: order++, controllerId: unit.id }));
  const at = { unit: 'controllers', id: unit.id, nested: 'firmware', facts: unit.firmware } as const;
  return batch(label(unit.name, chosen), [
    ...takenOver(rig, at, 'controls', chosen),
    ...added,
    ...(unit.templateVersion === next.version ? [] : [set('controllers', unit, 'templateVersion', next.version)]),
  ]);
}

/** As `adoptController`, for a target. */
export function adoptTarget(rig: Rig, unit: Target, next: TargetProfile, chosen: readonly Difference[], newId: NewId): Edit {
  let order = nextOrder(rig.parameters);
  const added = next.parameters
    .filter((p) => isAdded(chosen, p.origin))
    .map(({ moves: _moves, ...p }) =>
      insert('parameters', { ...plainMacro, ...p, id: newId(), order: order++, targetId: unit.id }),
    );
  const at = { unit: 'targets', id: unit.id, nested: 'reception', facts: unit.reception } as const;
  return batch(label(unit.name, chosen), [
    ...takenOver(rig, at, 'parameters', chosen),
    ...added,
    ...(unit.profileVersion === next.version ? [] : [set('targets', unit, 'profileVersion', next.version)]),
  ]);
}
