// Lights of switches against what they switch: in play, at the start, and after a change from elsewhere. Seen by playing it.
import { type Lights, lightsOf, showValue } from '../bench';
import { nextOrder, wire } from '../commands';
import {
  type Assignment,
  batch,
  type Controller,
  type Edit,
  insert,
  lightSourceOf,
  type Parameter,
  type RigIndex,
  set,
  type Target,
} from '../rig';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, type Found, subjectOf } from './finding';
import { alternatingFrom, homeOf, modeFix, sendFix, startFix } from './fix-parts';

/** The light of an assignment against each toggle that it is meant for and flips. */
function lit<F>(
  tell: (lights: Lights, parameter: Parameter, assignment: Assignment) => Pick<Found<F>, 'severity' | 'facts'> | null,
): AssignmentCheck<string, F>['find'] {
  return ({ index, around }, assignment, outcome) => {
    if (outcome.type !== 'played' || index.controls.get(assignment.controlId)?.light === 'none') return [];
    return outcome.effects.flatMap((effect): Found<F>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      // What is wrong with the switch itself is told by other checks; then its light is the least of it.
      const plays = effect.did.type === 'flips-once-per-press' || effect.did.type === 'on-while-held';
      if (!effect.meant || !parameter || !plays) return [];
      const lights = lightsOf(index, assignment, parameter, around);
      const told = lights && tell(lights, parameter, assignment);
      return told ? [{ ...told, parameterId: parameter.id, evidence: { type: 'trace' } }] : [];
    });
  };
}

/** One light shows one thing: where a press switches something at the same place, it is that, and not what a hold or a double tap does. */
const isBesidePress = (index: RigIndex, { controlId, gesture, bank, page, layerId }: Assignment): boolean =>
  gesture.type !== 'press' &&
  (index.assignmentsOf.get(controlId) ?? []).some(
    (a) =>
      a.gesture.type === 'press' &&
      a.bank === bank &&
      a.page === page &&
      a.layerId === layerId &&
      a.actions.some((x) => x.type === 'send' && x.meant.some((id) => index.parameters.get(id)?.kind === 'toggle')),
  );

/** As `find`, but where the light is not that of a press beside it. */
const ownLight =
  <F>(find: AssignmentCheck<string, F>['find']): AssignmentCheck<string, F>['find'] =>
  (context, assignment, ...rest) =>
    isBesidePress(context.index, assignment) ? [] : find(context, assignment, ...rest);

const differs = (at: { readonly lit: boolean; readonly on: boolean }): boolean => at.lit !== at.on;

function lightFixes(context: CheckContext, finding: Finding): readonly Fix[] {
  const { index } = context;
  const assignment = subjectOf(context, finding);
  const parameter = index.parameters.get(finding.parameterId ?? '');
  const home = assignment && homeOf(index, assignment);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!assignment || !parameter || !home || !target) return [];
  const first = alternatingFrom(parameter);
  const both = modeFix(index, assignment, parameter.id, 'Alternate 127 and 0, heard as absolute', 'absolute').flatMap((mode) =>
    sendFix(index, assignment, parameter.id, mode.label, first).map((send) => ({
      label: mode.label,
      edit: batch(mode.label, [send.edit, mode.edit]),
    })),
  );
  const back =
    lightSourceOf(home.controller.firmware, assignment) === 'feedback' ? feedbackFix(context, target, home.controller) : [];
  return [
    ...both,
    ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', first),
    ...(finding.check === 'wrong-at-start'
      ? startFix(index, parameter.id, `Start with ${parameter.name} ${showValue(parameter, parameter.lowest)}`, parameter.lowest)
      : []),
    ...back,
  ];
}

/** Lets a target send its values back, with a wire for them; nothing where it does so already. */
export function feedbackFix(context: CheckContext, target: Target, controller: Controller): readonly Fix[] {
  if (target.reception.feedback !== 'none') return [];
  const label = `Let ${target.name} send its values back`;
  return [
    {
      label,
      edit: batch(label, [
        set('targets', target, 'reception', { ...target.reception, feedback: 'same-address' }),
        ...returnWire(context, target, controller),
      ]),
    },
  ];
}

