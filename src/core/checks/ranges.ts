// Ranges: coarse steps, centres that cannot be reached, ranges cut at the sender, dead parts of the travel. Read from the simulated sweep.
import type { Effect } from '../bench';
import { changeBehaviour, changeLanding, changeMessage, patch } from '../commands';
import { messageSchema, u14, valueMax } from '../midi';
import { isFree } from '../numbers';
import { type Assignment, batch, type Landing, type Parameter, type Send } from '../rig';
import { showQuantity } from '../values';
import { type Aim, aimsFor, aimsOf, sweepOf } from './aims';
import { type AssignmentCheck, type CheckContext, type Fix, type Found, subjectOf } from './finding';
import { homeOf } from './fix-parts';

/** What a sweep tells of how finely a parameter moves, also where the knob had to pick it up first. */
type Followed = Extract<Effect['did'], { type: 'sweeps' | 'picks-up' }>;

/** What a sweep tells of each continuous parameter that it is meant for. */
const swept =
  <F>(
    tell: (parameter: Parameter, sweep: Followed) => Pick<Found<F>, 'severity' | 'facts'> | null,
  ): AssignmentCheck<string, F>['find'] =>
  ({ index }, _assignment, outcome) => {
    if (outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect): Found<F>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      const { did } = effect;
      if (!effect.meant || parameter?.kind !== 'continuous' || (did.type !== 'sweeps' && did.type !== 'picks-up')) return [];
      const told = tell(parameter, did);
      return told ? [{ ...told, parameterId: parameter.id, evidence: { type: 'trace' } }] : [];
    });
  };

/** The longest part of the travel over which nothing moved. Waiting to be picked up is no dead travel. */
const longestStill = (did: Followed): number => (did.type === 'sweeps' ? did.longestStill : 0);

export const coarseSteps: AssignmentCheck<
  'coarse-steps',
  { readonly parameter: string; readonly step: string; readonly smooth: string; readonly values: number }
> = {
  scope: 'assignment',
  id: 'coarse-steps',
  group: 'movement',
  name: 'Coarse steps',
  severities: ['caution'],
  asks: 'moves',
  guide: 'Steps are so large that they are heard; a 14-bit pair or a shorter range mends it.',
  say: ({ parameter, step, smooth, values }) => ({
    title: `${parameter} moves in steps of up to ${step}.`,
    reason: `It sounds smooth up to ${smooth}; ${values} values have to do for the whole way.`,
  }),
  find: swept((parameter, sweep) =>
    parameter.tolerance === null || sweep.largestStep <= parameter.tolerance * (1 + 1e-9)
      ? null
      : {
          severity: 'caution',
          facts: {
            parameter: parameter.name,
            step: showQuantity(sweep.largestStep, parameter.unit),
            smooth: showQuantity(parameter.tolerance, parameter.unit),
            values: sweep.count,
          },
        },
  ),
  fixes: (context, finding) => aimsFor(context, finding).flatMap((aim) => [...finer(context, aim), ...narrower(aim)]),
};

/** The same control as a 14-bit pair, where the controller can send one and a pair is free. */
function finer({ index, newId }: CheckContext, { send, at, assignment, parameter }: Aim & { assignment: Assignment }): Fix[] {
  const home = homeOf(index, assignment);
  if (!home?.controller.firmware.messages.includes('cc14') || send.message.type !== 'cc') return [];
  const { channel } = send.message;
  const demand = { controllerId: home.controller.id, type: 'cc' as const, channel, targetId: parameter.targetId };
  const free = (n: number): boolean => {
    const own = send.message.type === 'cc' && send.message.number === n;
    const low = messageSchema.parse({ type: 'cc', channel, number: n + 32 });
    return (own || isFree(index, demand, messageSchema.parse({ type: 'cc', channel, number: n }))) && isFree(index, demand, low);
  };
  const number = [send.message.number, ...Array.from({ length: 12 }, (_, i) => 20 + i), 14, 15, 9, 3].find(
    (n) => n >= 1 && n <= 31 && n !== 6 && free(n),
  );
  const edit =
    number === undefined
      ? null
      : changeMessage(index, assignment, at, messageSchema.parse({ type: 'cc14', channel, number }), newId);
  return edit ? [{ label: 'Send it in 14 bits', edit }] : [];
}

