// What a switch does wrong, read from its simulated outcome: four checks, each about one parameter.

import { type Effect, showValue } from '../bench';
import { defaultLanding, landingsFor, nextOrder } from '../commands';
import type { ReceiveMode } from '../modes';
import { type Assignment, batch, hostLayerAt, insert, type Parameter, type RigIndex } from '../rig';
import {
  type AssignmentCheck,
  type AssignmentFacts,
  type CheckContext,
  type Fix,
  type Found,
  type Severity,
  subjectOf,
} from './finding';
import { alternating, alternatingFrom, always, modeFix, sendFix, sendsFor, startFix, whileHeld } from './fix-parts';

interface Rule<Id extends string> extends AssignmentFacts<Id> {
  readonly severities: readonly [Severity];
  readonly fits: (context: CheckContext, assignment: Assignment, effect: Effect, parameter: Parameter) => string | null;
  readonly title: (parameter: Parameter, effect: Effect) => string;
  readonly fixes: (index: RigIndex, assignment: Assignment, parameter: Parameter, context: CheckContext) => readonly Fix[];
}

const off = (parameter: Parameter): string => showValue(parameter, parameter.lowest);
const on = (parameter: Parameter): string => showValue(parameter, parameter.highest);

/** A check over the effects of one outcome. Only what an assignment is meant for is judged; the rest is the clash's business. */
export function effectCheck<Id extends string>(rule: Rule<Id>): AssignmentCheck<Id> {
  const { id, group, name, severities, asks, guide } = rule;
  return {
    id,
    group,
    name,
    severities,
    asks,
    guide,
    scope: 'assignment',
    find: (context, assignment, outcome): Found[] => {
      if (outcome.type !== 'played') return [];
      return outcome.effects.flatMap((effect) => {
        const parameter = context.index.parameters.get(effect.parameterId);
        if (!effect.meant || !parameter) return [];
        const reason = rule.fits(context, assignment, effect, parameter);
        if (reason === null) return [];
        return [
          {
            severity: severities[0],
            parameterId: parameter.id,
            title: rule.title(parameter, effect),
            reason,
            evidence: { type: 'trace' },
          },
        ];
      });
    },
    fixes: (context, finding) => {
      const assignment = subjectOf(context, finding);
      const parameter = finding.parameterId === null ? undefined : context.index.parameters.get(finding.parameterId);
      return assignment && parameter ? rule.fixes(context.index, assignment, parameter, context) : [];
    },
  };
}

export const firstPressDoesNothing: AssignmentCheck<'first-press-does-nothing'> = effectCheck({
  id: 'first-press-does-nothing',
  group: 'switches',
  name: 'First press does nothing',
  severities: ['caution'],
  asks: 'all',
  guide: 'The first value sent is where the parameter already is.',
  title: () => 'First press does nothing.',
  fits: (_context, assignment, effect, parameter) => {
    if (effect.did.type !== 'first-press-does-nothing') return null;
    const first = sendsFor(assignment, parameter.id).flatMap(({ send }) =>
      send.behaviour.type === 'latching' ? [send.behaviour.first] : [],
    )[0];
    const sends = first === undefined ? 'What it sends first' : `The switch sends ${first} first, and that`;
    return `${sends} puts ${parameter.name} where it already is (${showValue(parameter, parameter.start)}), so the player has to press twice.`;
  },
  fixes: (index, assignment, parameter) => {
    const swaps = sendsFor(assignment, parameter.id).flatMap(({ send }) =>
      send.behaviour.type === 'latching'
        ? sendFix(
            index,
            assignment,
            parameter.id,
            `Send ${send.behaviour.second} first`,
            alternating(send.behaviour.second, send.behaviour.first),
          )
        : [],
    );
    const other = parameter.start === parameter.highest ? parameter.lowest : parameter.highest;
    return [...swaps, ...startFix(index, parameter.id, `Start with ${parameter.name} ${showValue(parameter, other)}`, other)];
  },
});

export const everySecondPress: AssignmentCheck<'every-second-press'> = effectCheck({
  id: 'every-second-press',
  group: 'switches',
  name: 'Every second press',
  severities: ['stop'],
  asks: 'all',
  guide: 'One of two values that alternate is not heard, so every other press is lost.',
  title: () => 'Only every second press works.',
  fits: (_context, _assignment, effect) =>
    effect.did.type === 'every-second-press'
      ? 'The switch alternates between two values, and the target flips on only one of them.'
      : null,
  fixes: (index, assignment, parameter) => [
    ...modeFix(index, assignment, parameter.id, 'Hear it as absolute', 'absolute'),
    ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
    ...sendFix(index, assignment, parameter.id, 'Send 127 on press, 0 on release', whileHeld(127, 0)),
  ],
});

export const neverOff: AssignmentCheck<'never-off'> = effectCheck({
  id: 'never-off',
  group: 'switches',
  name: 'Never off',
  severities: ['caution'],
  asks: 'all',
  guide: 'Presses turn it on, and nothing planned turns it off again.',
  title: (parameter, effect) =>
    effect.did.type === 'only-turns-off'
      ? `Only turns ${parameter.name} ${off(parameter)}.`
      : `Turns ${parameter.name} ${on(parameter)}, never ${off(parameter)}.`,
  fits: (context, assignment, effect, parameter) => {
    const { type } = effect.did;
    if (type !== 'turns-on-never-off' && type !== 'only-turns-off') return null;
    if (somethingElseReturns(context, assignment, parameter.id, type)) return null;
    return 'Every press sends the same value, the target takes it as it is, and nothing else on this rig takes it back.';
  },
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', alternatingFrom(parameter)),
    ...modeFix(index, assignment, parameter.id, 'Hear it as toggle', 'toggle'),
    ...sendFix(index, assignment, parameter.id, 'On while held', whileHeld(127, 0)),
  ],
});

