// Launch quantisation: what starts at the next beat or bar.
import { loadsAgain, putStep } from './load';
import type { Listener, TargetProgram } from './program';
import { NONE, type TargetState, type TargetStep } from './state';

// — launch quantisation —

/** Milliseconds from one beat or bar to the next, at the tempo of the target; 0 for what starts at once. */
export function gridMs(
  program: TargetProgram,
  values: readonly number[],
  { landing, launches }: Pick<Listener, 'landing' | 'launches'>,
): number {
  if (launches === 'none') return 0;
  const tempo = program.receiverOf.get(landing.targetId)?.tempo ?? null;
  const bpm = tempo === null ? undefined : values[tempo];
  const beatMs = bpm === undefined || !(bpm > 0) ? program.beatMs : 60_000 / bpm;
  return launches === 'bar' ? beatMs * (program.barMs / program.beatMs) : beatMs;
}

/** The next beat or bar at the tempo of the target, counted from the start of the grid; a time exactly on it is the time itself. */
export function nextOnGrid(
  program: TargetProgram,
  state: TargetState,
  listener: Pick<Listener, 'landing' | 'launches'>,
  t: number,
): number {
  const period = gridMs(program, state.values, listener);
  return state.gridFrom + Math.ceil((t - state.gridFrom) / period - 1e-9) * period;
}

/** When the next launch is due; null when none is. */
export const targetsWakeAt = (state: TargetState): number | null =>
  state.launches.length === 0 ? null : Math.min(...state.launches.map((l) => l.at));

/** Starts what is due first by a time, one launch of it: what is due with it is due still. Nothing moves where none is. */
export function launchDue(program: TargetProgram, state: TargetState, t: number): Pick<TargetStep, 'state' | 'moved'> {
  const due = targetsWakeAt(state);
  const launch = due === null || due > t ? undefined : state.launches.find((l) => l.at === due);
  if (!launch) return { state, moved: NONE };
  const launches = state.launches.filter((l) => l !== launch);
  const listener = program.listeners[launch.listener];
  const now = state.values[launch.slot] ?? 0;
  const again = listener && (Number.isNaN(now) || loadsAgain({ program }, listener, launch.type, launch.value) === now);
  const next = again
    ? listener.settles(launch.type, launch.value)
    : (listener?.hear.value(launch.type, launch.value, now) ?? null);
  if (next === null || (next === now && !again)) return { state: { ...state, launches }, moved: NONE };
  const values = state.values.slice();
  const moved: number[] = [];
  putStep(program, values, moved, launch.slot, next);
  return { state: { ...state, values, launches }, moved };
}
