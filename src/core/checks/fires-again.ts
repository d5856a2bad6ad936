// A switch that repeats while it is held, where one time is wanted.
import { changeAssignment } from '../commands';
import type { Assignment, RigIndex } from '../rig';
import { wantedOf } from '../wants';
import type { AssignmentCheck, Fix } from './finding';
import { effectCheck } from './switches';

type Again = { readonly parameter: string; readonly afterMs: number; readonly everyMs: number };

const whereUndone = effectCheck<'fires-again', Again>({
  id: 'fires-again',
  group: 'gestures',
  name: 'Held, it fires again and again',
  severities: ['caution'],
  asks: 'switches',
  guide: 'A switch that repeats while it is held undoes each time what it did before.',
  say: ({ parameter, afterMs, everyMs }) => ({
    title: `Held, it changes ${parameter} again and again.`,
    reason: `After ${afterMs} ms it fires every ${everyMs} ms until the finger lifts, so where ${parameter} ends is a matter of luck.`,
  }),
  fits: ({ index }, assignment, { did }, parameter) => {
    const controller = index.controllers.get(index.controls.get(assignment.controlId)?.controllerId ?? '');
    if (assignment.gesture.type !== 'repeat' || !controller) return null;
    // A count goes on with each time, and what is set stays set.
    const undone = did.type === 'flips-once-per-press' || did.type === 'on-while-held' || did.type === 'fires';
    if (!undone || wantedOf(index, assignment, parameter).want === 'steps') return null;
    const { holdMs, repeatMs } = controller.firmware;
    return { parameter: parameter.name, afterMs: holdMs, everyMs: repeatMs };
  },
  fixes: (index, assignment) => onceAtThePress(index, assignment),
});

export const firesAgain: AssignmentCheck<'fires-again', Again> = {
  ...whereUndone,
  // A light that flashes by it is told as that.
  heeds: ['flashing'],
  find: (context, assignment, outcome, told) => (told.length > 0 ? [] : whereUndone.find(context, assignment, outcome, told)),
};

/** The same at a plain press, where the switch has none there. */
function onceAtThePress(index: RigIndex, assignment: Assignment): readonly Fix[] {
  const { controlId, bank, page, layerId } = assignment;
  const taken = (index.assignmentsOf.get(controlId) ?? []).some(
    (a) => a.gesture.type === 'press' && a.bank === bank && a.page === page && a.layerId === layerId,
  );
  const label = 'Fire once, at the press';
  return taken ? [] : [{ label, edit: changeAssignment(assignment, { gesture: { type: 'press' } }, label) }];
}