/** Why a light cannot show what it switches. */
const whyNot = ({ actions }: Assignment): string =>
  actions.some((a) => a.type === 'send' && a.behaviour.type === 'latching')
    ? 'The light follows what the switch sent last, and the target makes something else of it.'
    : 'What the switch sends is the same on each press, so it cannot know: its light only shows the finger.';

export const lightDisagrees: AssignmentCheck<
  'light-disagrees',
  { readonly parameter: string; readonly opposite: boolean; readonly whyWords: string }
> = {
  scope: 'assignment',
  id: 'light-disagrees',
  group: 'switches',
  name: 'Light and state disagree',
  severities: ['caution'],
  asks: 'switches',
  guide: 'The light of the switch says on while the parameter is off, or the other way round.',
  say: ({ parameter, opposite, whyWords }) =>
    opposite
      ? {
          title: `The light shows the opposite of ${parameter}.`,
          reason:
            'It is on when the parameter is off, and off when it is on: what is sent first does not fit the start of the show.',
        }
      : {
          title: `The light does not show whether ${parameter} is on.`,
          reason: whyWords,
        },
  find: ownLight(
    lit<{ readonly parameter: string; readonly opposite: boolean; readonly whyWords: string }>(
      ({ presses, start }, parameter, assignment) =>
        presses.some(differs) && !(differs(start) && presses.every(differs))
          ? {
              severity: 'caution',
              facts: { parameter: parameter.name, opposite: false, whyWords: whyNot(assignment) },
            }
          : presses.length > 0 && presses.every(differs)
            ? {
                severity: 'caution',
                facts: { parameter: parameter.name, opposite: true, whyWords: whyNot(assignment) },
              }
            : null,
    ),
  ),
  fixes: lightFixes,
};

export const wrongAtStart: AssignmentCheck<
  'wrong-at-start',
  { readonly parameter: string; readonly lit: boolean; readonly starts: string }
> = {
  scope: 'assignment',
  id: 'wrong-at-start',
  group: 'switches',
  name: 'Light is wrong at the start',
  severities: ['note'],
  asks: 'switches',
  guide: 'Before the first press the light does not show what the parameter is.',
  say: ({ parameter, lit, starts }) => ({
    title: `At the start the light says that ${parameter} is ${lit ? 'on' : 'off'}, and it is not.`,
    reason: `The show starts with it ${starts}; the switch learns of it with the first press only.`,
  }),
  find: ownLight(
    lit(({ start, presses }, parameter) =>
      differs(start) && !presses.some(differs)
        ? {
            severity: 'note',
            facts: { parameter: parameter.name, lit: start.lit, starts: showValue(parameter, parameter.start) },
          }
        : null,
    ),
  ),
  fixes: lightFixes,
};

const afterChange = lit<{ readonly parameter: string }>(({ changed, presses }, parameter) =>
  differs(changed) && !presses.some(differs)
    ? {
        severity: 'note',
        facts: { parameter: parameter.name },
      }
    : null,
);

export const lightAfterChange: AssignmentCheck<'light-after-change', { readonly parameter: string }> = {
  scope: 'assignment',
  id: 'light-after-change',
  group: 'switches',
  name: 'Light is wrong after a change from elsewhere',
  severities: ['note'],
  asks: 'switches',
  heeds: ['preset-lies'],
  guide: 'After a change by mouse or preset the light shows what was, not what is.',
  say: ({ parameter }) => ({
    title: 'After a preset or a mouse click the light is wrong.',
    reason: `Nothing tells the switch that ${parameter} was changed: its light and what it sends next stay as they were.`,
  }),
  // Which presets do it, where somebody said what they hold, another check tells.
  find: (context, assignment, outcome, told) =>
    afterChange(context, assignment, outcome, told).filter((found) => !told.some((f) => f.parameterId === found.parameterId)),
  fixes: lightFixes,
};

/** A wire back to the controller, where none leads there yet. */
function returnWire({ index, newId }: CheckContext, target: Target, controller: Controller): readonly Edit[] {
  if ((index.wiresFrom.get(target.id) ?? []).some((w) => w.to.unitId === controller.id)) return [];
  return [insert('wires', wire(target, controller, nextOrder(index.rig.wires), newId))];
}
