// Whether a change made something worse, by what the play shows. Without a wish only what is wrong for every wish can be told: where each class of outcome
// stands is said here for all of them, and a new class does not compile without it.
import type { Effect, Outcome } from '../bench';
import type { Judgement } from './judge';

/** From 0, right for some wish, up to what is of no use to anybody. */
const badness: Readonly<Record<Effect['did']['type'], 0 | 1 | 2 | 3 | 4>> = {
  'flips-once-per-press': 0,
  'on-while-held': 0,
  'turns-on-never-off': 0,
  'only-turns-off': 0,
  sets: 0,
  steps: 0,
  fires: 0,
  sweeps: 0,
  'picks-up': 0,
  clicks: 0,
  switches: 0,
  'first-press-does-nothing': 1,
  'every-second-press': 2,
  irregular: 3,
  'never-reacts': 4,
  'nothing-lands': 4,
};

/** How bad an outcome is for a parameter that it is meant for; 5 where it cannot be played at all. */
export function badnessFor(outcome: Outcome | undefined, parameterId: string): number {
  if (outcome?.type !== 'played') return 5;
  const did = outcome.effects.find((e) => e.parameterId === parameterId)?.did;
  return did ? badness[did.type] : 4;
}

/** Whether any function is worse after a change, for any parameter that it was meant for before and still is. */
export function makesWorse(before: Judgement, after: Judgement): boolean {
  for (const id of after.renewed) {
    const [was, now] = [before.index.assignments.get(id), after.index.assignments.get(id)];
    if (!was || !now) continue;
    const meant = new Set(now.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
    for (const action of was.actions) {
      if (action.type !== 'send') continue;
      for (const parameterId of action.meant)
        if (
          meant.has(parameterId) &&
          badnessFor(after.outcomes.get(id), parameterId) > badnessFor(before.outcomes.get(id), parameterId)
        )
          return true;
    }
  }
  return false;
}
