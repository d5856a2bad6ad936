// What a switch does wrong, read from its simulated outcome: four checks, each about one parameter.

import { type Effect, showValue } from '../bench';
import { defaultLanding, landingsFor, nextOrder } from '../commands';
import type { ReceiveMode } from '../modes';
import { type Assignment, batch, hostLayerAt, insert, type Parameter, type RigIndex } from '../rig';
import { wantedOf } from '../wants';
import { addressAt, clocksOf, outletFor } from '../wires';
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
import { saidWant } from './not-as-wanted';

interface Rule<Id extends string, F> extends AssignmentFacts<Id, F> {
  readonly severities: readonly [Severity];
  /** What the finding is made of; null where there is none. */
  readonly fits: (context: CheckContext, assignment: Assignment, effect: Effect, parameter: Parameter) => F | null;
  readonly fixes: (index: RigIndex, assignment: Assignment, parameter: Parameter, context: CheckContext) => readonly Fix[];
}

const off = (parameter: Parameter): string => showValue(parameter, parameter.lowest);
const on = (parameter: Parameter): string => showValue(parameter, parameter.highest);

/** A check over the effects of one outcome. Only what an assignment is meant for is judged; the rest is the clash's business. */
export function effectCheck<Id extends string, F>(rule: Rule<Id, F>): AssignmentCheck<Id, F> {
  const { id, group, name, severities, asks, guide } = rule;
  return {
    say: (facts) => rule.say(facts),
    id,
    group,
    name,
    severities,
    asks,
    guide,
    scope: 'assignment',
    find: (context, assignment, outcome): Found<F>[] => {
      if (outcome.type !== 'played') return [];
      return outcome.effects.flatMap((effect) => {
        const parameter = context.index.parameters.get(effect.parameterId);
        if (!effect.meant || !parameter) return [];
        const facts = rule.fits(context, assignment, effect, parameter);
        if (facts === null) return [];
        return [
          {
            severity: severities[0],
            parameterId: parameter.id,
            facts,
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

/** What is wanted is neither to stay nor to step: which press works, and whether one takes it back, is not the matter. */
function isOtherwise(index: RigIndex, assignment: Assignment, parameter: Parameter): boolean {
  const { want } = wantedOf(index, assignment, parameter);
  return want === 'while-held' || want === 'sets';
}

export const firstPressDoesNothing: AssignmentCheck<
  'first-press-does-nothing',
  { readonly first: number | null; readonly parameter: string; readonly starts: string }
> = effectCheck({
  id: 'first-press-does-nothing',
  group: 'switches',
  name: 'First press does nothing',
  severities: ['caution'],
  asks: 'all',
  guide: 'The first value sent is where the parameter already is.',
  say: ({ first, parameter, starts }) => ({
    title: 'First press does nothing.',
    reason: `${first === null ? 'What it sends first' : `The switch sends ${first} first, and that`} puts ${parameter} where it already is (${starts}), so the player has to press twice.`,
  }),
  fits: ({ index }, assignment, effect, parameter) => {
    if (effect.did.type !== 'first-press-does-nothing' || isOtherwise(index, assignment, parameter)) return null;
    const first = sendsFor(assignment, parameter.id).flatMap(({ send }) =>
      send.behaviour.type === 'latching' ? [send.behaviour.first] : [],
    )[0];
    return { first: first ?? null, parameter: parameter.name, starts: showValue(parameter, parameter.start) };
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

export const everySecondPress: AssignmentCheck<'every-second-press', Record<string, never>> = effectCheck({
  id: 'every-second-press',
  group: 'switches',
  name: 'Every second press',
  severities: ['stop'],
  asks: 'all',
  guide: 'One of two values that alternate is not heard, so every other press is lost.',
  say: () => ({
    title: 'Only every second press works.',
    reason: 'The switch alternates between two values, and the target flips on only one of them.',
  }),
  fits: ({ index }, assignment, effect, parameter) =>
    effect.did.type === 'every-second-press' && !isOtherwise(index, assignment, parameter) ? {} : null,
  fixes: (index, assignment, parameter) => [
    ...modeFix(index, assignment, parameter.id, 'Hear it as absolute', 'absolute'),
    ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
    ...sendFix(index, assignment, parameter.id, 'Send 127 on press, 0 on release', whileHeld(127, 0)),
  ],
});

export const neverOff: AssignmentCheck<
  'never-off',
  { readonly parameter: string; readonly on: string; readonly off: string; readonly onlyOff: boolean }
> = effectCheck({
  id: 'never-off',
  group: 'switches',
  name: 'Never off',
  severities: ['caution'],
  asks: 'all',
  guide: 'Presses turn it on, and nothing planned turns it off again.',
  say: ({ parameter, on, off, onlyOff }) => ({
    title: onlyOff ? `Only turns ${parameter} ${off}.` : `Turns ${parameter} ${on}, never ${off}.`,
    reason: 'Every press sends the same value, the target takes it as it is, and nothing else on this rig takes it back.',
  }),
  fits: (context, assignment, effect, parameter) => {
    const { type } = effect.did;
    if (type !== 'turns-on-never-off' && type !== 'only-turns-off') return null;
    if (saidWant(context.index, assignment, parameter) !== null || isOtherwise(context.index, assignment, parameter)) return null;
    if (somethingElseReturns(context, assignment, parameter.id, type)) return null;
    return { parameter: parameter.name, on: on(parameter), off: off(parameter), onlyOff: type === 'only-turns-off' };
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

export const neverRegisters: AssignmentCheck<
  'never-registers',
  { readonly parameter: string; readonly target: string | null; readonly threshold: number | null }
> = effectCheck({
  id: 'never-registers',
  group: 'switches',
  name: 'Never registers',
  severities: ['stop'],
  asks: 'all',
  guide: 'Four presses from the start of the show, and four from elsewhere, move nothing.',
  say: ({ parameter, target, threshold }) => ({
    title: `${parameter} never reacts.`,
    reason:
      threshold === null
        ? `${target ?? 'The target'} does not listen for this message.`
        : `What is sent never reaches the value from which ${target ?? 'the target'} counts it as a press (${threshold}).`,
  }),
  fits: ({ index }, _assignment, effect, parameter) => {
    const target = index.targets.get(parameter.targetId);
    const facts = { parameter: parameter.name, target: target?.name ?? null };
    // What a clock decides on is told by a check of its own.
    if (effect.did.type === 'never-reacts' && clocksOf(index).follows.has(parameter.id)) return null;
    if (effect.did.type === 'never-reacts') return { ...facts, threshold: target?.reception.threshold ?? 64 };
    if (effect.did.type !== 'nothing-lands') return null;
    return effect.did.why === 'no-landing' || effect.did.why === 'other-address' ? { ...facts, threshold: null } : null;
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
    addressAt(index, outletFor(index, assignment.controlId, first.send), first.send.message, target.id),
    hostLayerAt(index, assignment.layerId),
    parameter,
    mode,
    target,
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

export const flipsBack: AssignmentCheck<'flips-back', { readonly parameter: string }> = effectCheck({
  id: 'flips-back',
  group: 'switches',
  name: 'Flips back on release',
  severities: ['caution'],
  asks: 'all',
  guide: 'The release flips it as well, so a short press leaves all as it was.',
  say: ({ parameter }) => ({
    title: `${parameter} flips back when the finger lifts.`,
    reason: 'The switch sends on press and again on release, and the target flips on each.',
  }),
  fits: ({ index }, assignment, effect, parameter) =>
    effect.did.type === 'on-while-held' &&
    saidWant(index, assignment, parameter) === null &&
    modesOf(index, assignment, parameter.id).includes('toggle')
      ? { parameter: parameter.name }
      : null,
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
    ...modeFix(index, assignment, parameter.id, 'Hear it as on while held', 'gate'),
  ],
});

export const actsWhileHeld: AssignmentCheck<'acts-while-held', { readonly parameter: string; readonly on: string }> = effectCheck(
  {
    id: 'acts-while-held',
    group: 'switches',
    name: 'On only while held',
    severities: ['note'],
    asks: 'all',
    guide: 'It is on only from press to release.',
    say: ({ parameter, on }) => ({
      title: `${parameter} is ${on} only while the switch is held.`,
      reason:
        'The switch sends one value on press and another on release. Where that is meant, hear it as on while held: then the map says so.',
    }),
    fits: ({ index }, assignment, effect, parameter) =>
      effect.did.type === 'on-while-held' &&
      parameter.kind === 'toggle' &&
      saidWant(index, assignment, parameter) === null &&
      modesOf(index, assignment, parameter.id).includes('absolute')
        ? { parameter: parameter.name, on: on(parameter) }
        : null,
    fixes: (index, assignment, parameter) => [
      ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', alternatingFrom(parameter)),
      ...modeFix(index, assignment, parameter.id, 'It is meant: hear it as on while held', 'gate'),
    ],
  },
);

export const staysOn: AssignmentCheck<'stays-on', { readonly parameter: string; readonly on: string }> = effectCheck({
  id: 'stays-on',
  group: 'switches',
  name: 'Stays on after release',
  severities: ['caution'],
  asks: 'switches',
  guide: 'It is meant for holding, and the release does not end it.',
  say: ({ parameter, on }) => ({
    title: `${parameter} stays ${on} after the finger lifts.`,
    reason: 'It is heard as on while held, and the switch sends nothing when it is let go.',
  }),
  fits: ({ index }, assignment, effect, parameter) => {
    const { type } = effect.did;
    const stays = type === 'flips-once-per-press' || type === 'turns-on-never-off' || type === 'first-press-does-nothing';
    return stays && saidWant(index, assignment, parameter) === null && modesOf(index, assignment, parameter.id).includes('gate')
      ? { parameter: parameter.name, on: on(parameter) }
      : null;
  },
  fixes: (index, assignment, parameter) => [
    ...sendFix(index, assignment, parameter.id, 'Send 127 on press, 0 on release', whileHeld(127, 0)),
    ...modeFix(index, assignment, parameter.id, 'It is meant to stay: hear it as absolute', 'absolute'),
  ],
});