/** A radio group or a pair: some other assignment brings the parameter back. */
function somethingElseReturns(
  { index, outcomeOf }: CheckContext,
  assignment: Assignment,
  parameterId: string,
  type: string,
): boolean {
  return (index.sendsFor.get(parameterId) ?? []).some(({ assignment: other }) => {
    if (other.id === assignment.id) return false;
    const outcome = outcomeOf(other.id);
    if (outcome?.type !== 'played') return false;
    return outcome.effects.some(
      (e) =>
        e.parameterId === parameterId && e.did.type !== type && e.did.type !== 'never-reacts' && e.did.type !== 'nothing-lands',
    );
  });
}

export const neverRegisters: AssignmentCheck<'never-registers'> = effectCheck({
  id: 'never-registers',
  group: 'switches',
  name: 'Never registers',
  severities: ['stop'],
  asks: 'all',
  guide: 'Four presses from the start of the show, and four from elsewhere, move nothing.',
  title: (parameter) => `${parameter.name} never reacts.`,
  fits: ({ index }, _assignment, effect, parameter) => {
    const target = index.targets.get(parameter.targetId);
    if (effect.did.type === 'never-reacts') {
      return `What is sent never reaches the value from which ${target?.name ?? 'the target'} counts it as a press (${target?.reception.threshold ?? 64}).`;
    }
    if (effect.did.type !== 'nothing-lands') return null;
    return effect.did.why === 'no-landing' || effect.did.why === 'other-address'
      ? `${target?.name ?? 'The target'} does not listen for this message.`
      : null;
  },
  fixes: (index, assignment, parameter, context) => [
    ...listenFix(context, assignment, parameter),
    ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', alternating(127, 0)),
    ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
  ],
});

/** Lets the target listen for what is sent. */
function listenFix({ index, newId, outcomeOf }: CheckContext, assignment: Assignment, parameter: Parameter): Fix[] {
  const outcome = outcomeOf(assignment.id);
  const deaf =
    outcome?.type === 'played' && outcome.effects.some((e) => e.parameterId === parameter.id && e.did.type === 'nothing-lands');
  if (!deaf) return [];
  const target = index.targets.get(parameter.targetId);
  const [first] = sendsFor(assignment, parameter.id);
  if (!first || !target) return [];
  const mode = target.reception.modes.includes('absolute') ? 'absolute' : (target.reception.modes[0] ?? 'absolute');
  const landing = defaultLanding(
    newId(),
    nextOrder(index.rig.landings),
    first.send.message,
    hostLayerAt(index, assignment.layerId),
    parameter,
    mode,
  );
  const label = `Let ${target.name} listen for it`;
  return [{ label, edit: batch(label, [insert('landings', landing)]) }];
}

/** The modes of the landings through which an assignment reaches a parameter. */
function modesOf(index: RigIndex, assignment: Assignment, parameterId: string): readonly ReceiveMode[] {
  return sendsFor(assignment, parameterId).flatMap(({ send }) =>
    landingsFor(index, assignment, send).flatMap((l) => (l.parameterId === parameterId ? [l.mode] : [])),
  );
}

export const flipsBack: AssignmentCheck<'flips-back'> = effectCheck({
  id: 'flips-back',
  group: 'switches',
  name: 'Flips back on release',
  severities: ['caution'],
  asks: 'all',
  guide: 'The release flips it as well, so a short press leaves all as it was.',
  title: (parameter) => `${parameter.name} flips back when the finger lifts.`,
  fits: ({ index }, assignment, effect, parameter) =>
    effect.did.type === 'on-while-held' && modesOf(index, assignment, parameter.id).includes('toggle')
      ? 'The switch sends on press and again on release, and the target flips on each.'
      : null,
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
    ...modeFix(index, assignment, parameter.id, 'Hear it as on while held', 'gate'),
  ],
});

export const actsWhileHeld: AssignmentCheck<'acts-while-held'> = effectCheck({
  id: 'acts-while-held',
  group: 'switches',
  name: 'On only while held',
  severities: ['note'],
  asks: 'all',
  guide: 'It is on only from press to release.',
  title: (parameter) => `${parameter.name} is ${on(parameter)} only while the switch is held.`,
  fits: ({ index }, assignment, effect, parameter) =>
    effect.did.type === 'on-while-held' &&
    parameter.kind === 'toggle' &&
    modesOf(index, assignment, parameter.id).includes('absolute')
      ? 'The switch sends one value on press and another on release. Where that is meant, hear it as on while held: then the map says so.'
      : null,
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', alternatingFrom(parameter)),
    ...modeFix(index, assignment, parameter.id, 'It is meant: hear it as on while held', 'gate'),
  ],
});

export const staysOn: AssignmentCheck<'stays-on'> = effectCheck({
  id: 'stays-on',
  group: 'switches',
  name: 'Stays on after release',
  severities: ['caution'],
  asks: 'all',
  guide: 'It is meant for holding, and the release does not end it.',
  title: (parameter) => `${parameter.name} stays ${on(parameter)} after the finger lifts.`,
  fits: ({ index }, assignment, effect, parameter) => {
    const { type } = effect.did;
    const stays = type === 'flips-once-per-press' || type === 'turns-on-never-off' || type === 'first-press-does-nothing';
    return stays && modesOf(index, assignment, parameter.id).includes('gate')
      ? 'It is heard as on while held, and the switch sends nothing when it is let go.'
      : null;
  },
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Send 127 on press, 0 on release', whileHeld(127, 0)),
    ...modeFix(index, assignment, parameter.id, 'It is meant to stay: hear it as absolute', 'absolute'),
  ],
});
