// Ways of moving that do not fit, or run the other way. Read from the simulated sweep.
import { type Effect, effectWords } from '../bench';
import { changeAssignment, changeBehaviour, changeLanding } from '../commands';
import { u14, valueMax } from '../midi';
import { type Action, batch, type Landing } from '../rig';
import { aimsFor, aimsOf } from './aims';
import type { AssignmentCheck, Fix } from './finding';
import { homeOf } from './fix-parts';

/** What was done as it was told when acceptances were first kept: by the right turn alone, and as following no rule where that did nothing. */
function asFirstSaid(did: Effect['did']): Effect['did'] {
  if (did.type !== 'clicks') return did;
  return did.perClick === 0 ? { type: 'irregular', changes: did.changes } : { ...did, left: did };
}

export const relativeMismatch: AssignmentCheck<
  'relative-mismatch',
  {
    readonly parameter: string;
    readonly didWords: string | null;
    /** The same in the words of the time when acceptances were first kept. */
    readonly didFirstWords: string | null;
    readonly clicks: boolean;
    readonly reads: boolean;
  }
> = {
  scope: 'assignment',
  id: 'relative-mismatch',
  group: 'movement',
  name: 'Clicks and positions mixed up',
  severities: ['stop'],
  asks: 'moves',
  guide: 'Clicks are heard as positions, positions as clicks, or one coding as another.',
  say: ({ parameter, didWords, clicks, reads }) => ({
    title: `${parameter} ${didWords ?? 'does not follow'}.`,
    reason: clicks
      ? reads
        ? 'The encoder sends its clicks in one coding, and the target reads another.'
        : 'The encoder sends clicks, and the target takes them for positions.'
      : 'The control sends positions, and the target takes them for clicks.',
  }),
  find: ({ index }, assignment, outcome) =>
    aimsOf(index, assignment).flatMap(({ send, landing, parameter }) => {
      const clicks = send.behaviour.type === 'relative';
      const reads = landing.mode === 'relative';
      // A message for each way is heard as a step one way; what is made of it otherwise is told by what it does.
      if (send.behaviour.type === 'click') return [];
      const fits = clicks === reads && (send.behaviour.type !== 'relative' || send.behaviour.coding === landing.coding);
      if (fits || outcome.type !== 'played') return [];
      const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
      return [
        {
          severity: 'stop',
          parameterId: parameter.id,
          facts: {
            parameter: parameter.name,
            didWords: did ? effectWords(did, parameter) : null,
            didFirstWords: did ? effectWords(asFirstSaid(did), parameter) : null,
            clicks,
            reads,
          },
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

export const backwards: AssignmentCheck<
  'backwards',
  { readonly parameter: string; readonly sender: boolean; readonly receiver: boolean; readonly clicks: boolean }
> = {
  scope: 'assignment',
  id: 'backwards',
  group: 'movement',
  name: 'Runs backwards',
  severities: ['caution', 'note'],
  asks: 'moves',
  heeds: ['relative-mismatch'],
  guide: 'Turning up turns it down.',
  say: ({ parameter, sender, receiver, clicks }) => ({
    title: receiver && sender ? `${parameter} is turned round twice.` : `${parameter} runs backwards.`,
    reason: clicks
      ? 'A click to the right lowers it.'
      : receiver
        ? 'The controller sends the range reversed, and the target reverses it again.'
        : 'The controller sends the range reversed. Where that is meant, reverse it at the target: then the map shows it.',
  }),
  find: ({ index }, assignment, outcome, told) => {
    if (outcome.type !== 'played') return [];
    const seen = new Set<string>();
    return aimsOf(index, assignment).flatMap(({ send, landing, parameter }) => {
      const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
      const sender = send.behaviour.type === 'range' && send.behaviour.from > send.behaviour.to;
      const receiver = landing.from > landing.to;
      // Clicks that only one way moves anything are more than turned round, and what is misread is told as that.
      const clicks = did?.type === 'clicks' && did.backwards && did.left.backwards && did.left.perClick > 0 && !receiver;
      const misread = told.some((f) => f.parameterId === parameter.id);
      if (seen.has(parameter.id) || (clicks && misread) || (!clicks && !(sender && did?.type === 'sweeps'))) return [];
      seen.add(parameter.id);
      return [
        {
          severity: clicks ? 'caution' : 'note',
          parameterId: parameter.id,
          facts: { parameter: parameter.name, sender, receiver, clicks },
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding) =>
    aimsFor(context, finding).flatMap(({ send, at, landing, assignment }, i): Fix[] => {
      const { behaviour } = send;
      const reverse = changeLanding(landing, { from: landing.to, to: landing.from }, 'It is meant: reverse it at the target');
      if (behaviour.type === 'relative') return [{ label: 'Reverse it at the target', edit: reverse }];
      if (behaviour.type === 'click') {
        const label = 'Let the two messages change places';
        return i > 0
          ? []
          : [{ label, edit: changeAssignment(assignment, { actions: assignment.actions.map(otherWayRound) }, label) }];
      }
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

/** A message for one way as that for the other. */
const otherWayRound = (action: Action): Action =>
  action.type === 'send' && action.behaviour.type === 'click'
    ? { ...action, behaviour: { ...action.behaviour, way: action.behaviour.way === 'up' ? 'down' : 'up' } }
    : action;
