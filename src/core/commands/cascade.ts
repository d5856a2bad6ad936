// Taking a row away together with whatever cannot be without it, and mending what can.

import { groupBy } from '../base';
import {
  type Action,
  type AnyRow,
  type Edit,
  type Layer,
  type Rig,
  type Row,
  remove,
  rowsOf,
  rowsPointingAt,
  type SongSection,
  saysWhere,
  set,
  standInOf,
  type TableName,
} from '../rig';
import { mendInside } from './mend-inside';
import { dropWants, staleAssignment } from './shared';
import { withoutModifiers } from './signals';

/** The edits that remove some rows, everything that stands on them, and every mention of them elsewhere. */
export function removeWithDependents(rig: Rig, roots: readonly { readonly table: TableName; readonly id: string }[]): Edit[] {
  const gone = new Map<string, TableName>(roots.map((r) => [r.id, r.table]));
  for (let grew = true; grew; ) {
    grew = false;
    for (const { table, row, reference } of rowsPointingAt(rig, new Set(gone.keys()))) {
      if (gone.has(row.id)) continue;
      if (!fallsWith(table, row, reference.field, gone)) continue;
      gone.set(row.id, table);
      grew = true;
    }
  }
  const ids = new Set(gone.keys());
  const mends = rowsPointingAt(rig, ids).flatMap(({ table, row }) => (gone.has(row.id) ? [] : mend(rig, table, row.id, ids)));
  return [...mends, ...behind(rig, ids), ...[...gone].flatMap(([id, table]) => removal(rig, table, id))];
}

/** In a layer made in the host, what a function that goes, or goes elsewhere, stood in for has to be entered in the hardware now. */
export function behind(rig: Rig, gone: ReadonlySet<string>): Edit[] {
  if (!rig.layers.some((l) => l.madeIn === 'host')) return [];
  const held = {
    layers: new Map(rig.layers.map((l) => [l.id, l])),
    assignmentsOf: groupBy(rig.assignments, (a) => a.controlId),
  };
  return rig.assignments.flatMap((a) => {
    if (a.layerId === null || gone.has(a.id)) return [];
    const standIn = standInOf(held, a);
    return standIn !== null && gone.has(standIn.id) ? staleAssignment(a) : [];
  });
}

function removal<T extends TableName>(rig: Rig, table: T, id: string): Edit[] {
  const rows: readonly Row<T>[] = rowsOf(rig, table);
  const row = rows.find((r) => r.id === id);
  return row ? [remove(table, row)] : [];
}

/** Whether a row cannot be without what it points at. */
function fallsWith(table: TableName, row: AnyRow, field: string, gone: ReadonlyMap<string, TableName>): boolean {
  switch (table) {
    case 'controls':
    case 'counters':
    case 'wires':
      return true;
    case 'parameters':
      return field === 'targetId';
    case 'landings':
      return field !== 'conditions';
    case 'presets':
      return field === 'parameterId';
    case 'groups':
    case 'arrivals':
      return field === 'controllerId';
    case 'assignments':
      return (
        (field !== 'actions' && field !== 'wants') ||
        ('actions' in row && withoutIds(row.actions, new Set(gone.keys())).length === 0)
      );
    default:
      return false;
  }
}

/** Actions without the given parameters and counters; a send that was there for nothing else goes. */
function withoutIds(actions: readonly Action[], ids: ReadonlySet<string>): Action[] {
  return actions.flatMap((action): Action[] => {
    if (action.type !== 'send') return [action];
    const meant = action.meant.filter((id) => !ids.has(id));
    if (meant.length === 0 && action.meant.length > 0) return [];
    const lost = action.behaviour.type === 'stepping' && ids.has(action.behaviour.counterId);
    return lost ? [] : [{ ...action, meant }];
  });
}

