// Places: what nothing leads to, and what nothing leads back from.

import { assignAction, changeAssignment } from '../commands';
import { startPlace } from '../controller';
import type { Control, Controller, RigIndex } from '../rig';
import { type AssignmentCheck, type ControllerCheck, type Fix, subjectOf } from './finding';
import { homeOf } from './fix-parts';

/** A bank as its player calls it. */
export const bankWords = (controller: Controller, bank: number): string => controller.bankNames[bank - 1] || `bank ${bank}`;

type NoWay = {
  readonly why: string;
  readonly place: string | null;
  readonly bank: number;
  readonly banks: number;
  readonly page: number;
  readonly pages: number;
  readonly layer: string;
};
const nowhere = { place: null, bank: 0, banks: 0, page: 0, pages: 0, layer: '' };

function whyNot({ why, place, bank, banks, page, pages, layer }: NoWay): string {
  switch (why) {
    case 'no-such-bank':
      return `It stands in bank ${bank}, and the controller has ${banks}.`;
    case 'no-such-page':
      return `It stands on page ${page}, and the controller has ${pages}.`;
    case 'no-modifier':
      return `Nothing opens the layer ${layer}.`;
    case 'is-its-own-modifier':
      return `It is itself held down to open ${layer}.`;
    case 'other-controller':
      return `The layer ${layer} is opened on another controller, which this one cannot know. Only a layer made in the host can.`;
    case 'spent-by-first':
      return `The layer ${layer} is open for one press only, and this takes two: the first closes it.`;
    case 'no-switch':
      return `No switch leads to ${place ?? 'this layer'}, and the unit has no bank buttons of its own.`;
    default:
      return `The layer ${layer} does not reach this control.`;
  }
}

export const unreachablePlace: AssignmentCheck<'unreachable-place', NoWay> = {
  scope: 'assignment',
  id: 'unreachable-place',
  group: 'layers and banks',
  name: 'Nothing leads there',
  severities: ['stop'],
  asks: 'all',
  guide: 'No switch leads to this bank, page or layer.',
  say: (facts) => ({ title: 'Nothing leads there.', reason: whyNot(facts) }),
  find: (context, assignment, outcome) => {
    if (outcome.type === 'unreachable' && !('gesture' in outcome.why)) {
      return [{ severity: 'stop', facts: { ...nowhere, ...outcome.why, why: outcome.why.type } }];
    }
    const home = homeOf(context.index, assignment);
    if (outcome.type === 'unreachable' || !home || home.controller.firmware.bankButtons) return [];
    if (context.spaceOf(home.controller).canPlay(assignment)) return [];
    const place = assignment.bank === null ? null : bankWords(home.controller, assignment.bank);
    return [{ severity: 'stop', facts: { ...nowhere, why: 'no-switch', place } }];
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
export const noWayBack: ControllerCheck<
  'no-way-back',
  { readonly bank: number; readonly name: string; readonly stepWords: readonly string[]; readonly first: string }
> = {
  scope: 'controller',
  id: 'no-way-back',
  group: 'layers and banks',
  name: 'No way back',
  severities: ['stop'],
  guide: 'A bank or page can be reached and not left again for the one where the unit starts.',
  say: ({ name, stepWords, first }) => ({
    title: `From ${name} nothing leads back.`,
    reason: `${stepWords.length === 0 ? 'The show starts there' : `${stepWords.join(', then ')} leads there`}, and no switch there leads to ${first} again.`,
  }),
  find: ({ spaceOf }, controller) => {
    // With buttons of its own the unit steps back to the first bank from anywhere.
    if (controller.firmware.bankButtons) return [];
    const space = spaceOf(controller);
    return space.traps.map(({ bank, page }) => {
      const steps = (space.wayTo(bank, page) ?? []).map((s) => s.words);
      return {
        severity: 'stop',
        facts: {
          bank,
          name: bankWords(controller, bank),
          stepWords: steps,
          first: bankWords(controller, startPlace(controller.firmware).bank),
        },
        evidence: { type: 'way', steps },
      };
    });
  },
  fixes: (context, finding) => {
    const { index, newId } = context;
    const controller = index.controllers.get(finding.subjectId);
    if (!controller) return [];
    const start = startPlace(controller.firmware).bank;
    return context.spaceOf(controller).traps.flatMap(({ bank }): Fix[] => {
      if (finding.facts.bank !== bank) return [];
      const free = freeSwitch(index, controller, bank);
      const label = free ? `${free.name} in ${bankWords(controller, bank)}: back to ${bankWords(controller, start)}` : '';
      if (!free) return [];
      const at = { controlId: free.id, place: { bank, page: null, layerId: null }, gesture: { type: 'press' as const } };
      return [{ label, edit: assignAction(index, at, { type: 'go', to: { type: 'bank', bank: start } }, newId).edit }];
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
