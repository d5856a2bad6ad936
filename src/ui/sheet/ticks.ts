// Ticks as edits: entered on either side, saved in a controller.
import {
  type Arrival,
  type Assignment,
  batch,
  type Edit,
  type Landing,
  type Layer,
  type Parameter,
  type Preset,
  type RigIndex,
  SHEET_FORM,
  type SwitchGroup,
  set,
  type Tickable,
  type Wire,
} from '@/core/rig';
import { standsNow, tickFor } from '@/core/sheets';

const verb = (on: boolean): string => (on ? 'Tick' : 'Untick');

export interface TickedRows {
  readonly assignments?: readonly Assignment[];
  readonly landings?: readonly Landing[];
  readonly layers?: readonly Layer[];
  readonly macros?: readonly Parameter[];
  readonly presets?: readonly Preset[];
  readonly groups?: readonly SwitchGroup[];
  readonly arrivals?: readonly Arrival[];
  readonly wires?: readonly Wire[];
}

/**
 * `what` names them in the undo button and the history. A tick keeps what is entered now; one that stands, with all that is on the sheet today, is left
 * alone.
 */
export function tickEntered(index: RigIndex, what: string, rows: TickedRows, on: boolean): Edit {
  const at = new Date().toISOString();
  const tick = <T extends Tickable>(row: T) => (on ? tickFor(index, row, at) : null);
  const open = (row: Tickable): boolean =>
    on ? !standsNow(index, row) || (row.entered?.sheet ?? 1) < SHEET_FORM : row.entered !== null;
  return batch(`${verb(on)} ${what} as entered`, [
    ...(rows.assignments ?? []).filter(open).map((a) => set('assignments', a, 'entered', tick(a))),
    ...(rows.landings ?? []).filter(open).map((l) => set('landings', l, 'entered', tick(l))),
    ...(rows.layers ?? []).filter(open).map((l) => set('layers', l, 'entered', tick(l))),
    ...(rows.groups ?? []).filter(open).map((g) => set('groups', g, 'entered', tick(g))),
    ...(rows.arrivals ?? []).filter(open).map((a) => set('arrivals', a, 'entered', tick(a))),
    ...(rows.wires ?? []).filter(open).map((w) => set('wires', w, 'entered', tick(w))),
    ...(rows.macros ?? []).filter(open).map((p) => set('parameters', p, 'entered', tick(p))),
    ...(rows.presets ?? []).filter(open).map((p) => set('presets', p, 'entered', tick(p))),
  ]);
}

/** As `tickEntered`, for what is kept in a slot. */
export function tickSaved(what: string, assignments: readonly Assignment[], on: boolean): Edit {
  const mark = on ? { at: new Date().toISOString() } : null;
  return batch(
    `${verb(on)} ${what} as saved`,
    assignments.filter((a) => (a.saved === null) === on).map((a) => set('assignments', a, 'saved', mark)),
  );
}
