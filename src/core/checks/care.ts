// Care: loudness that leaps, light that flashes, keystrokes that go wherever the focus is.
import { jumpsOf, valuesOf } from '../bench';
import { changeAssignment, changeLanding, landingsFor, removeAssignment } from '../commands';
import type { Assignment, Parameter, RigIndex } from '../rig';
import { showQuantity } from '../values';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, subjectOf } from './finding';
import { homeOf, inOne, sendsFor } from './fix-parts';
import { takeoverFixes } from './leaps';

/** Steps above this are warned of, as far as they lie above a floor that nobody hears. Common practice, no source. */
export const LOUD_DB = 6;
const FLOOR_DB = -60;

/** A value as a level in decibels, with the floor below it: its own where the unit says so, else 20·log10 of its part of the range. */
export function levelOf(parameter: Parameter, value: number): number {
  if (/^dB/i.test(parameter.unit)) return Math.max(FLOOR_DB, value);
  const part = (value - Math.min(0, parameter.lowest)) / (parameter.highest - Math.min(0, parameter.lowest));
  return part <= 0 ? FLOOR_DB : Math.max(FLOOR_DB, 20 * Math.log10(part));
}

/** Parameters that an assignment is meant for, or moves along with those, and that can hurt. */
function loudOnes(index: RigIndex, assignment: Assignment): readonly Parameter[] {
  const ids = new Set(assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
  for (const id of ids) for (const d of index.parameters.get(id)?.drives ?? []) ids.add(d.parameterId);
  return [...ids].flatMap((id) => {
    const parameter = index.parameters.get(id);
    const loud = parameter?.tags.includes('loudness') || parameter?.tags.includes('feedback');
    return parameter && loud && parameter.kind === 'continuous' ? [parameter] : [];
  });
}

export const loudStep: AssignmentCheck<
  'loud-step',
  { readonly parameter: string; readonly decibels: string; readonly from: string; readonly to: string }
> = {
  scope: 'assignment',
  id: 'loud-step',
  group: 'care',
  name: 'Loudness in large steps',
  severities: ['caution'],
  asks: 'all',
  guide: 'One step of a sweep changes loudness by more than 6 dB.',
  say: ({ parameter, decibels, from, to }) => ({
    title: `One message moves ${parameter} by ${decibels} dB.`,
    reason: `From ${from} to ${to}. Set the largest range first, and try it with the monitors down.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    if (outcome.type !== 'played') return [];
    return loudOnes(index, assignment).flatMap((parameter) => {
      const values = valuesOf(index, assignment, parameter, around);
      // The first message is a matter of its own on what moves; a switch goes from value to value.
      const from = assignment.gesture.type === 'move' ? 2 : 1;
      let most = 0;
      let at = 0;
      for (let i = from; i < values.length; i++) {
        const step = Math.abs(levelOf(parameter, values[i] ?? 0) - levelOf(parameter, values[i - 1] ?? 0));
        if (step > most) {
          most = step;
          at = i;
        }
      }
      if (most <= LOUD_DB) return [];
      return [
        {
          severity: 'caution',
          parameterId: parameter.id,
          facts: {
            parameter: parameter.name,
            decibels: most.toFixed(1),
            from: showQuantity(values[at - 1] ?? 0, parameter.unit),
            to: showQuantity(values[at] ?? 0, parameter.unit),
          },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding) => tamer(context, finding),
};

/** A range that cannot be that loud a step: the part of the way within six decibels of where the show starts. */
function tamer({ index }: CheckContext, finding: Finding): readonly Fix[] {
  const assignment = index.assignments.get(finding.subjectId);
  const parameter = index.parameters.get(finding.parameterId ?? '');
  if (!assignment || !parameter || !/^dB/i.test(parameter.unit)) return [];
  return sendsFor(assignment, parameter.id).flatMap(({ send }) =>
    inOne(
      landingsFor(index, assignment, send).flatMap((landing): Fix[] => {
        if (landing.parameterId !== parameter.id) return [];
        const low = Math.max(parameter.lowest, parameter.start - LOUD_DB / 2);
        const high = Math.min(parameter.highest, parameter.start + LOUD_DB / 2);
        const label = `Keep it between ${showQuantity(low, parameter.unit)} and ${showQuantity(high, parameter.unit)}`;
        const up = landing.from <= landing.to;
        const setValue = Math.min(high, Math.max(low, landing.setValue));
        return [{ label, edit: changeLanding(landing, { from: up ? low : high, to: up ? high : low, setValue }, label) }];
      }),
    ),
  );
}

export const loudJump: AssignmentCheck<
  'loud-jump',
  { readonly parameter: string; readonly decibels: string; readonly first: string; readonly later: string }
> = {
  scope: 'assignment',
  id: 'loud-jump',
  group: 'care',
  name: 'Loudness can leap',
  severities: ['caution'],
  asks: 'moves',
  guide: 'One message can change loudness or feedback by more than 6 dB.',
  say: ({ parameter, decibels, first, later }) => ({
    title: `${parameter} can leap by ${decibels} dB.`,
    reason: `The first message of the show can move it by ${first}, and by ${later} after something else has moved it: it goes at once to where the knob stands.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    if (outcome.type !== 'played' || assignment.gesture.type !== 'move') return [];
    return loudOnes(index, assignment).flatMap((parameter) => {
      const jumps = jumpsOf(index, assignment, parameter, around);
      if (!jumps || Math.max(jumps.first, jumps.later) === 0) return [];
      const most = Math.abs(levelOf(parameter, jumps.to) - levelOf(parameter, jumps.from));
      if (most <= LOUD_DB) return [];
      return [
        {
          severity: 'caution',
          parameterId: parameter.id,
          facts: {
            parameter: parameter.name,
            decibels: most.toFixed(1),
            first: showQuantity(jumps.first, parameter.unit),
            later: showQuantity(jumps.later, parameter.unit),
          },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding) => [...takeoverFixes(context, finding), ...tamer(context, finding)],
};

/** More flashes a second than this can trigger seizures (WCAG 2.3.1). */
const FLASHES = 3;

export const flashing: AssignmentCheck<'flashing', { readonly parameter: string; readonly perSecond: string }> = {
  scope: 'assignment',
  id: 'flashing',
  group: 'care',
  name: 'Flashing light',
  severities: ['stop'],
  asks: 'all',
  guide: 'Repeats fast enough to flash a light more than three times a second.',
  say: ({ parameter, perSecond }) => ({
    title: `${parameter} can flash ${perSecond} times a second.`,
    reason: 'More than three flashes a second can trigger seizures (WCAG 2.3.1). Local rules and the venue have the last word.',
  }),
  find: ({ index }, assignment, outcome) => {
    if (outcome.type !== 'played') return [];
    const home = homeOf(index, assignment);
    return outcome.effects.flatMap((effect) => {
      const parameter = index.parameters.get(effect.parameterId);
      const target = parameter && index.targets.get(parameter.targetId);
      if (!effect.meant || !parameter || !home || target?.kind !== 'lighting') return [];
      const repeats = assignment.gesture.type === 'repeat' ? 1000 / Math.max(1, home.controller.firmware.repeatMs) : 0;
      // A toggle needs two messages for a flash.
      const perSecond = parameter.kind === 'toggle' ? repeats / 2 : repeats;
      const swept = effect.did.type === 'sweeps' && /^hz$/i.test(parameter.unit) ? Math.max(effect.did.from, effect.did.to) : 0;
      const most = Math.max(perSecond, swept);
      if (most <= FLASHES) return [];
      return [
        {
          severity: 'stop',
          parameterId: parameter.id,
          facts: { parameter: parameter.name, perSecond: most.toFixed(1) },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    if (!assignment || !parameter) return [];
    if (assignment.gesture.type === 'repeat') {
      const label = 'Act once for each press';
      return [{ label, edit: changeAssignment(assignment, { gesture: { type: 'press' } }, label) }];
    }
    return sendsFor(assignment, parameter.id).flatMap(({ send }) =>
      inOne(
        landingsFor(index, assignment, send).flatMap((landing): Fix[] => {
          if (landing.parameterId !== parameter.id || parameter.lowest > FLASHES) return [];
          const label = `Go no higher than ${FLASHES} ${parameter.unit}`;
          const cut = (v: number): number => Math.min(FLASHES, v);
          return [{ label, edit: changeLanding(landing, { from: cut(landing.from), to: cut(landing.to) }, label) }];
        }),
      ),
    );
  },
};

export const keystroke: AssignmentCheck<'keystroke', { readonly keys: string }> = {
  scope: 'assignment',
  id: 'keystroke',
  group: 'care',
  name: 'Keystrokes into whatever is in front',
  severities: ['caution'],
  asks: 'all',
  guide: 'Keys are typed into whatever window is in front.',
  say: ({ keys }) => ({
    title: `It types “${keys}” into whatever is in front.`,
    reason: 'A keystroke goes to the window that has the focus, a chat included. A message goes where the wire leads.',
  }),
  find: (_context, assignment) =>
    assignment.actions.flatMap((action) =>
      action.type === 'keystroke'
        ? [
            {
              severity: 'caution',
              facts: { keys: action.keys },
            },
          ]
        : [],
    ),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    const rest = assignment.actions.filter((a) => a.type !== 'keystroke');
    const label = 'Take the keystroke out';
    return [
      rest.length === 0
        ? { label, edit: removeAssignment(context.index, assignment) }
        : { label, edit: changeAssignment(assignment, { actions: rest }, label) },
    ];
  },
};
