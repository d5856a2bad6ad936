// A switch that alternates does not know what the parameter is: after something else moved it, or after the switch forgot which value comes next, a press
// sends what the parameter already is.
import { pressLostAfter } from '../bench';
import { changeBehaviour, changeLanding, landingsFor } from '../commands';
import { valueMax } from '../midi';
import { type Assignment, batch, gestureNames, type Parameter } from '../rig';
import { wantedOf } from '../wants';
import { type AssignmentCheck, type CheckContext, type Fix, type Found, subjectOf } from './finding';
import { always, homeOf, sendsFor } from './fix-parts';

type Lost = {
  readonly parameter: string;
  readonly control: string;
  readonly controller: string;
  /** The other control that moves it; null where the switch forgets by itself, on a change of bank. */
  readonly other: string | null;
};

export const lostPress: AssignmentCheck<'lost-press', Lost> = {
  scope: 'assignment',
  id: 'lost-press',
  group: 'switches',
  name: 'A press that is lost later',
  severities: ['caution'],
  asks: 'switches',
  guide:
    'Something else moves the parameter too, or the switch forgets on a change of bank: a press then sends what it already is.',
  say: ({ parameter, control, controller, other }) => ({
    title:
      other === null
        ? `After a change of bank a press can do nothing to ${parameter}.`
        : `After ${other} a press can do nothing to ${parameter}.`,
    reason:
      other === null
        ? `${controller} forgets on a change of bank which of its two values comes next, and begins with the first: the first press sends what ${parameter} already is.`
        : `${other} moves ${parameter} too. ${control} does not know, and sends the value that was next: then ${parameter} is there already, and the player has to press twice.`,
  }),
  find: (context, assignment, outcome): Found<Lost>[] => {
    const { index } = context;
    const home = homeOf(index, assignment);
    if (!home || outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect): Found<Lost>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || !parameter || wantedOf(index, assignment, parameter).want !== 'stays') return [];
      if (!sendsFor(assignment, parameter.id).some(({ send }) => send.behaviour.type === 'latching')) return [];
      const facts = { parameter: parameter.name, control: home.control.name, controller: home.controller.name };
      const found = (other: string | null): Found<Lost> => ({
        severity: 'caution',
        parameterId: parameter.id,
        facts: { ...facts, other },
        evidence: { type: 'trace' },
      });
      const other = otherMover(context, assignment, parameter);
      if (other !== null && pressLostAfter(index, assignment, parameter, 'moved', context.around)) return [found(other)];
      const { banks, togglesSurviveBankChange } = home.controller.firmware;
      const forgets = banks > 1 && !togglesSurviveBankChange;
      return forgets && pressLostAfter(index, assignment, parameter, 'another-bank', context.around) ? [found(null)] : [];
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    const modes = index.targets.get(parameter?.targetId ?? '')?.reception.modes ?? [];
    const can = assignment && homeOf(index, assignment)?.controller.firmware.switchModes.includes('fixed');
    if (!assignment || !parameter || !can || !modes.includes('toggle')) return [];
    return sendsFor(assignment, parameter.id).flatMap(({ send, at }): Fix[] => {
      const most = valueMax(send.message.type);
      const same = always(most);
      const values = changeBehaviour(assignment, at, same);
      const label = `Send ${most} on every press, and hear it as toggle`;
      const heard = landingsFor(index, assignment, send)
        .filter((l) => l.parameterId === parameter.id && l.mode !== 'toggle')
        .map((l) => changeLanding(l, { mode: 'toggle', coding: null }, label));
      return values ? [{ label, edit: batch(label, [values, ...heard]) }] : [];
    });
  },
};

/** Another function that moves a parameter, by its control; null where there is none. */
function otherMover({ index, outcomeOf }: CheckContext, assignment: Assignment, parameter: Parameter): string | null {
  for (const { assignment: other } of index.sendsFor.get(parameter.id) ?? []) {
    if (other.id === assignment.id) continue;
    const outcome = outcomeOf(other.id);
    if (outcome?.type !== 'played') continue;
    const moves = outcome.effects.some(
      (e) => e.parameterId === parameter.id && e.did.type !== 'never-reacts' && e.did.type !== 'nothing-lands',
    );
    if (!moves) continue;
    const home = homeOf(index, other);
    const bank = other.bank === null || other.bank === assignment.bank ? '' : ` in bank ${other.bank}`;
    return `${home?.control.name ?? '?'}${other.controlId === assignment.controlId ? ` (${gestureNames[other.gesture.type]})` : ''}${bank}`;
  }
  return null;
}
