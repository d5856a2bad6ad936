// What moves: codings that do not fit, coarse steps, centres, cut ranges, leaps, dead travel. Read from the simulated sweep.
import { type Effect, effectWords, jumpsOf } from '../bench';
import { changeAssignment, changeBehaviour, changeLanding, changeMessage, landingsFor, patch } from '../commands';
import { messageSchema, u14, valueMax } from '../midi';
import { isFree } from '../numbers';
import { type Assignment, batch, type Control, type Landing, type Parameter, type RigIndex, type Send } from '../rig';
import { showQuantity } from '../values';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, type Found, subjectOf } from './finding';
import { homeOf, sendsFor } from './fix-parts';

interface Aim {
  readonly send: Send;
  readonly at: number;
  readonly landing: Landing;
  readonly parameter: Parameter;
}

/** Every send of a moving assignment with each landing that it is meant for. */
function aimsOf(index: RigIndex, assignment: Assignment): readonly Aim[] {
  if (assignment.gesture.type !== 'move') return [];
  return sendsFor(assignment, null).flatMap(({ send, at }) =>
    landingsFor(index, assignment, send).flatMap((landing): Aim[] => {
      const parameter = index.parameters.get(landing.parameterId);
      return parameter ? [{ send, at, landing, parameter }] : [];
    }),
  );
}

function aimsFor(context: CheckContext, finding: Finding): readonly (Aim & { readonly assignment: Assignment })[] {
  const assignment = subjectOf(context, finding);
  if (!assignment) return [];
  return aimsOf(context.index, assignment).flatMap((aim) =>
    aim.parameter.id === finding.parameterId ? [{ ...aim, assignment }] : [],
  );
}

/** The sweep of a continuous parameter, where that is what it did. */
function sweepOf(effects: readonly Effect[], parameterId: string) {
  const did = effects.find((e) => e.parameterId === parameterId)?.did;
  return did?.type === 'sweeps' ? did : null;
}

export const relativeMismatch: AssignmentCheck = {
  scope: 'assignment',
  id: 'relative-mismatch',
  find: ({ index }, assignment, outcome) =>
    aimsOf(index, assignment).flatMap(({ send, landing, parameter }): Found[] => {
      const clicks = send.behaviour.type === 'relative';
      const reads = landing.mode === 'relative';
      const fits = clicks === reads && (send.behaviour.type !== 'relative' || send.behaviour.coding === landing.coding);
      if (fits || outcome.type !== 'played') return [];
      const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
      return [
        {
          severity: 'stop',
          parameterId: parameter.id,
          title: did ? `${parameter.name} ${effectWords(did, parameter)}.` : `${parameter.name} does not follow.`,
          reason: clicks
            ? reads
              ? 'The encoder sends its clicks in one coding, and the target reads another.'
              : 'The encoder sends clicks, and the target takes them for positions.'
            : 'The control sends positions, and the target takes them for clicks.',
          evidence: { type: 'trace' },
        },
      ];
    }),
  fixes: (context, finding) =>
    aimsFor(context, finding).flatMap(({ send, at, landing, assignment }): Fix[] => {
      const target = context.index.targets.get(landing.targetId);
      const firmware = homeOf(context.index, assignment)?.controller.firmware;
      const { behaviour } = send;
      if (!target || !firmware) return [];
      const hear = (label: string, changes: Partial<Landing>): Fix => ({ label, edit: changeLanding(landing, changes, label) });
      const positions = changeBehaviour(assignment, at, {
        type: 'range',
        from: u14(0),
        to: u14(valueMax(send.message.type)),
        curve: { type: 'linear' },
      });
      if (behaviour.type === 'relative')
        return [
          ...(target.reception.modes.includes('relative') && target.reception.relativeEncodings.includes(behaviour.coding)
            ? [hear('Read it in the coding that is sent', { mode: 'relative', coding: behaviour.coding })]
            : []),
          ...target.reception.relativeEncodings.flatMap((coding): Fix[] => {
            if (landing.mode !== 'relative' || coding !== landing.coding || !firmware.encoderModes.includes(coding)) return [];
            const edit = changeBehaviour(assignment, at, { ...behaviour, coding });
            return edit ? [{ label: 'Send the coding that is read', edit }] : [];
          }),
          ...(positions && landing.mode !== 'relative' ? [{ label: 'Send positions', edit: positions }] : []),
        ];
      const coding = landing.coding;
      const clicks =
        coding && firmware.encoderModes.includes(coding)
          ? changeBehaviour(assignment, at, { type: 'relative', coding, acceleration: 1 })
          : null;
      return [
        ...(target.reception.modes.includes('absolute')
          ? [hear('Hear it as positions', { mode: 'absolute', coding: null })]
          : []),
        ...(clicks ? [{ label: 'Send clicks', edit: clicks }] : []),
      ];
    }),
};

