// What others do to a target: the mouse, the focus; and what can be read of it.
import { putStep } from './load';
import { moveAlong } from './macros';
import { inRange, type Receiver, type TargetProgram } from './program';
import { minds, NONE, type TargetState } from './state';

/** Layers made in the host that are open at some target. */
export const openInHost = (state: TargetState): readonly string[] => [...new Set(state.units.flatMap((u) => u.open))];

/**
 * Somebody moves a parameter by mouse: knob and value differ from then on. It stays in its range; a step that something is stored under is loaded, and an empty
 * one cannot be chosen.
 */
export function setByMouse(
  program: TargetProgram,
  state: TargetState,
  slot: number,
  value: number,
): { readonly state: TargetState; readonly moved: readonly number[] } {
  const parameter = program.parameters[slot];
  const to = parameter ? inRange(parameter, value) : value;
  if (program.empty.get(slot)?.has(to)) return { state, moved: NONE };
  const values = state.values.slice();
  const moved: number[] = [];
  putStep(program, values, moved, slot, to);
  return { state: { ...state, values }, moved };
}

/** A clock makes a tempo as fast as it is, as far as that goes: the one thing that moves what follows a clock. */
export function setByClock(
  program: TargetProgram,
  state: TargetState,
  slot: number,
  bpm: number,
): { readonly state: TargetState; readonly moved: readonly number[] } {
  const parameter = program.parameters[slot];
  const to = parameter ? inRange(parameter, bpm) : bpm;
  if (state.values[slot] === to) return { state, moved: NONE };
  const values = state.values.slice();
  values[slot] = to;
  const moved = [slot];
  moveAlong(program.macros, values, moved, slot);
  return { state: { ...state, values }, moved };
}

/** The focus or the selection comes to a target, or leaves it; targets that always listen do not care. */
export function look(state: TargetState, unit: Receiver, here: boolean): TargetState {
  if (!minds(unit) && !unit.somePartMinds) return state;
  return { ...state, units: state.units.map((u, i) => (i === unit.index ? { ...u, here } : u)) };
}
