// Trials of what a finger does by itself: letting go of what springs back, and the pressure behind a strike.
import type { Assignment, Parameter, RigIndex } from '../rig';
import { startChain } from './chain';
import type { Surroundings } from './outcome';
import { run, untilQuiet } from './run';
import { presses } from './script';
import { SENT, VALUE } from './trace';
import { stageFor } from './trials';

/** Where a parameter stands, in its unit, once its control was swept and let go; null where it cannot be played, or where nobody knows. */
export function atRest(index: RigIndex, assignment: Assignment, parameter: Parameter, around: Surroundings): number | null {
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  if (!stage || slot === undefined) return null;
  const { chain, bank, page, script, controlId } = stage;
  const after = (script.at(-1)?.atMs ?? 0) + 100;
  // The finger comes off before whatever holds a layer open does.
  const swept = script.filter((e) => e.do === 'move').at(-1)?.atMs ?? after;
  const late = script.filter((e) => e.atMs > swept);
  const events = [
    ...script.filter((e) => e.atMs <= swept),
    { do: 'release', atMs: swept + 1, on: controlId } as const,
    ...late.map((e) => ({ ...e, atMs: e.atMs + 2 })),
  ];
  const { state } = run(chain, startChain(chain, { bank, page }), events, untilQuiet);
  const value = state.targets.values[slot];
  return value === undefined || Number.isNaN(value) ? null : value;
}

/** Whether a strike of a control moves what its pressure is for. */
export function movedByStrike(index: RigIndex, assignment: Assignment, parameter: Parameter, around: Surroundings): boolean {
  const stage = stageFor(index, assignment, around);
  const slot = stage?.chain.targets.slots.get(parameter.id);
  const controller = index.controllers.get(index.controls.get(assignment.controlId)?.controllerId ?? '');
  if (!stage || slot === undefined || !controller) return false;
  const { chain, bank, page, controlId } = stage;
  const { trace } = run(chain, startChain(chain, { bank, page }), presses(controlId, 1, controller.firmware), untilQuiet);
  const from = stage.slot;
  // By its own pressure, and not by what the strike itself is for.
  const own = new Set<number>();
  trace.kind.forEach((kind, i) => {
    if (kind === SENT && trace.b[i] === from && trace.c[i] === 0) own.add(trace.d[i] ?? -1);
  });
  return trace.kind.some((kind, i) => kind === VALUE && trace.a[i] === slot && own.has(trace.d[i] ?? -1));
}