export const coarseSteps: AssignmentCheck = {
  scope: 'assignment',
  id: 'coarse-steps',
  find: ({ index }, _assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : outcome.effects.flatMap((effect): Found[] => {
          const parameter = index.parameters.get(effect.parameterId);
          const sweep = sweepOf(outcome.effects, effect.parameterId);
          if (!parameter || !sweep || !effect.meant || parameter.tolerance === null || parameter.kind !== 'continuous') return [];
          if (sweep.largestStep <= parameter.tolerance * (1 + 1e-9)) return [];
          return [
            {
              severity: 'caution',
              parameterId: parameter.id,
              title: `${parameter.name} moves in steps of up to ${showQuantity(sweep.largestStep, parameter.unit)}.`,
              reason: `It sounds smooth up to ${showQuantity(parameter.tolerance, parameter.unit)}; ${sweep.count} values have to do for the whole way.`,
              evidence: { type: 'trace' },
            },
          ];
        }),
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

export const centreUnreachable: AssignmentCheck = {
  scope: 'assignment',
  id: 'centre-unreachable',
  find: ({ index }, assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : aimsOf(index, assignment).flatMap(({ send, landing, parameter }): Found[] => {
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
              title: `${parameter.name} never comes to ${showQuantity(centre, parameter.unit)}.`,
              reason: `No 7-bit value is the middle of this range; the nearest gives ${showQuantity(nearest, parameter.unit)}.`,
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

export const cutAtSender: AssignmentCheck = {
  scope: 'assignment',
  id: 'cut-at-sender',
  find: ({ index }, assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : aimsOf(index, assignment).flatMap(({ send, landing, parameter }): Found[] => {
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
              title: `${sent} of ${max + 1} values are used.`,
              reason: `The range is cut in the controller, from ${Math.min(behaviour.from, behaviour.to)} to ${Math.max(behaviour.from, behaviour.to)}. Cut at the target it keeps all its steps.`,
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

/** Whether a control keeps its place by hand: nothing moves it after the parameter. */
const staysWhereItIs = (control: Control): boolean =>
  !control.motor && !control.ring && control.kind !== 'encoder' && control.kind !== 'jog';

/** What can leave knob and value apart: another bank of this control, or something else that moves the parameter. */
function apartBecause(index: RigIndex, assignment: Assignment, control: Control, parameter: Parameter): string | null {
  const banks = homeOf(index, assignment)?.controller.firmware.banks ?? 1;
  const elsewhere = (index.assignmentsOf.get(control.id) ?? []).some(
    (a) =>
      a.id !== assignment.id && a.gesture.type === 'move' && (a.bank !== assignment.bank || a.layerId !== assignment.layerId),
  );
  if (assignment.bank !== null && banks > 1 && elsewhere)
    return `${control.name} is turned for something else in another bank or layer.`;
  const others = (index.sendsFor.get(parameter.id) ?? []).some((p) => p.assignment.id !== assignment.id);
  return others ? `Something else on this rig moves ${parameter.name} too.` : null;
}

export const jumpAfterChange: AssignmentCheck = {
  scope: 'assignment',
  id: 'jump-after-change',
  find: ({ index, around }, assignment, outcome) => {
    const control = index.controls.get(assignment.controlId);
    if (!control || !staysWhereItIs(control) || assignment.gesture.type !== 'move' || outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect): Found[] => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || parameter?.kind !== 'continuous') return [];
      const why = apartBecause(index, assignment, control, parameter);
      if (why === null) return [];
      // A landing that jumps goes at once to where the knob stands: from one end of its sweep to the other at worst. What takes over
      // in another way is tried.
      const sweep = sweepOf(outcome.effects, parameter.id);
      const eases = aimsOf(index, assignment).some((a) => a.parameter.id === parameter.id && a.landing.takeover !== 'jump');
      const leap = eases ? jumpsOf(index, assignment, parameter, around)?.later : sweep && Math.abs(sweep.to - sweep.from);
      const far = Math.abs(parameter.highest - parameter.lowest) / 8;
      if (leap === undefined || leap === null || leap <= far) return [];
      return [
        {
          severity: parameter.tags.includes('loudness') || parameter.tags.includes('feedback') ? 'caution' : 'note',
          parameterId: parameter.id,
          title: `${parameter.name} can jump by ${showQuantity(leap, parameter.unit)}.`,
          reason: `${why} After that the knob is not where the value is, and the first turn takes the value there.`,
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: takeoverFixes,
};

/** Another takeover, where the target offers one. */
export function takeoverFixes(context: CheckContext, finding: Finding): readonly Fix[] {
  return aimsFor(context, finding).flatMap(({ landing }): Fix[] => {
    const can = context.index.targets.get(landing.targetId)?.reception.takeover ?? [];
    return (['pickup', 'scale'] as const).flatMap((takeover): Fix[] => {
      if (!can.includes(takeover) || landing.takeover === takeover) return [];
      const label = takeover === 'pickup' ? 'Wait until the knob passes the value' : 'Move in proportion until they meet';
      return [{ label, edit: changeLanding(landing, { takeover }, label) }];
    });
  });
}

export const backwards: AssignmentCheck = {
  scope: 'assignment',
  id: 'backwards',
  find: ({ index }, assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : aimsOf(index, assignment).flatMap(({ send, landing, parameter }): Found[] => {
          const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
          const sender = send.behaviour.type === 'range' && send.behaviour.from > send.behaviour.to;
          const receiver = landing.from > landing.to;
          const clicks = did?.type === 'clicks' && did.backwards && !receiver;
          if (!clicks && !(sender && did?.type === 'sweeps')) return [];
          return [
            {
              severity: 'note',
              parameterId: parameter.id,
              title: receiver && sender ? `${parameter.name} is turned round twice.` : `${parameter.name} runs backwards.`,
              reason: clicks
                ? 'A click to the right lowers it.'
                : receiver
                  ? 'The controller sends the range reversed, and the target reverses it again.'
                  : 'The controller sends the range reversed. Where that is meant, reverse it at the target: then the map shows it.',
              evidence: { type: 'trace' },
            },
          ];
        }),
  fixes: (context, finding) =>
    aimsFor(context, finding).flatMap(({ send, at, landing, assignment }): Fix[] => {
      const { behaviour } = send;
      const reverse = changeLanding(landing, { from: landing.to, to: landing.from }, 'It is meant: reverse it at the target');
      if (behaviour.type === 'relative') return [{ label: 'Reverse it at the target', edit: reverse }];
      if (behaviour.type !== 'range') return [];
      const edit = changeBehaviour(assignment, at, { ...behaviour, from: behaviour.to, to: behaviour.from });
      if (!edit) return [];
      const label = `Send ${behaviour.to} to ${behaviour.from}`;
      return [
        { label, edit },
        { label: 'It is meant: reverse it at the target', edit: batch('Reverse it at the target', [edit, reverse]) },
      ];
    }),
};

/** A pedal stays where the foot left it; after a bank change firmware that does not send its place again leaves the value behind. */
export const placeNotSentAgain: AssignmentCheck = {
  scope: 'assignment',
  id: 'place-not-sent-again',
  find: ({ index }, assignment) => {
    const home = homeOf(index, assignment);
    if (!home || assignment.bank === null || home.controller.firmware.banks < 2 || home.controller.firmware.resendsPositions)
      return [];
    if (
      (home.control.kind !== 'expression' && home.control.kind !== 'fader') ||
      home.control.motor ||
      assignment.gesture.type !== 'move'
    )
      return [];
    const others = (index.assignmentsOf.get(home.control.id) ?? []).some(
      (a) => a.bank !== assignment.bank && a.gesture.type === 'move',
    );
    if (!others) return [];
    return [
      {
        severity: 'note',
        title: `${home.control.name} says nothing when this bank is chosen.`,
        reason: 'The controller does not send places again after a bank change: until it is moved, the value stays as it was.',
      },
    ];
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(index, assignment);
    if (!assignment || !home) return [];
    const label = `${home.controller.name} can send places again: switch that on`;
    return [
      { label: 'Put it in every bank', edit: changeAssignment(assignment, { bank: null }, 'Put it in every bank') },
      {
        label,
        edit: batch(
          label,
          patch('controllers', home.controller, { firmware: { ...home.controller.firmware, resendsPositions: true } }),
        ),
      },
    ];
  },
};

const DEAD = 0.1;

export const deadTravel: AssignmentCheck = {
  scope: 'assignment',
  id: 'dead-travel',
  find: ({ index }, _assignment, outcome) =>
    outcome.type !== 'played'
      ? []
      : outcome.effects.flatMap((effect): Found[] => {
          const parameter = index.parameters.get(effect.parameterId);
          const sweep = sweepOf(outcome.effects, effect.parameterId);
          if (!effect.meant || parameter?.kind !== 'continuous' || !sweep || sweep.longestStill <= DEAD) return [];
          return [
            {
              severity: 'note',
              parameterId: parameter.id,
              title: `${Math.round(sweep.longestStill * 100)} % of the travel moves nothing.`,
              reason: `Over that part of the way ${parameter.name} stays where it is: a dead zone, a calibration that ends early, or a flat curve.`,
              evidence: { type: 'trace' },
            },
          ];
        }),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    const control = assignment && context.index.controls.get(assignment.controlId);
    const calibration = control?.calibration;
    const whole =
      control && calibration
        ? [
            {
              label: 'Take the dead zones out of the calibration',
              edit: batch(
                'Take the dead zones out of the calibration',
                patch('controls', control, { calibration: { ...calibration, low: 0, high: 1, deadLow: 0, deadHigh: 0 } }),
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
