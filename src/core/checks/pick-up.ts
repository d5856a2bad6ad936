// Pick-up that no knob can come to.
import { showValue } from '../bench';
import { changeLanding } from '../commands';
import { aimsFor, aimsOf } from './aims';
import type { AssignmentCheck, Fix } from './finding';
import { startFix } from './fix-parts';

export const neverPickedUp: AssignmentCheck<
  'never-picked-up',
  { readonly parameter: string; readonly start: string; readonly from: string; readonly to: string }
> = {
  scope: 'assignment',
  id: 'never-picked-up',
  group: 'movement',
  name: 'Pick-up that cannot be',
  severities: ['stop'],
  asks: 'moves',
  guide:
    'The show starts with the value outside of the range of a control that has to pass it first: the control never gets hold of it.',
  say: ({ parameter, start, from, to }) => ({
    title: `${parameter} starts at ${start}, where the control never comes.`,
    reason: `With pick-up nothing moves before the control passes the value, and it goes from ${from} to ${to} only.`,
  }),
  find: ({ index }, assignment) =>
    aimsOf(index, assignment).flatMap(({ landing, parameter }) => {
      const { from, to, takeover } = landing;
      const reached = parameter.start >= Math.min(from, to) && parameter.start <= Math.max(from, to);
      if (takeover !== 'pickup' || parameter.kind !== 'continuous' || reached) return [];
      const show = (value: number): string => showValue(parameter, value);
      return [
        {
          severity: 'stop',
          parameterId: parameter.id,
          facts: { parameter: parameter.name, start: show(parameter.start), from: show(from), to: show(to) },
          evidence: { type: 'trace' },
        },
      ];
    }),
  fixes: (context, finding) =>
    aimsFor(context, finding).flatMap(({ landing, parameter }): Fix[] => {
      const [low, high] = [Math.min(landing.from, landing.to), Math.max(landing.from, landing.to)];
      const near = parameter.start < low ? low : high;
      const [start, jump] = [`Start the show at ${showValue(parameter, near)}`, 'Jump to the control'];
      return [
        ...startFix(context.index, parameter.id, start, near),
        { label: jump, edit: changeLanding(landing, { takeover: 'jump' }, jump) },
      ];
    }),
};
