// What the devices hold by the ticks: each function as it read when it was last entered, however much the plan has moved since.
import { type Assignment, applyTracked, type Edit, invert, type Landing, type Rig, sameJson } from '../rig';

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
  return {
    ...now,
    assignments: [...assignments.values()].flatMap((a) => (a && controls.has(a.controlId) ? [a] : [])),
    landings: [...landings.values()].flatMap((l) => (l && parameters.has(l.parameterId) ? [l] : [])),
  };
}
