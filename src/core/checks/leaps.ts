// Knob and value apart: leaps after a change, and pedals whose place is not sent again.
import { exhaustive } from '../base';
import { jumpsOf } from '../bench';
import { changeLanding, patch } from '../commands';
import { modeOf } from '../modes';
import { type Assignment, batch, type Control, controllerStates, isEndless, type Parameter, type RigIndex } from '../rig';
import { showQuantity } from '../values';
import { aimsFor, aimsOf, sweepOf } from './aims';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, subjectOf } from './finding';
import { homeOf } from './fix-parts';
import { macrosOver, movesFromHere } from './inside-targets';
import { presetsLeaveAlone } from './presets-loaded';

/** Whether a control keeps its place by hand: nothing moves it after the parameter. */
const staysWhereItIs = (control: Control): boolean => !control.motor && !control.ring && !isEndless(control);

/** What can leave knob and value apart: another bank or layer of this control, something else that moves the parameter, or another preset. */
function apartBecause(index: RigIndex, assignment: Assignment, control: Control, parameter: Parameter): Apart | null {
  const banks = homeOf(index, assignment)?.controller.firmware.banks ?? 1;
  const elsewhere = (index.assignmentsOf.get(control.id) ?? []).some(
    (a) =>
      a.id !== assignment.id &&
      a.gesture.type === 'move' &&
      ((banks > 1 && a.bank !== assignment.bank) || a.layerId !== assignment.layerId),
  );
  if (elsewhere) return 'other-use';
  const others = (index.sendsFor.get(parameter.id) ?? []).some((p) => p.assignment.id !== assignment.id);
  if (others || macrosOver(index, parameter).length > 0) return 'other-mover';
  if (bankMoves(index, parameter)) return 'channel-bank';
  return changesPreset(index, parameter) ? 'preset' : null;
}

type Apart = 'other-use' | 'other-mover' | 'channel-bank' | 'preset';

/** Whether the control moves another strip once the bank of channels is moved on, from this rig. */
const bankMoves = (index: RigIndex, { id, targetId }: Parameter): boolean =>
  (index.targets.get(targetId)?.channelBanks ?? []).some(
    (bank) => bank.lanes.some((lane) => lane.includes(id)) && movesFromHere(index, bank),
  );

/** Whether something on the rig puts another preset of its target in place that does not leave it alone: what nobody said of a preset, it may do. */
const changesPreset = (index: RigIndex, { id, targetId }: Parameter): boolean =>
  (index.parametersOf.get(targetId) ?? []).some(
    (p) =>
      (index.landingsOf.get(p.id) ?? []).some((l) => l.targetId === targetId && modeOf(l.mode).changesSound) &&
      presetsLeaveAlone(index, p.id, id) !== true,
  );

function apartWords(why: Apart, control: string, parameter: string): string {
  switch (why) {
    case 'other-use':
      return `${control} is turned for something else in another bank or layer.`;
    case 'other-mover':
      return `Something else on this rig moves ${parameter} too.`;
    case 'channel-bank':
      return `${control} moves another strip once the bank of channels is moved on.`;
    case 'preset':
      return `A preset can be chosen from this rig, and puts ${parameter} where it was kept.`;
    default:
      return exhaustive(why);
  }
}

export const jumpAfterChange: AssignmentCheck<
  'jump-after-change',
  { readonly parameter: string; readonly leap: string; readonly control: string; readonly why: Apart }
> = {
  scope: 'assignment',
  id: 'jump-after-change',
  group: 'movement',
  name: 'Jumps after a change',
  severities: ['caution', 'note'],
  asks: 'moves',
  guide: 'After a bank or preset change knob and value differ, and the next touch leaps.',
  say: ({ parameter, leap, control, why }) => ({
    title: `${parameter} can jump by ${leap}.`,
    reason: `${apartWords(why, control, parameter)} After that the knob is not where the value is, and the first turn takes the value there.`,
  }),
  find: ({ index, around }, assignment, outcome) => {
    const control = index.controls.get(assignment.controlId);
    if (!control || !staysWhereItIs(control) || assignment.gesture.type !== 'move' || outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect) => {
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
          facts: { parameter: parameter.name, leap: showQuantity(leap, parameter.unit), control: control.name, why },
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

/** A pedal stays where the foot left it; after a bank change firmware that does not send its place again leaves the value behind. */
export const placeNotSentAgain: AssignmentCheck<
  'place-not-sent-again',
  /** `ifWords`: not empty where nobody stated whether it sends them. */
  { readonly control: string; readonly ifWords: string }
> = {
  scope: 'assignment',
  id: 'place-not-sent-again',
  group: 'movement',
  name: 'The place is not sent again',
  severities: ['note'],
  asks: 'moves',
  guide: 'After a bank change the pedal stands elsewhere than the value, until it is moved.',
  say: ({ control, ifWords }) => ({
    title: `${ifWords === '' ? '' : `${ifWords}, `}${control} says nothing when this bank is chosen.`,
    reason:
      ifWords === ''
        ? 'The controller does not send places again after a bank change: until it is moved, the value stays as it was.'
        : 'Nobody stated it yet. Change the bank on the unit and watch: if nothing comes, the value stays as it was until it is moved.',
  }),
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
        facts: {
          control: home.control.name,
          ifWords: controllerStates(home.controller, 'resendsPositions')
            ? ''
            : `If ${home.controller.name} does not send places again`,
        },
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
