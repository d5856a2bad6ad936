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
  sameJson,
} from '../rig';

/** A walk back through the journal; `at` is the rig as far as it got. Rows are added to it as it goes. */
export interface EnteredWalk {
  readonly now: Rig;
  at: Rig;
  /** By id: the row as it was entered, or null where it is known to stand nowhere. */
  readonly assignments: Map<string, Assignment | null>;
  readonly landings: Map<string, Landing | null>;
}

/** Begins with what is ticked today. */
export function beginEntered(now: Rig): EnteredWalk {
  return {
    now,
    at: now,
    assignments: new Map(now.assignments.flatMap((a) => (a.entered === null ? [] : [[a.id, a] as const]))),
    landings: new Map(now.landings.flatMap((l) => (l.entered === null ? [] : [[l.id, l] as const]))),
  };
}

/** What a walk found between two points, as it is kept where the steps themselves go. */
export interface HeldBefore {
  readonly assignments: readonly (readonly [id: string, row: Assignment | null])[];
  readonly landings: readonly (readonly [id: string, row: Landing | null])[];
  /** Whether the walk reached the beginning of the history. */
  readonly whole: boolean;
}

/** A walk that begins at an older point, knowing nothing of what is ticked there: it finds what the steps before that point tell. */
export const beginBefore = (rig: Rig): EnteredWalk => ({ now: rig, at: rig, assignments: new Map(), landings: new Map() });

/** What a walk found, to be kept. */
export const heldBefore = (walk: EnteredWalk, whole: boolean): HeldBefore => ({
  assignments: [...walk.assignments],
  landings: [...walk.landings],
  whole,
});

/** Goes on with what was kept of the steps that are gone: what the walk has found since then stands. */
export function goOnWith(walk: EnteredWalk, held: HeldBefore): void {
  for (const [id, row] of held.assignments) if (!walk.assignments.has(id)) walk.assignments.set(id, row);
  for (const [id, row] of held.landings) if (!walk.landings.has(id)) walk.landings.set(id, row);
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
    }
  }
  walk.at = rig;
  return true;
}

const bare = <T extends { readonly entered: unknown }>(row: T): unknown => ({ ...row, entered: null, saved: null, proved: null });

function noteRow<T extends Assignment | Landing>(found: Map<string, T | null>, before: T, after: T | undefined): void {
  if (found.has(before.id) || before.entered === null || after?.entered) return;
  found.set(before.id, after && sameJson(bare(before), bare(after)) ? null : before);
}

/** The rig as the devices hold it: today's gear with what was entered in it. What stands on gear that is gone is left out. */
export function enteredRig({ now, assignments, landings }: EnteredWalk): Rig {
  const controls = new Set(now.controls.map((c) => c.id));
  const parameters = new Set(now.parameters.map((p) => p.id));
  const rows = [...assignments.values()].flatMap((a) => a ?? []);
  return {
    ...now,
    counters: [...heldCounters([...rows, ...now.layers], now.counters)],
    // One that nobody set up is named by what stands in it all the same.
    layers: now.layers.map(heldLayer),
    parameters: now.parameters
      .map(heldMacro)
      .map((p) => ({ ...p, drives: p.drives.filter((d) => parameters.has(d.parameterId)) })),
    wires: now.wires.map(heldWire),
    presets: now.presets
      .flatMap((p) => heldPreset(p) ?? [])
      .filter((p) => parameters.has(p.parameterId))
      .map((p) => ({ ...p, values: p.values.filter((v) => parameters.has(v.parameterId)) })),
    groups: now.groups
      .flatMap((g) => heldGroup(g) ?? [])
      .map((g) => ({ ...g, controlIds: g.controlIds.filter((id) => controls.has(id)) })),
    arrivals: now.arrivals
      .flatMap((a) => heldArrival(a) ?? [])
      .map((a) => ({ ...a, latches: a.latches.filter((l) => controls.has(l.controlId)) })),
    assignments: rows.flatMap((a) => heldAssignment(a) ?? []).filter((a) => controls.has(a.controlId)),
    landings: [...landings.values()].flatMap((l) => (l && heldLanding(l)) ?? []).filter((l) => parameters.has(l.parameterId)),
  };
}
