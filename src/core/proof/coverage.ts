// How far a rig is proved. It stands apart from the rest, since the head of every screen counts by it.
import { type Assignment, type RigIndex, standInOf } from '../rig';

/** Whether a function can be asked for at all: the hardware holds it, and something of it can be heard. */
export const canAsk = (index: RigIndex, assignment: Assignment): boolean =>
  assignment.actions.some((a) => a.type === 'send' && a.message.type !== 'sysex') && standInOf(index, assignment) === null;

/** The software that a function moves, with its versions as the rig states them: `Quarry Hall 2.1`. */
export function versionsFor(index: RigIndex, assignment: Assignment): string {
  const names = assignment.actions.flatMap((a) =>
    a.type === 'send'
      ? a.meant.flatMap((id) => {
          const target = index.targets.get(index.parameters.get(id)?.targetId ?? '');
          return target ? [`${target.name} ${target.version}`.trim()] : [];
        })
      : [],
  );
  return [...new Set(names)].sort().join(', ').slice(0, 200);
}

/**
 * How many functions can be asked for, and how many of them are ticked as proved with the software as it is now. For the head: counted
 * without playing anything.
 */
export function coverageOf(index: RigIndex): { readonly all: number; readonly proved: number } {
  let all = 0;
  let proved = 0;
  for (const assignment of index.rig.assignments) {
    if (!canAsk(index, assignment)) continue;
    all++;
    if (assignment.proved !== null && assignment.proved.versions === versionsFor(index, assignment)) proved++;
  }
  return { all, proved };
}
