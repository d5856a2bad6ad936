// What has to be so in the software for a function to be seen at work there. What arrives at this page proves the hardware, whatever the software does with it.
import { heardKeys } from '../midi';
import { type Assignment, messagesOf, type RigIndex } from '../rig';

/** For each parameter that a function is there for, what has to be so for it to move: in words, each once. */
export function needsOf(index: RigIndex, { actions }: Assignment): readonly string[] {
  const needs = actions.flatMap((action) =>
    action.type !== 'send'
      ? []
      : messagesOf(action, index.counters)
          .flatMap((message) => heardKeys(message).flatMap((key) => index.landingsAt.get(key) ?? []))
          .filter((landing) => action.meant.includes(landing.parameterId))
          .flatMap(({ parameterId, conditions }) => {
            const name = index.parameters.get(parameterId)?.name ?? '';
            return conditions.map(({ words }) => `${name} moves only if ${words}.`);
          }),
  );
  return [...new Set(needs)];
}
