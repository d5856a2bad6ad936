// What has to be so in the software for a function to be seen at work there. What arrives at this page proves the hardware, whatever the software does with it.
import { landingsFor } from '../commands';
import type { Assignment, RigIndex } from '../rig';

/** For each parameter that a function is there for, what has to be so for it to move: in words, each once. */
export function needsOf(index: RigIndex, assignment: Assignment): readonly string[] {
  const needs = assignment.actions.flatMap((action) =>
    action.type !== 'send'
      ? []
      : landingsFor(index, assignment, action).flatMap(({ parameterId, conditions }) => {
          const name = index.parameters.get(parameterId)?.name ?? '';
          return conditions.map(({ words }) => `${name} moves only if ${words}.`);
        }),
  );
  return [...new Set(needs)];
}
