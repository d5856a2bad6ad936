// How far a player is on the way to the next section, by what is heard of the controllers.
import type { Whereabouts } from '../controller';
import type { RigIndex } from '../rig';
import type { ToldStep } from './told';

/** What was heard of one controller: the functions that may have sent it, and where the controller is by it. */
export interface HeardOf {
  readonly controllerId: string;
  readonly spoke: readonly string[];
  readonly likely: readonly Pick<Whereabouts, 'bank' | 'page'>[];
}

/**
 * How many steps are done, once something more was heard. A step is done when a function of its control spoke; one that is not heard, when the controller is where it leads, or when
 * the next one on the same controller is done. What is heard of other controls takes nothing off, and nothing back.
 */
export function stepsDone(index: RigIndex, steps: readonly ToldStep[], done: number, heard: HeardOf): number {
  for (let i = done; i < steps.length; i++) {
    const step = steps[i];
    if (!step || step.controllerId !== heard.controllerId) return done;
    if (isDone(index, step, heard)) return i + 1;
    if (spoken(index, step.controlId)) return done;
  }
  return done;
}

function isDone(index: RigIndex, { controlId, to }: ToldStep, { spoke, likely }: HeardOf): boolean {
  if (controlId !== null && spoke.some((id) => index.assignments.get(id)?.controlId === controlId)) return true;
  return likely.length > 0 && !spoken(index, controlId) && likely.every(({ bank, page }) => bank === to.bank && page === to.page);
}

/** Whether a control sends anything at all. */
const spoken = (index: RigIndex, controlId: string | null): boolean =>
  controlId !== null && (index.assignmentsOf.get(controlId) ?? []).some((a) => a.actions.some((x) => x.type === 'send'));
