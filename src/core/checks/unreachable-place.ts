// A place that nothing leads to: a bank the controller has not, a layer without a modifier, a gesture the firmware has not.
import { changeAssignment } from '../commands';
import type { Check } from './finding';

export const unreachablePlace: Check = {
  id: 'unreachable-place',
  find: (_context, assignment, outcome) => {
    if (outcome.type !== 'unreachable') return [];
    const { why } = outcome;
    const reason =
      why.type === 'no-such-bank'
        ? `It stands in bank ${why.bank}, and the controller has ${why.banks}.`
        : why.type === 'no-such-page'
          ? `It stands on page ${why.page}, and the controller has ${why.pages}.`
          : why.type === 'no-such-gesture'
            ? `The firmware of this controller has no ${why.gesture}.`
            : why.type === 'no-modifier'
              ? `Nothing opens the layer ${why.layer}.`
              : why.type === 'is-its-own-modifier'
                ? `It is itself held down to open ${why.layer}.`
                : why.type === 'other-controller'
                  ? `The layer ${why.layer} is opened on another controller, which this one cannot know. Only a layer made in the host can.`
                  : `The layer ${why.layer} does not reach this control.`;
    return [
      {
        check: 'unreachable-place' as const,
        severity: 'stop' as const,
        assignmentId: assignment.id,
        parameterId: null,
        title: 'Nothing leads there.',
        reason,
      },
    ];
  },
  fixes: (_context, assignment) => [
    ...(assignment.bank === null
      ? []
      : [{ label: 'Put it in every bank', edit: changeAssignment(assignment, { bank: null }, 'Put it in every bank') }]),
    ...(assignment.layerId === null
      ? []
      : [{ label: 'Move it to Base', edit: changeAssignment(assignment, { layerId: null }, 'Move it to Base') }]),
    ...(assignment.gesture.type === 'press'
      ? []
      : [{ label: 'Act on press', edit: changeAssignment(assignment, { gesture: { type: 'press' } }, 'Act on press') }]),
  ],
};
