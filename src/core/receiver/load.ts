// A parameter is put to a value, and what is stored under it is loaded.
import type { MessageType } from '../midi';
import { modeOf } from '../modes';
import { moveAlong } from './macros';
import type { Listener, TargetProgram } from './program';
import type { Hearing } from './state';

/**
 * The step that a message names, where that loads what is stored under it though it stands there already: a program, a value that is set. Who turns through the
 * steps loads one when its step changes, and who walks on loads the next. Common practice, no source.
 */
export function loadsAgain(
  { program }: Pick<Hearing, 'program'>,
  listener: Listener,
  type: MessageType,
  value: number,
): number | null {
  const { travels, counts } = modeOf(listener.landing.mode);
  return travels || counts || !program.loads.has(listener.slot) ? null : listener.settles(type, value);
}

/** Puts a parameter to a value, moves along what goes with it, and loads what is stored under it: each thing that moved, or is not known any more, is among `moved`. */
export function putStep(program: TargetProgram, values: number[], moved: number[], slot: number, value: number): void {
  if (program.clocked.has(slot)) return;
  values[slot] = value;
  moved.push(slot);
  moveAlong(program.macros, values, moved, slot);
  const load = program.loads.get(slot)?.get(value);
  if (!load) return;
  // What it names stands as it says, whatever a macro that it names too would make of it.
  const named = new Set(load.puts.map((p) => p.slot));
  for (const put of load.puts) {
    if (values[put.slot] === put.value || program.clocked.has(put.slot)) continue;
    values[put.slot] = put.value;
    moved.push(put.slot);
    moveAlong(program.macros, values, moved, put.slot, named);
  }
  for (const forgotten of load.forgets) if (!program.clocked.has(forgotten)) forget(program, values, moved, forgotten);
}

/** Nobody knows any more where a parameter stands, nor how fast those are that follow its clock, with what goes by them. */
function forget(program: TargetProgram, values: number[], moved: number[], slot: number): void {
  if (Number.isNaN(values[slot])) return;
  values[slot] = Number.NaN;
  moved.push(slot);
  for (const along of program.macros.get(slot)?.moves ?? [])
    if (program.clocked.has(along.slot) || program.clocked.has(slot)) forget(program, values, moved, along.slot);
}
