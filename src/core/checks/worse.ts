// Whether a change made something worse, by what the play shows and by what is wanted: where nobody said it, only what is wrong for everything that could be.
import type { Outcome } from '../bench';
import type { Assignment, Parameter, RigIndex } from '../rig';
import { shortOf } from '../wants';
import type { Judgement } from './judge';

/** How far an outcome falls short for a parameter that it is meant for (0–5); 6 where it cannot be played at all. */
export function shortFor(index: RigIndex, assignment: Assignment, parameter: Parameter, outcome: Outcome | undefined): number {
  if (outcome?.type !== 'played') return 6;
  const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
  if (!did) return 5;
  return shortOf(index, assignment, parameter, did);
}

/** Whether any function is worse after a change, for any parameter that it was meant for before and still is. */
export function makesWorse(before: Judgement, after: Judgement): boolean {
  for (const id of after.renewed) {
    const [was, now] = [before.index.assignments.get(id), after.index.assignments.get(id)];
    if (!was || !now) continue;
    const meant = new Set(now.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
    for (const action of was.actions) {
      if (action.type !== 'send') continue;
      for (const parameterId of action.meant) {
        const [had, has] = [before.index.parameters.get(parameterId), after.index.parameters.get(parameterId)];
        if (!meant.has(parameterId) || !had || !has) continue;
        const short = shortFor(after.index, now, has, after.outcomes.get(id));
        if (short > shortFor(before.index, was, had, before.outcomes.get(id))) return true;
      }
    }
  }
  return false;
}
