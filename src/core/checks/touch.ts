// What a finger does by itself: what springs back when it is let go, and the pressure that follows a strike.
import { atRest, movedByStrike, showValue } from '../bench';
import { patch } from '../commands';
import { batch, type Parameter, set } from '../rig';
import { aimsOf } from './aims';
import { type AssignmentCheck, type Fix, type Found, subjectOf } from './finding';
import { homeOf } from './fix-parts';

/** Whether a value is another one than what was stated, by more than a message of seven bits can tell or anybody hears. */
const differs = ({ lowest, highest, tolerance }: Parameter, a: number, b: number): boolean =>
  Math.abs(a - b) > Math.max(tolerance ?? 0, (highest - lowest) / 127 + 1e-9);

export const springsBack: AssignmentCheck<
  'springs-back',
  { readonly control: string; readonly parameter: string; readonly rest: string; readonly start: string }
> = {
  scope: 'assignment',
  id: 'springs-back',
  group: 'movement',
  name: 'It springs back away from its start',
  severities: ['caution'],
  asks: 'moves',
  guide: 'A wheel or ribbon springs back when it is let go, and takes the parameter away from where the show begins with it.',
  say: ({ control, parameter, rest, start }) => ({
    title: `${control} springs back: let go, ${parameter} stands at ${rest}.`,
    reason: `The show begins with it at ${start}. From the first touch on it never stands there again by itself.`,
  }),
  find: ({ index, around }, assignment) => {
    const home = homeOf(index, assignment);
    if (!home || home.control.springsTo === null) return [];
    const seen = new Set<string>();
    return aimsOf(index, assignment).flatMap(({ parameter }): Found<Parameters<typeof springsBack.say>[0]>[] => {
      if (seen.has(parameter.id) || parameter.kind === 'trigger') return [];
      seen.add(parameter.id);
      const rest = atRest(index, assignment, parameter, around);
      if (rest === null || !differs(parameter, rest, parameter.start) || !differs(parameter, rest, parameter.default)) return [];
      const show = (value: number): string => showValue(parameter, value);
      return [
        {
          severity: 'caution',
          parameterId: parameter.id,
          facts: { control: home.control.name, parameter: parameter.name, rest: show(rest), start: show(parameter.start) },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding): readonly Fix[] => {
    const { index, around } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    const home = assignment && homeOf(index, assignment);
    if (!home || !parameter) return [];
    const rest = atRest(index, assignment, parameter, around);
    const label = rest === null ? '' : `Start the show with ${parameter.name} at ${showValue(parameter, rest)}`;
    return [
      ...(rest === null ? [] : [{ label, edit: batch(label, patch('parameters', parameter, { start: rest })) }]),
      {
        label: `${home.control.name} stays where it is left`,
        edit: set('controls', home.control, 'springsTo', null),
      },
    ];
  },
};

export const pressureBehind: AssignmentCheck<
  'pressure-behind',
  { readonly control: string; readonly parameter: string; readonly why: 'acts' | 'loud' }
> = {
  scope: 'assignment',
  id: 'pressure-behind',
  group: 'movement',
  name: 'Pressure behind every strike',
  severities: ['caution'],
  asks: 'moves',
  guide: 'Every strike of a pad is followed by its pressure, and that sets something off or makes it louder.',
  say: ({ control, parameter, why }) => ({
    title: `Every strike of ${control} moves ${parameter} too.`,
    reason:
      why === 'acts'
        ? 'Its pressure follows each strike, whether it is meant or not: what acts at once acts each time.'
        : 'Its pressure follows each strike, whether it is meant or not: it gets as loud as the pad is struck.',
  }),
  find: ({ index, around }, assignment) => {
    const home = homeOf(index, assignment);
    if (home?.control.aftertouch !== 'after-strike') return [];
    const seen = new Set<string>();
    return aimsOf(index, assignment).flatMap(({ parameter }): Found<Parameters<typeof pressureBehind.say>[0]>[] => {
      const acts = parameter.kind !== 'continuous' || parameter.tags.includes('hazard') || parameter.tags.includes('panic');
      const loud = parameter.tags.includes('loudness') || parameter.tags.includes('feedback');
      if (seen.has(parameter.id) || !(acts || loud)) return [];
      seen.add(parameter.id);
      if (!movedByStrike(index, assignment, parameter, around)) return [];
      return [
        {
          severity: 'caution',
          parameterId: parameter.id,
          facts: { control: home.control.name, parameter: parameter.name, why: acts ? 'acts' : 'loud' },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding): readonly Fix[] => {
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(context.index, assignment);
    return !home
      ? []
      : [
          {
            label: `${home.control.name} sends pressure only when it is pressed on purpose`,
            edit: set('controls', home.control, 'aftertouch', 'moved'),
          },
        ];
  },
};