/** A shorter way with the same number of steps: as much of it, from the low end, as sounds smooth. */
function narrower({ landing, parameter, send }: Aim): Fix[] {
  if (parameter.scale.type !== 'linear' || parameter.tolerance === null || send.behaviour.type !== 'range') return [];
  const steps = Math.abs(send.behaviour.to - send.behaviour.from);
  const most = parameter.tolerance * steps * (1 - 1e-9);
  if (most <= 0 || Math.abs(landing.to - landing.from) <= most) return [];
  const to = landing.from + Math.sign(landing.to - landing.from) * most;
  const label = `Move it only between ${showQuantity(landing.from, parameter.unit)} and ${showQuantity(to, parameter.unit)}`;
  return [{ label, edit: changeLanding(landing, { to }, label) }];
}

/** Parameters with a middle that matters: 0 lies inside the range, and it rests there. */
const centreOf = (p: Parameter): number | null =>
  p.kind === 'continuous' && p.lowest < 0 && p.highest > 0 && p.default === 0 ? 0 : null;

export const centreUnreachable: AssignmentCheck<
  'centre-unreachable',
  { readonly parameter: string; readonly centre: string; readonly nearest: string }
> = {
  scope: 'assignment',
  id: 'centre-unreachable',
  group: 'movement',
  name: 'The centre cannot be reached',
  severities: ['note'],
  asks: 'moves',
  guide: 'No value that is sent gives exactly the middle.',
  say: ({ parameter, centre, nearest }) => ({
    title: `${parameter} never comes to ${centre}.`,
    reason: `None of the 128 values gives exactly that; the nearest gives ${nearest}.`,
  }),
  find: ({ index }, assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : aimsOf(index, assignment).flatMap(({ send, landing, parameter }) => {
          const sweep = sweepOf(outcome.effects, parameter.id);
          const centre = centreOf(parameter);
          if (!sweep || centre === null || landing.mode !== 'absolute' || valueMax(send.message.type) !== 127) return [];
          if (Math.min(sweep.from, sweep.to) > centre || Math.max(sweep.from, sweep.to) < centre) return [];
          const nearest = nearestTo(landing, parameter, send, centre);
          if (nearest === null || Math.abs(nearest - centre) < 1e-6 * (parameter.highest - parameter.lowest)) return [];
          return [
            {
              severity: 'note',
              parameterId: parameter.id,
              facts: {
                parameter: parameter.name,
                centre: showQuantity(centre, parameter.unit),
                nearest: showQuantity(nearest, parameter.unit),
              },
              evidence: { type: 'trace' },
            },
          ];
        }),
  fixes: (context, finding) =>
    aimsFor(context, finding).flatMap((aim): Fix[] => {
      const { landing, parameter, send } = aim;
      const straight = parameter.scale.type === 'linear' && landing.curve.type === 'linear' && send.behaviour.type === 'range';
      // With 64 of 127 on the centre, the far end lies 63/64 of the near part beyond it.
      const to = landing.from < 0 ? (-landing.from * 63) / 64 : null;
      const label = to === null ? '' : `End at ${showQuantity(to, parameter.unit)}, so that 64 gives 0`;
      const shorter =
        straight && to !== null && to <= parameter.highest && landing.to > 0
          ? [{ label, edit: changeLanding(landing, { to }, label) }]
          : [];
      return [...shorter, ...finer(context, aim)];
    }),
};

/** The reading nearest to a value, over the 7-bit values that are sent, by the straight rule: only asked of straight landings. */
function nearestTo(landing: Landing, parameter: Parameter, send: Send, value: number): number | null {
  if (send.behaviour.type !== 'range' || parameter.scale.type !== 'linear' || landing.curve.type !== 'linear') return null;
  let nearest: number | null = null;
  for (let v = Math.min(send.behaviour.from, send.behaviour.to); v <= Math.max(send.behaviour.from, send.behaviour.to); v++) {
    const p = parameter.centre === 'at64' ? (v <= 64 ? v / 128 : 0.5 + (v - 64) / 126) : v / 127;
    const at = landing.from + p * (landing.to - landing.from);
    if (nearest === null || Math.abs(at - value) < Math.abs(nearest - value)) nearest = at;
  }
  return nearest;
}

export const cutAtSender: AssignmentCheck<
  'cut-at-sender',
  { readonly used: number; readonly of: number; readonly low: number; readonly high: number }
> = {
  scope: 'assignment',
  id: 'cut-at-sender',
  group: 'movement',
  name: 'Range cut at the sender',
  severities: ['note'],
  asks: 'moves',
  guide: 'The range is cut where it is sent, which costs steps; the target could do it without.',
  say: ({ used, of, low, high }) => ({
    title: `${used} of ${of} values are used.`,
    reason: `The range is cut in the controller, from ${low} to ${high}. Cut at the target it keeps all its steps.`,
  }),
  find: ({ index }, assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : aimsOf(index, assignment).flatMap(({ send, landing, parameter }) => {
          const { behaviour } = send;
          const max = valueMax(send.message.type);
          const sweep = sweepOf(outcome.effects, parameter.id);
          if (behaviour.type !== 'range' || landing.mode !== 'absolute' || !sweep || parameter.kind !== 'continuous') return [];
          const sent = Math.abs(behaviour.to - behaviour.from) + 1;
          if (sent > max || send.meant.length > 1) return [];
          return [
            {
              severity: 'note',
              parameterId: parameter.id,
              facts: {
                used: sent,
                of: max + 1,
                low: Math.min(behaviour.from, behaviour.to),
                high: Math.max(behaviour.from, behaviour.to),
              },
              evidence: { type: 'trace' },
            },
          ];
        }),
  fixes: (context, finding) => {
    const outcome = context.outcomeOf(finding.subjectId);
    const sweep =
      outcome?.type === 'played' && finding.parameterId !== null ? sweepOf(outcome.effects, finding.parameterId) : null;
    if (!sweep) return [];
    return aimsFor(context, finding).flatMap(({ send, at, landing, assignment, parameter }): Fix[] => {
      if (send.behaviour.type !== 'range' || send.meant.length > 1) return [];
      const whole = changeBehaviour(assignment, at, { ...send.behaviour, from: u14(0), to: u14(valueMax(send.message.type)) });
      if (!whole) return [];
      const label = `Send everything, and let the target go from ${showQuantity(sweep.from, parameter.unit)} to ${showQuantity(sweep.to, parameter.unit)}`;
      return [{ label, edit: batch(label, [whole, changeLanding(landing, { from: sweep.from, to: sweep.to }, label)]) }];
    });
  },
};

const DEAD = 0.1;

export const deadTravel: AssignmentCheck<'dead-travel', { readonly percent: number; readonly parameter: string }> = {
  scope: 'assignment',
  id: 'dead-travel',
  group: 'movement',
  name: 'A dead part of the travel',
  severities: ['note'],
  asks: 'moves',
  guide: 'Part of the way does nothing.',
  say: ({ percent, parameter }) => ({
    title: `${percent} % of the travel moves nothing.`,
    reason: `Over that part of the way ${parameter} stays where it is: a dead zone, a calibration that ends early, or a flat curve.`,
  }),
  find: swept((parameter, sweep) =>
    longestStill(sweep) <= DEAD
      ? null
      : {
          severity: 'note',
          facts: { percent: Math.round(longestStill(sweep) * 100), parameter: parameter.name },
        },
  ),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    const control = assignment && context.index.controls.get(assignment.controlId);
    const calibration = control?.calibration;
    // The ends were measured, and stay.
    const whole =
      control && calibration && (calibration.deadLow > 0 || calibration.deadHigh > 0)
        ? [
            {
              label: 'Take the dead zones out of the calibration',
              edit: batch(
                'Take the dead zones out of the calibration',
                patch('controls', control, { calibration: { ...calibration, deadLow: 0, deadHigh: 0 } }),
              ),
            },
          ]
        : [];
    const straight = aimsFor(context, finding).flatMap(({ send, at, landing, assignment: a }): Fix[] => {
      const edit =
        send.behaviour.type === 'range' ? changeBehaviour(a, at, { ...send.behaviour, curve: { type: 'linear' } }) : null;
      return [
        ...(edit ? [{ label: 'Make the curve of the control straight', edit }] : []),
        {
          label: 'Make the curve at the target straight',
          edit: changeLanding(landing, { curve: { type: 'linear' } }, 'Make the curve straight'),
        },
      ];
    });
    return [...whole, ...straight];
  },
};
