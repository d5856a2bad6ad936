// A counter whose values are sent as they are into a list of steps: the list is spread over all values of the message, so most of them hit the same step.
import { valuesOf } from '../bench';
import { changeBehaviour, landingsFor, patch } from '../commands';
import { valueMax } from '../midi';
import { batch, countingOf, countsNumbers } from '../rig';
import { type AssignmentCheck, type Found, subjectOf } from './finding';
import { modeFix, sendsFor } from './fix-parts';

type Past = {
  readonly parameter: string;
  readonly counted: number;
  readonly reached: number;
  readonly steps: number;
};

export const countPast: AssignmentCheck<'count-past', Past> = {
  scope: 'assignment',
  id: 'count-past',
  group: 'switches',
  name: 'Counts past the steps',
  severities: ['stop'],
  asks: 'switches',
  guide: 'A counter sends its numbers into a list of steps that is spread over all values, so many of them are the same step.',
  say: ({ parameter, counted, reached, steps }) => ({
    title: `Counting through ${counted} values reaches ${reached} of the ${steps} steps of ${parameter}.`,
    reason: 'The steps are spread over all the values of the message; neighbouring values are the same step.',
  }),
  find: ({ index, around }, assignment, outcome): Found<Past>[] => {
    if (outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect): Found<Past>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || parameter?.kind !== 'stepped' || effect.did.type === 'nothing-lands') return [];
      const counter = countersFor(assignment, parameter.id).map(({ behaviour }) => countingOf(index.counters, behaviour))[0];
      const heard = sendsFor(assignment, parameter.id).some(({ send }) =>
        landingsFor(index, assignment, send).some((l) => l.parameterId === parameter.id && l.mode === 'absolute'),
      );
      if (!counter || !heard) return [];
      const counted = Math.floor((counter.to - counter.from) / Math.max(1, Math.abs(counter.step))) + 1;
      const steps = parameter.highest - parameter.lowest + 1;
      const reached = new Set(valuesOf(index, assignment, parameter, around)).size;
      return reached < Math.min(counted, steps)
        ? [
            {
              severity: 'stop',
              parameterId: parameter.id,
              facts: { parameter: parameter.name, counted, reached, steps },
              evidence: { type: 'trace' },
            },
          ]
        : [];
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    if (!assignment || !parameter) return [];
    const steps = parameter.highest - parameter.lowest + 1;
    const steppedBy = modeFix(index, assignment, parameter.id, 'Hear it as increment', 'increment');
    const spread = countersFor(assignment, parameter.id).flatMap(({ behaviour, at, most }) => {
      const counter = index.counters.get(behaviour.counterId);
      if (!counter || steps < 2) return [];
      // It wraps by its span, which hits no step twice the same way: so it stops at its end.
      const step = Math.floor(most / (steps - 1));
      const label = `Count 0 to ${step * (steps - 1)} by ${step}, and stop`;
      const edits = patch('counters', counter, { to: step * (steps - 1), from: 0, start: 0, step, atEnd: 'stop' });
      // What moves it by a step of its own moves it by the counter's again.
      const own =
        behaviour.step === undefined ? null : changeBehaviour(assignment, at, { type: 'stepping', counterId: counter.id });
      return [{ label, edit: batch(label, own ? [...edits, own] : edits) }];
    });
    return [...spread, ...steppedBy];
  },
};

/** What of an assignment counts values for a parameter, and the most that each message carries. */
const countersFor = (assignment: Parameters<typeof sendsFor>[0], parameterId: string) =>
  sendsFor(assignment, parameterId).flatMap(({ send, at }) =>
    send.behaviour.type === 'stepping' && !countsNumbers(send)
      ? [{ behaviour: send.behaviour, at, most: valueMax(send.message.type) }]
      : [],
  );
