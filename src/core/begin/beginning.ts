// How far a rig is on its way to a first function that is proved. Nothing of it is kept: it is read from the rig and its trials.
import type { Outcome } from '../bench';
import { byFunction, type ProofRecord, type Standing, standingOf, type ToProve, toProve } from '../proof';
import type { RigIndex } from '../rig';
import { type Done, doneBy } from '../wants';

/** What a first function needs: something to press, something to move, the one given the other, and a trial of it. */
export type Part = 'controller' | 'parameter' | 'function' | 'proof';

export interface Beginning {
  readonly there: ReadonlySet<Part>;
  /** The function that is proved, else the one made last; null where none sends anything yet. */
  readonly first: ToProve | null;
  readonly standing: Standing | null;
  /** What it does to its parameters. */
  readonly done: readonly Done[];
}

/**
 * The state of a beginning. Its proof is there when what was planned for a function arrived, from a device or from the simulated unit, and each parameter that the
 * function is there for does what is wanted of it; one without a parameter is never enough.
 *
 * @param records all trials of the rig
 * @param outcomeOf what a function does when it is played; undefined where that is not known yet
 */
export function beginningOf(
  index: RigIndex,
  records: readonly ProofRecord[],
  outcomeOf: (assignmentId: string) => Outcome | undefined,
): Beginning {
  const trials = byFunction(records);
  const all = toProve(index).map((f) => {
    const done = doneBy(index, f.assignment, outcomeOf(f.assignment.id));
    const standing = standingOf(index, f.assignment, trials.get(f.assignment.id) ?? []);
    const arrived = standing.state === 'proved' || standing.state === 'rehearsed';
    return { f, done, standing, proved: arrived && done.length > 0 && done.every((d) => d.asWanted) };
  });
  const newest = [...all].sort((a, b) => b.f.assignment.order - a.f.assignment.order)[0];
  const shown = all.find((f) => f.proved) ?? newest;
  const there = new Set<Part>();
  if (index.rig.controllers.length > 0) there.add('controller');
  if (index.rig.parameters.length > 0) there.add('parameter');
  if (shown) there.add('function');
  if (shown?.proved) there.add('proof');
  return { there, first: shown?.f ?? null, standing: shown?.standing ?? null, done: shown?.done ?? [] };
}
