// Launch quantisation: what starts at the next beat or bar.
import { loadsAgain, putStep } from './load';
import type { Listener, TargetProgram } from './program';
import { NONE, type TargetState, type TargetStep } from './state';

// — launch quantisation —

/** The next beat or bar, counted from the start of the grid; a time exactly on it is the time itself. */
export function nextOnGrid(program: TargetProgram, state: TargetState, listener: Listener, t: number): number {
  const unit = program.receiverOf.get(listener.landing.targetId);
  const period = unit?.target.reception.launchQuantisation === 'bar' ? program.barMs : program.beatMs;
  return state.gridFrom + Math.ceil((t - state.gridFrom) / period - 1e-9) * period;
}

/** When the next launch is due; null when none is. */
export const targetsWakeAt = (state: TargetState): number | null =>
  state.launches.length === 0 ? null : Math.min(...state.launches.map((l) => l.at));

/** Starts what is due at a time. */
export function launchDue(program: TargetProgram, state: TargetState, t: number): Pick<TargetStep, 'state' | 'moved'> {
  const due = state.launches.filter((l) => l.at <= t);
  if (due.length === 0) return { state, moved: NONE };
  const values = state.values.slice();
  const moved: number[] = [];
  for (const launch of due) {
    const listener = program.listeners[launch.listener];
    if (!listener) continue;
    const now = values[launch.slot] ?? 0;
    const again = Number.isNaN(now) || loadsAgain({ program }, listener, launch.type, launch.value) === now;
    const next = again ? listener.settles(launch.type, launch.value) : listener.hear.value(launch.type, launch.value, now);
    if (next === null || (next === now && !again)) continue;
    putStep(program, values, moved, launch.slot, next);
  }
  return { state: { ...state, values, launches: state.launches.filter((l) => l.at > t) }, moved };
}
