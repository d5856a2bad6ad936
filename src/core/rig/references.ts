// Which rows a row points at. Names each reference once, so that no edit can leave one hanging.
import { inBank } from './inside';
import type { Action, AnyRow, Rig, Row, TableName } from './schema';
import { rowsOf, tableNames } from './schema';

export interface Reference {
  readonly field: string;
  readonly id: string;
  readonly tables: readonly TableName[];
}

/** What a script can act on. */
const playable: readonly TableName[] = ['controls', 'controllers', 'parameters', 'targets', 'wires'];

const point = (field: string, id: string | null, ...tables: TableName[]): Reference[] =>
  id === null ? [] : [{ field, id, tables }];

function ofActions(field: string, actions: readonly Action[]): Reference[] {
  return actions.flatMap((action) => {
    if (action.type !== 'send') return [];
    const counter = action.behaviour.type === 'stepping' ? point(field, action.behaviour.counterId, 'counters') : [];
    return [...action.meant.flatMap((id) => point(field, id, 'parameters')), ...counter];
  });
}

const rules: { readonly [T in TableName]: (row: Row<T>) => Reference[] } = {
  controllers: () => [],
  controls: (row) => point('controllerId', row.controllerId, 'controllers'),
  counters: (row) => point('controllerId', row.controllerId, 'controllers'),
  targets: (row) => row.channelBanks.flatMap((bank) => inBank(bank).flatMap((id) => point('channelBanks', id, 'parameters'))),
  parameters: (row) => [
    ...point('targetId', row.targetId, 'targets'),
    ...row.drives.flatMap((d) => point('drives', d.parameterId, 'parameters')),
  ],
  presets: (row) => [
    ...point('parameterId', row.parameterId, 'parameters'),
    ...row.values.flatMap((v) => point('values', v.parameterId, 'parameters')),
  ],
  wires: (row) => [
    ...point('from', row.from.unitId, 'controllers', 'targets'),
    ...point('to', row.to.unitId, 'controllers', 'targets'),
  ],
  layers: (row) => [
    ...point('modifierControlId', row.modifierControlId, 'controls'),
    ...row.alsoOpenedBy.flatMap((id) => point('alsoOpenedBy', id, 'controls')),
    ...row.alsoSignals.flatMap((s) => point('alsoSignals', s.controlId, 'controls')),
    ...(row.scope.type === 'all' ? [] : point('scope', row.scope.controllerId, 'controllers')),
    ...ofActions('tap', row.tap),
  ],
  assignments: (row) => [
    ...point('controlId', row.controlId, 'controls'),
    ...point('layerId', row.layerId, 'layers'),
    ...(row.gesture.type === 'chord' ? point('gesture', row.gesture.with, 'controls') : []),
    ...ofActions('actions', row.actions),
    ...row.wants.flatMap((w) => point('wants', w.parameterId, 'parameters')),
  ],
  groups: (row) => [
    ...point('controllerId', row.controllerId, 'controllers'),
    ...row.controlIds.flatMap((id) => point('controlIds', id, 'controls')),
  ],
  arrivals: (row) => [
    ...point('controllerId', row.controllerId, 'controllers'),
    ...row.latches.flatMap((l) => point('latches', l.controlId, 'controls')),
    ...ofActions('actions', row.actions),
  ],
  landings: (row) => [
    ...point('targetId', row.targetId, 'targets'),
    ...point('parameterId', row.parameterId, 'parameters'),
    ...point('hostLayerId', row.hostLayerId, 'layers'),
    ...row.conditions.flatMap((c) => point('conditions', c.when?.parameterId ?? null, 'parameters')),
  ],
  scenes: (row) => [
    ...row.values.flatMap((v) => point('values', v.parameterId, 'parameters')),
    ...point('assignmentId', row.assignmentId, 'assignments'),
  ],
  songs: (row) =>
    row.sections.flatMap((s) => [
      ...point('sections', s.sceneId, 'scenes'),
      ...(s.stands ?? []).flatMap((at) => [
        ...point('sections', at.controllerId, 'controllers'),
        ...(at.layerIds ?? []).flatMap((id) => point('sections', id, 'layers')),
      ]),
    ]),
  sets: (row) => row.songIds.flatMap((id) => point('songIds', id, 'songs')),
  scripts: (row) => [...new Set(row.events.map((e) => e.on))].flatMap((id) => point('events', id, ...playable)),
  accepted: () => [],
  searches: (row) => [...point('controllerId', row.controllerId, 'controllers'), ...point('targetId', row.targetId, 'targets')],
};

/** What a row points at. */
export function referencesOf<T extends TableName>(table: T, row: Row<T>): Reference[] {
  return rules[table](row);
}

export interface Broken {
  readonly table: TableName;
  readonly row: AnyRow;
  readonly reference: Reference;
}

/** The first reference in the whole rig that points at nothing (or at a row of another table); null when all hold. */
export function firstBroken(rig: Rig): Broken | null {
  const ids = new Map<string, TableName>();
  for (const table of tableNames) for (const row of rig[table]) ids.set(row.id, table);
  for (const table of tableNames) {
    const broken = brokenIn(rig, table, ids);
    if (broken) return broken;
  }
  return null;
}

function brokenIn<T extends TableName>(rig: Rig, table: T, ids: ReadonlyMap<string, TableName>): Broken | null {
  const rows: readonly Row<T>[] = rowsOf(rig, table);
  for (const row of rows) {
    for (const reference of referencesOf(table, row)) {
      const found = ids.get(reference.id);
      if (found === undefined || !reference.tables.includes(found)) return { table, row, reference };
    }
  }
  return null;
}

/** Every row of the rig that points at one of the given ids. */
export function rowsPointingAt(rig: Rig, ids: ReadonlySet<string>): Broken[] {
  const found: Broken[] = [];
  const collect = <T extends TableName>(table: T): void => {
    const rows: readonly Row<T>[] = rowsOf(rig, table);
    for (const row of rows) {
      const reference = referencesOf(table, row).find((r) => ids.has(r.id));
      if (reference) found.push({ table, row, reference });
    }
  };
  for (const table of tableNames) collect(table);
  return found;
}
