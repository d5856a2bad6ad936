// What a modifier sends when it is tapped: what it moves that nobody means, and what nobody hears.
import { tapElsewhere } from '../commands';
import { type ControllerCheck, noFixes } from './finding';
import { foundBesides, type HeardBesides, movedUnmeant, saidToNobody } from './heard-besides';
import { sentByTaps } from './sent-besides';

type Tapped = { readonly control: string; readonly message: string; readonly parameter: string };

const factsOf = ({ sent, message, parameter }: HeardBesides): Tapped => ({ control: sent.where, message, parameter });

export const tapMoves: ControllerCheck<'tap-moves', Tapped> = {
  scope: 'controller',
  id: 'tap-moves',
  group: 'addresses',
  name: 'A tap moves something else',
  severities: ['stop'],
  guide: 'What a modifier sends when it is tapped moves something that it is not there for.',
  say: ({ control, message, parameter }) => ({
    title: `A tap on ${control} moves ${parameter}.`,
    reason: `${message} goes out then, and ${parameter} listens for it. Give it a number of its own: choose on the map what the modifier does when it is tapped.`,
  }),
  find: (context, controller) => foundBesides(movedUnmeant(context, sentByTaps(context.index, controller)), 'stop', factsOf),
  fixes: ({ index }, { subjectId }) => {
    const layer = index.layers.get(subjectId);
    const edit = layer ? tapElsewhere(index, layer) : null;
    return edit === null ? [] : [{ label: 'Send something else when it is tapped', edit }];
  },
};

export const tapUnheard: ControllerCheck<'tap-unheard', Tapped> = {
  scope: 'controller',
  id: 'tap-unheard',
  group: 'addresses',
  name: 'A tap says something to nobody',
  severities: ['caution'],
  guide: 'What a modifier sends when it is tapped is not listened for by what it is there for.',
  say: ({ control, message, parameter }) => ({
    title: `A tap on ${control} does nothing to ${parameter}.`,
    reason: `${message} goes out then for it, and it does not listen for that, does nothing at the values that are sent, or no wire leads there.`,
  }),
  find: (context, controller) => foundBesides(saidToNobody(context, sentByTaps(context.index, controller)), 'caution', factsOf),
  fixes: noFixes,
};
