// What follows no rule: the play of a gesture ends neither where it began nor where it should, and no other check knows why.
import { often } from '../base';
import { landingsFor } from '../commands';
import { kindOf, shortName } from '../midi';
import { modeOf } from '../modes';
import type { Landing, Send } from '../rig';
import { modeFix, sendsFor } from './fix-parts';
import { timesHeard } from './heard-by';
import { effectCheck } from './switches';

/** Clicks into positions, positions into clicks, and one coding as another are told by a check of their own. */
const mixedUp = ({ behaviour }: Send, { mode, coding }: Landing): boolean =>
  behaviour.type === 'relative'
    ? mode !== 'relative' || coding !== behaviour.coding
    : behaviour.type === 'range' && mode === 'relative';

export const irregular = effectCheck<
  'irregular',
  {
    readonly parameter: string;
    readonly changes: number;
    readonly message: string;
    readonly parts: boolean;
    readonly flips: boolean;
  }
>({
  id: 'irregular',
  group: 'movement',
  name: 'Follows no rule',
  severities: ['stop'],
  asks: 'all',
  guide: 'Played as planned, it changes again and again and ends up wherever it happens to.',
  say: ({ parameter, changes, message, parts, flips }) => ({
    title: `${parameter} changes ${often(changes)} and ends up anywhere.`,
    reason: parts
      ? `A value of ${message} comes in several messages, and the target acts on each of them.`
      : flips
        ? `Every message of ${message} acts by itself, so it depends on how many come.`
        : `What it hears of ${message}, and what else moves it in the same gesture, do not go together.`,
  }),
  fits: (context, assignment, { did }, parameter) => {
    const { index } = context;
    if (did.type !== 'irregular') return null;
    const [first] = sendsFor(assignment, parameter.id);
    if (!first) return null;
    const { send } = first;
    const landing = landingsFor(index, assignment, send).find((l) => l.parameterId === parameter.id);
    // So is what is heard more than once.
    if (landing && (mixedUp(send, landing) || timesHeard(context, assignment, send, landing.targetId, [landing]) > 1))
      return null;
    const flips = landing !== undefined && modeOf(landing.mode).fromNow;
    return {
      parameter: parameter.name,
      changes: did.changes,
      message: shortName(send.message),
      parts: flips && kindOf(send.message.type).sequence !== null,
      flips,
    };
  },
  fixes: (index, assignment, parameter) => [
    ...modeFix(index, assignment, parameter.id, 'Hear it as a value', 'absolute'),
    ...modeFix(index, assignment, parameter.id, 'Hear it as on while held', 'gate'),
  ],
});
