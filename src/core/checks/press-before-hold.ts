// Press fires before hold: on firmware that always fires press, the plain function acts on the way to the held one.
import { changeAssignment, meantNames, removeAssignment } from '../commands';
import type { Check } from './finding';

export const pressBeforeHold: Check = {
  id: 'press-before-hold',
  find: ({ index }, assignment, outcome) => {
    if (assignment.gesture.type !== 'hold' || outcome.type !== 'played') return [];
    return outcome.firedBefore.flatMap((id) => {
      const before = index.assignments.get(id);
      if (before?.gesture.type !== 'press') return [];
      return [
        {
          check: 'press-before-hold' as const,
          severity: 'caution' as const,
          assignmentId: assignment.id,
          parameterId: null,
          title: `Holding it also does ${meantNames(index, before)}.`,
          reason: 'This controller sends the press at once and cannot know yet that it becomes a hold.',
        },
      ];
    });
  },
  fixes: ({ index }, assignment) => {
    const presses = (index.assignmentsOf.get(assignment.controlId) ?? []).filter(
      (a) =>
        a.gesture.type === 'press' &&
        (a.bank === assignment.bank || a.bank === null || assignment.bank === null) &&
        (a.layerId === assignment.layerId || a.layerId === null),
    );
    return [
      ...presses.map((press) => ({
        label: `Move ${meantNames(index, press)} to release`,
        edit: changeAssignment(press, { gesture: { type: 'release' } }, `Move ${meantNames(index, press)} to release`),
      })),
      { label: 'Take the hold off this switch', edit: removeAssignment(index, assignment) },
    ];
  },
};
