// What a moving assignment aims at: each send with each landing that it is meant for, and what the sweep made of it.
import type { Effect } from '../bench';
import { landingsFor } from '../commands';
import type { Assignment, Landing, Parameter, RigIndex, Send } from '../rig';
import { type CheckContext, type Finding, subjectOf } from './finding';
import { sendsFor } from './fix-parts';

export interface Aim {
  readonly send: Send;
  readonly at: number;
  readonly landing: Landing;
  readonly parameter: Parameter;
}

/** Every send of a moving assignment with each landing that it is meant for. */
export function aimsOf(index: RigIndex, assignment: Assignment): readonly Aim[] {
  if (assignment.gesture.type !== 'move') return [];
  return sendsFor(assignment, null).flatMap(({ send, at }) =>
    landingsFor(index, assignment, send).flatMap((landing): Aim[] => {
      const parameter = index.parameters.get(landing.parameterId);
      return parameter ? [{ send, at, landing, parameter }] : [];
    }),
  );
}

/** The aims of a finding's assignment at the parameter that it is about. */
export function aimsFor(context: CheckContext, finding: Finding): readonly (Aim & { readonly assignment: Assignment })[] {
  const assignment = subjectOf(context, finding);
  if (!assignment) return [];
  return aimsOf(context.index, assignment).flatMap((aim) =>
    aim.parameter.id === finding.parameterId ? [{ ...aim, assignment }] : [],
  );
}

/** The sweep of a continuous parameter, where that is what it did. */
export function sweepOf(effects: readonly Effect[], parameterId: string) {
  const did = effects.find((e) => e.parameterId === parameterId)?.did;
  return did?.type === 'sweeps' ? did : null;
}
