// Whether a function does to its parameters what is wanted of it.
import type { Effect, Outcome } from '../bench';
import type { Assignment, Parameter, RigIndex } from '../rig';
import { leastShortfall, shortfallOf } from './shortfall';
import { possibleWants, wantedOf } from './want';

/** What a parameter did that a function is there for, and whether that is what is wanted of it. */
export interface Done {
  readonly parameter: Parameter;
  readonly did: Effect['did'];
  readonly asWanted: boolean;
}

/** How far what a parameter did falls short of what is wanted of it; where nobody said what, of the nearest that can be wanted of its kind. */
export function shortOf(index: RigIndex, assignment: Assignment, parameter: Parameter, did: Effect['did']): number {
  const { want, assumed } = wantedOf(index, assignment, parameter);
  return assumed ? leastShortfall(possibleWants(parameter.kind, assignment.gesture.type), did) : shortfallOf(want, did);
}

/**
 * What a function does to each parameter that it is there for, by its outcome. Empty where the function was not played or is there for nothing.
 */
export function doneBy(index: RigIndex, assignment: Assignment, outcome: Outcome | undefined): readonly Done[] {
  if (outcome?.type !== 'played') return [];
  return outcome.effects.flatMap(({ parameterId, meant, did }): readonly Done[] => {
    const parameter = index.parameters.get(parameterId);
    if (!meant || !parameter) return [];
    return [{ parameter, did, asWanted: shortOf(index, assignment, parameter, did) === 0 }];
  });
}
