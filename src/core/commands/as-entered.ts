// What the devices hold by the ticks: each function as it read when it was last entered, however much the plan has moved since.
import {
  type Assignment,
  applyTracked,
  type Edit,
  heldArrival,
  heldAssignment,
  heldCounters,
  heldGroup,
  heldLanding,
  heldLayer,
  heldMacro,
  heldPreset,
  heldWire,
  invert,
  type Landing,
  type Rig,
  type Row,
  sameJson,
} from '../rig';

/** A walk back through the journal; `at` is the rig as far as it got. Rows are added to it as it goes. */
export interface EnteredWalk {
  readonly now: Rig;
  at: Rig;
  /** By id: the row as it was entered, or null where it is known to stand nowhere. */
  readonly assignments: Map<string, Assignment | null>;
  readonly landings: Map<string, Landing | null>;
  /** By id: what else was deleted while it was ticked, or null where it was ticked no more. */
  readonly gone: Map<string, Gone | null>;
}

/** Tables whose rows keep what was entered in their ticks: only of those that are deleted a history has to tell. */
type Kept = 'layers' | 'presets' | 'groups' | 'arrivals' | 'wires';

/** A row that is no more, as it was ticked. */
export type Gone = { readonly [T in Kept]: { readonly table: T; readonly row: Row<T> } }[Kept];

/** Begins with what is ticked today. */
export function beginEntered(now: Rig): EnteredWalk {
  return {
    now,
    at: now,
    assignments: new Map(now.assignments.flatMap((a) => (a.entered === null ? [] : [[a.id, a] as const]))),
    landings: new Map(now.landings.flatMap((l) => (l.entered === null ? [] : [[l.id, l] as const]))),
    gone: new Map(),
  };
}

/** What a walk found between two points, as it is kept where the steps themselves go. */
export interface HeldBefore {
  readonly assignments: readonly (readonly [id: string, row: Assignment | null])[];
  readonly landings: readonly (readonly [id: string, row: Landing | null])[];
  /** None where an older program kept it. */
  readonly gone?: readonly (readonly [id: string, row: Gone | null])[] | undefined;
  /** Whether the walk reached the beginning of the history. */
  readonly whole: boolean;
}

/** A walk that begins at an older point, knowing nothing of what is ticked there: it finds what the steps before that point tell. */
export const beginBefore = (rig: Rig): EnteredWalk => ({
  now: rig,
  at: rig,
  assignments: new Map(),
  landings: new Map(),
  gone: new Map(),
});

/** What a walk found, to be kept. */
export const heldBefore = (walk: EnteredWalk, whole: boolean): HeldBefore => ({
  assignments: [...walk.assignments],
  landings: [...walk.landings],
  gone: [...walk.gone],
  whole,
});

/** Goes on with what was kept of the steps that are gone: what the walk has found since then stands. */
export function goOnWith(walk: EnteredWalk, held: HeldBefore): void {
  for (const [id, row] of held.assignments) if (!walk.assignments.has(id)) walk.assignments.set(id, row);
  for (const [id, row] of held.landings) if (!walk.landings.has(id)) walk.landings.set(id, row);
  for (const [id, row] of held.gone ?? []) if (!walk.gone.has(id)) walk.gone.set(id, row);
}

/**
 * Takes back the edit before, and notes rows that were ticked until it: a row that the edit changed stands in the device as it read
 * then; one whose tick alone was taken away stands nowhere. False where the edit does not come back (an older program wrote it).
 */
export function stepBack(walk: EnteredWalk, edit: Edit): boolean {
  const done = applyTracked(walk.at, invert(edit));
  if (!done.ok) return false;
  const { rig, touched } = done.value;
  for (const { table, row } of touched) {
    if (row === null) continue;
    if (table === 'assignments') {
      const after = walk.at.assignments.find((a) => a.id === row.id);
      noteRow(walk.assignments, row, after);
    } else if (table === 'landings') {
      const after = walk.at.landings.find((l) => l.id === row.id);
      noteRow(walk.landings, row, after);
    } else if (table === 'layers') noteGone(walk, { table, row });
    else if (table === 'presets') noteGone(walk, { table, row });
    else if (table === 'groups') noteGone(walk, { table, row });
    else if (table === 'arrivals') noteGone(walk, { table, row });
    else if (table === 'wires') noteGone(walk, { table, row });
  }
  walk.at = rig;
  return true;
}

