// Macros, compiled: what moves along with a parameter, and where to.
import { makeTravel } from '../modes';
import type { Drive, Parameter } from '../rig';
import { makeCurve, makeScale, stepOf } from '../values';

/** One parameter that is moved along: by slot, with its value for each position of the macro, 0–1. */
export interface Moved {
  readonly slot: number;
  readonly valueAt: (position: number) => number;
}

/** A macro: where it stands on its own travel, and what it moves along. */
export interface Macro {
  readonly position: (value: number) => number;
  readonly moves: readonly Moved[];
}

/** The macros among the parameters in play, by slot. What fires is not moved along, and has nothing to move others by. */
export function macrosOf(parameters: readonly Parameter[], slots: ReadonlyMap<string, number>): ReadonlyMap<number, Macro> {
  const macros = new Map<number, Macro>();
  parameters.forEach((macro, at) => {
    if (macro.drives.length === 0 || macro.kind === 'trigger') return;
    const scale = makeScale(macro.scale, macro.lowest, macro.highest);
    const moves = macro.drives.flatMap((drive): Moved[] => {
      const slot = slots.get(drive.parameterId);
      const moved = slot === undefined ? undefined : parameters[slot];
      return slot === undefined || !moved || moved.kind === 'trigger' ? [] : [{ slot, valueAt: movedBy(drive, moved) }];
    });
    macros.set(at, { position: (value) => Math.min(1, Math.max(0, scale.toPosition(value))), moves });
  });
  return macros;
}

/**
 * The value of what is moved along: over its own scale from one end of the drive to the other; steps are dealt evenly over the travel, and what goes on and off
 * is at its second end from the middle on. Common practice, no source.
 */
function movedBy(drive: Drive, moved: Parameter): (position: number) => number {
  const { from, to } = drive;
  const curve = makeCurve(drive.curve);
  const kept = (value: number): number => Math.min(moved.highest, Math.max(moved.lowest, value));
  if (moved.kind === 'toggle') return (position) => kept(curve(position) >= 0.5 ? to : from);
  if (moved.kind === 'stepped') {
    const count = Math.abs(Math.round(to - from)) + 1;
    const way = to < from ? -1 : 1;
    return (position) => kept(from + way * stepOf(curve(position), 1, count));
  }
  const travel = makeTravel({ from, to, curve: drive.curve, setValue: from, coding: null, chosenBy: null, by: 1 }, moved);
  return (position) => travel.valueAt(curve(position));
}

/** Puts what moves along with a parameter that was moved; macros move further ones along, each once. `kept`: slots that stay where they are. */
export function moveAlong(
  macros: ReadonlyMap<number, Macro>,
  values: number[],
  moved: number[],
  slot: number,
  kept: ReadonlySet<number> = nothing,
): void {
  if (macros.size === 0) return;
  const done = new Set([slot]);
  for (const at of done) {
    const macro = macros.get(at);
    const value = values[at];
    if (!macro || value === undefined || Number.isNaN(value)) continue;
    const position = macro.position(value);
    for (const { slot: along, valueAt } of macro.moves) {
      if (done.has(along) || kept.has(along)) continue;
      done.add(along);
      const to = valueAt(position);
      if (values[along] === to) continue;
      values[along] = to;
      moved.push(along);
    }
  }
}

const nothing: ReadonlySet<number> = new Set();