function mend(rig: Rig, table: TableName, id: string, ids: ReadonlySet<string>): Edit[] {
  switch (table) {
    case 'assignments': {
      const row = rig.assignments.find((r) => r.id === id);
      if (!row) return [];
      const left = withoutIds(row.actions, ids);
      // A message less is something to enter again; a parameter less on the same message is not.
      return [
        set('assignments', row, 'actions', left),
        ...dropWants(row, (id) => ids.has(id)),
        ...(left.length === row.actions.length ? [] : staleAssignment(row)),
      ];
    }
    case 'layers': {
      const row = rig.layers.find((r) => r.id === id);
      return row ? mendLayer(row, ids) : [];
    }
    case 'groups':
    case 'arrivals':
      return mendPlace(rig, id, ids);
    case 'targets':
    case 'parameters':
    case 'landings':
      return mendInside(rig, id, ids);
    case 'presets': {
      const row = rig.presets.find((r) => r.id === id);
      if (!row) return [];
      return [
        set(
          'presets',
          row,
          'values',
          row.values.filter((v) => !ids.has(v.parameterId)),
        ),
      ];
    }
    case 'scenes': {
      const row = rig.scenes.find((r) => r.id === id);
      if (!row) return [];
      const values = row.values.filter((v) => !ids.has(v.parameterId));
      const edits = values.length === row.values.length ? [] : [set('scenes', row, 'values', values)];
      return row.assignmentId !== null && ids.has(row.assignmentId)
        ? [...edits, set('scenes', row, 'assignmentId', null)]
        : edits;
    }
    case 'songs': {
      const row = rig.songs.find((r) => r.id === id);
      return row
        ? [
            set(
              'songs',
              row,
              'sections',
              row.sections.map((s) => sectionWithout(s, ids)),
            ),
          ]
        : [];
    }
    case 'sets': {
      const row = rig.sets.find((r) => r.id === id);
      if (!row) return [];
      return [
        set(
          'sets',
          row,
          'songIds',
          row.songIds.filter((s) => !ids.has(s)),
        ),
      ];
    }
    case 'searches':
    case 'scripts':
      return mendPlayed(rig, id, ids);
    default:
      return [];
  }
}

/** A section without a scene, controllers and layers that go. */
const sectionWithout = (section: SongSection, ids: ReadonlySet<string>): SongSection => ({
  ...section,
  ...(section.sceneId !== null && ids.has(section.sceneId) ? { sceneId: null } : {}),
  ...(section.stands
    ? {
        stands: section.stands
          .filter((at) => !ids.has(at.controllerId))
          .map((at) => ({ ...at, layerIds: layersWithout(at.layerIds, ids) }))
          .filter(saysWhere),
      }
    : {}),
});

/** Where every layer that should be open goes, nothing is said of layers any more: that none should be open, nobody said. */
function layersWithout(layerIds: readonly string[] | null, ids: ReadonlySet<string>): string[] | null {
  const left = layerIds?.filter((id) => !ids.has(id)) ?? null;
  return left?.length === 0 && layerIds?.length !== 0 ? null : left;
}

/** A search without gear that goes, and a script without what happens on it. */
function mendPlayed(rig: Rig, id: string, ids: ReadonlySet<string>): Edit[] {
  const search = rig.searches.find((r) => r.id === id);
  const script = rig.scripts.find((r) => r.id === id);
  const edits: Edit[] = [];
  for (const field of ['controllerId', 'targetId'] as const) {
    const at = search?.[field] ?? null;
    if (search && at !== null && ids.has(at)) edits.push(set('searches', search, field, null));
  }
  const left = script?.events.filter((e) => !ids.has(e.on)) ?? [];
  return script ? [...edits, set('scripts', script, 'events', left)] : edits;
}

/** What holds at a place, without controls and parameters that go. */
function mendPlace(rig: Rig, id: string, ids: ReadonlySet<string>): Edit[] {
  const group = rig.groups.find((r) => r.id === id);
  const arrival = rig.arrivals.find((r) => r.id === id);
  const controlIds = (group?.controlIds ?? []).filter((c) => !ids.has(c));
  const actions = withoutIds(arrival?.actions ?? [], ids);
  const latches = (arrival?.latches ?? []).filter((l) => !ids.has(l.controlId));
  return [
    ...(group ? [set('groups', group, 'controlIds', controlIds)] : []),
    ...(arrival ? [set('arrivals', arrival, 'actions', actions), set('arrivals', arrival, 'latches', latches)] : []),
  ];
}

function mendLayer(row: Layer, ids: ReadonlySet<string>): Edit[] {
  const edits = withoutModifiers(row, ids);
  if (row.scope.type !== 'all' && ids.has(row.scope.controllerId)) edits.push(set('layers', row, 'scope', { type: 'all' }));
  const tap = withoutIds(row.tap, ids);
  if (tap.length !== row.tap.length || tap.some((a, i) => a.type === 'send' && row.tap[i] !== a))
    edits.push(set('layers', row, 'tap', tap));
  return edits;
}
