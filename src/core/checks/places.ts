// Places: what nothing leads to, and what nothing leads back from.
import { assignAction, changeAssignment } from '../commands';
import type { Control, Controller, RigIndex } from '../rig';
import { type AssignmentCheck, type ControllerCheck, type Fix, type Found, subjectOf } from './finding';
import { homeOf } from './fix-parts';

/** A bank as its player calls it. */
export const bankWords = (controller: Controller, bank: number): string => controller.bankNames[bank - 1] || `bank ${bank}`;

export const unreachablePlace: AssignmentCheck<'unreachable-place'> = {
  scope: 'assignment',
  id: 'unreachable-place',
  group: 'layers and banks',
  name: 'Nothing leads there',
  severities: ['stop'],
  asks: 'all',
  guide: 'No switch leads to this bank, page or layer.',
  find: (context, assignment, outcome) => {
    if (outcome.type === 'unreachable' && outcome.why.type !== 'no-such-gesture') {
      const { why } = outcome;
      const reason =
        why.type === 'no-such-bank'
          ? `It stands in bank ${why.bank}, and the controller has ${why.banks}.`
          : why.type === 'no-such-page'
            ? `It stands on page ${why.page}, and the controller has ${why.pages}.`
            : why.type === 'no-modifier'
              ? `Nothing opens the layer ${why.layer}.`
              : why.type === 'is-its-own-modifier'
                ? `It is itself held down to open ${why.layer}.`
                : why.type === 'other-controller'
                  ? `The layer ${why.layer} is opened on another controller, which this one cannot know. Only a layer made in the host can.`
                  : `The layer ${why.layer} does not reach this control.`;
      return [{ severity: 'stop', title: 'Nothing leads there.', reason }];
    }
    const home = homeOf(context.index, assignment);
    if (outcome.type === 'unreachable' || !home || home.controller.firmware.bankButtons) return [];
    if (context.spaceOf(home.controller).canPlay(assignment)) return [];
    const place = assignment.bank === null ? 'this layer' : bankWords(home.controller, assignment.bank);
    return [
      {
        severity: 'stop',
        title: 'Nothing leads there.',
        reason: `No switch leads to ${place}, and the unit has no bank buttons of its own.`,
      },
    ];
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    return [
      ...(assignment.bank === null
        ? []
        : [{ label: 'Put it in every bank', edit: changeAssignment(assignment, { bank: null }, 'Put it in every bank') }]),
      ...(assignment.layerId === null
        ? []
        : [{ label: 'Move it to Base', edit: changeAssignment(assignment, { layerId: null }, 'Move it to Base') }]),
    ];
  },
};

/** A bank or page that can be reached and not left for the first one again. */
export const noWayBack: ControllerCheck<'no-way-back'> = {
  scope: 'controller',
  id: 'no-way-back',
  group: 'layers and banks',
  name: 'No way back',
  severities: ['stop'],
  guide: 'A bank or page can be reached and not left for the first one again.',
  find: ({ spaceOf }, controller) => {
    // With buttons of its own the unit steps back to the first bank from anywhere.
    if (controller.firmware.bankButtons) return [];
    const space = spaceOf(controller);
    return space.traps.map(({ bank, page }): Found => {
      const steps = (space.wayTo(bank, page) ?? []).map((s) => s.words);
      const name = bankWords(controller, bank);
      return {
        severity: 'stop',
        title: `From ${name} nothing leads back.`,
        reason: `${steps.length === 0 ? 'The show starts there' : `${steps.join(', then ')} leads there`}, and no switch there leads to ${bankWords(controller, 1)} again.`,
        evidence: { type: 'way', steps },
      };
    });
  },
  fixes: (context, finding) => {
    const { index, newId } = context;
    const controller = index.controllers.get(finding.subjectId);
    if (!controller) return [];
    return context.spaceOf(controller).traps.flatMap(({ bank }): Fix[] => {
      if (!finding.title.startsWith(`From ${bankWords(controller, bank)} `)) return [];
      const free = freeSwitch(index, controller, bank);
      const label = free ? `${free.name} in ${bankWords(controller, bank)}: back to ${bankWords(controller, 1)}` : '';
      if (!free) return [];
      const at = { controlId: free.id, place: { bank, page: null, layerId: null }, gesture: { type: 'press' as const } };
      return [{ label, edit: assignAction(index, at, { type: 'go', to: { type: 'bank', bank: 1 } }, newId).edit }];
    });
  },
};

/** A switch that has nothing to do in a bank. */
export function freeSwitch(index: RigIndex, controller: Controller, bank: number | null): Control | undefined {
  return (index.controlsOf.get(controller.id) ?? []).find(
    (c) =>
      (c.kind === 'footswitch' || c.kind === 'button' || c.kind === 'pad') &&
      !index.layersByModifier.has(c.id) &&
      !(index.assignmentsOf.get(c.id) ?? []).some((a) => bank === null || a.bank === null || a.bank === bank),
  );
}