const bare = <T extends { readonly entered: unknown }>(row: T): unknown => ({ ...row, entered: null, saved: null, proved: null });

function noteRow<T extends Assignment | Landing>(found: Map<string, T | null>, before: T, after: T | undefined): void {
  if (found.has(before.id) || before.entered === null || after?.entered) return;
  found.set(before.id, after && sameJson(bare(before), bare(after)) ? null : before);
}

/** Notes a row that the edit took away; the last time tells. */
function noteGone(walk: EnteredWalk, gone: Gone): void {
  const { table, row } = gone;
  if (walk.gone.has(row.id) || walk.at[table].some((r) => r.id === row.id)) return;
  walk.gone.set(row.id, row.entered === null ? null : gone);
}

/** What was deleted while it was ticked and is not here again: the devices hold it still, as far as they are there. */
function stillHeld({ now, gone }: EnteredWalk) {
  const has = <T extends { readonly id: string }>(rows: readonly T[]): ((id: string | null) => boolean) => {
    const ids = new Set(rows.map((r) => r.id));
    return (id) => id === null || ids.has(id);
  };
  const [hasControl, hasController, hasParameter] = [has(now.controls), has(now.controllers), has(now.parameters)];
  const hasUnit = has([...now.controllers, ...now.targets]);
  const rows = [...gone.values()].flatMap((g) => (g === null || now[g.table].some((r) => r.id === g.row.id) ? [] : [g]));
  return {
    layers: rows.flatMap((g) =>
      g.table === 'layers' &&
      hasControl(g.row.modifierControlId) &&
      g.row.alsoOpenedBy.every(hasControl) &&
      (g.row.scope.type === 'all' || hasController(g.row.scope.controllerId))
        ? [heldLayer(g.row)]
        : [],
    ),
    presets: rows.flatMap((g) => (g.table === 'presets' && hasParameter(g.row.parameterId) ? [g.row] : [])),
    groups: rows.flatMap((g) => (g.table === 'groups' && hasController(g.row.controllerId) ? [g.row] : [])),
    arrivals: rows.flatMap((g) => (g.table === 'arrivals' && hasController(g.row.controllerId) ? [g.row] : [])),
    wires: rows.flatMap((g) => (g.table === 'wires' && hasUnit(g.row.from.unitId) && hasUnit(g.row.to.unitId) ? [g.row] : [])),
  };
}

/** The rig as the devices hold it: today's gear with what was entered in it. What stands on gear that is gone is left out. */
export function enteredRig(walk: EnteredWalk): Rig {
  const { now, assignments, landings } = walk;
  const gone = stillHeld(walk);
  const controls = new Set(now.controls.map((c) => c.id));
  const parameters = new Set(now.parameters.map((p) => p.id));
  const rows = [...assignments.values()].flatMap((a) => a ?? []);
  return {
    ...now,
    counters: [...heldCounters([...rows, ...now.layers, ...gone.layers], now.counters)],
    // One that nobody set up is named by what stands in it all the same.
    layers: [...now.layers.map(heldLayer), ...gone.layers],
    parameters: now.parameters
      .map(heldMacro)
      .map((p) => ({ ...p, drives: p.drives.filter((d) => parameters.has(d.parameterId)) })),
    wires: [...now.wires, ...gone.wires].map(heldWire),
    presets: [...now.presets, ...gone.presets]
      .flatMap((p) => heldPreset(p) ?? [])
      .filter((p) => parameters.has(p.parameterId))
      .map((p) => ({ ...p, values: p.values.filter((v) => parameters.has(v.parameterId)) })),
    groups: [...now.groups, ...gone.groups]
      .flatMap((g) => heldGroup(g) ?? [])
      .map((g) => ({ ...g, controlIds: g.controlIds.filter((id) => controls.has(id)) })),
    arrivals: [...now.arrivals, ...gone.arrivals]
      .flatMap((a) => heldArrival(a) ?? [])
      .map((a) => ({ ...a, latches: a.latches.filter((l) => controls.has(l.controlId)) })),
    assignments: rows.flatMap((a) => heldAssignment(a) ?? []).filter((a) => controls.has(a.controlId)),
    landings: [...landings.values()].flatMap((l) => (l && heldLanding(l)) ?? []).filter((l) => parameters.has(l.parameterId)),
  };
}
