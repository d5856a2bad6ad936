// How far a player is on the way to the next section, by what is heard of the controllers.
import type { Whereabouts } from '../controller';
import type { Assignment, GestureType, RigIndex } from '../rig';
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
    if (sendersOn(index, step.controlId).length > 0) return done;
  }
  return done;
}

/** Gestures of functions that something that is done is there for. */
const meantBy: Readonly<Record<ToldStep['does'], readonly GestureType[]>> = {
  tap: ['press', 'release', 'any-release', 'latch-on', 'latch-off'],
  hold: ['hold', 'repeat', 'hold-release'],
  'double-tap': ['double-tap'],
  'tap-hold': ['tap-hold'],
  chord: ['chord'],
  move: ['move'],
  turn: ['move'],
  button: [],
};

function isDone(index: RigIndex, step: ToldStep, { spoke, likely }: HeardOf): boolean {
  const { controlId, does, to } = step;
  const speaking = sendersOn(index, controlId);
  const meant = speaking.filter((a) => meantBy[does].includes(a.gesture.type));
  // The press before a hold is not the hold yet; where only the press says anything, it is all that is heard.
  const telling = meant.length > 0 ? meant : speaking;
  if (telling.some((a) => spoke.includes(a.id))) return true;
  return speaking.length === 0 && likely.length > 0 && likely.every(({ bank, page }) => bank === to.bank && page === to.page);
}

/** Functions of a control that send anything at all. */
const sendersOn = (index: RigIndex, controlId: string | null): readonly Assignment[] =>
  controlId === null ? [] : (index.assignmentsOf.get(controlId) ?? []).filter((a) => a.actions.some((x) => x.type === 'send'));
