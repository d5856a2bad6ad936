// What is sent on arriving at a bank or page: what it moves that nobody means, and what nobody hears.
import { type ControllerCheck, noFixes } from './finding';
import { foundBesides, type HeardBesides, movedUnmeant, saidToNobody } from './heard-besides';
import { sentOnArriving } from './sent-besides';

type Sent = { readonly place: string; readonly message: string; readonly parameter: string };

const factsOf = ({ sent, message, parameter }: HeardBesides): Sent => ({ place: sent.where, message, parameter });

export const arrivalMoves: ControllerCheck<'arrival-moves', Sent> = {
  scope: 'controller',
  id: 'arrival-moves',
  group: 'addresses',
  name: 'Arriving moves something else',
  severities: ['stop'],
  guide: 'What is sent on arriving at a bank or page moves something that it is not there for.',
  say: ({ place, message, parameter }) => ({
    title: `Arriving at ${place} moves ${parameter}.`,
    reason: `${message} goes out there, and ${parameter} listens for it. Take another number, or say in Gear that it is there for ${parameter}.`,
  }),
  find: (context, controller) => foundBesides(movedUnmeant(context, sentOnArriving(context.index, controller)), 'stop', factsOf),
  fixes: noFixes,
};

export const arrivalUnheard: ControllerCheck<'arrival-unheard', Sent> = {
  scope: 'controller',
  id: 'arrival-unheard',
  group: 'addresses',
  name: 'Arriving says something to nobody',
  severities: ['caution'],
  guide: 'What is sent on arriving at a bank or page is not listened for by what it is there for.',
  say: ({ place, message, parameter }) => ({
    title: `Arriving at ${place} does nothing to ${parameter}.`,
    reason: `${message} goes out there for it, and it does not listen for that, does nothing at the values that are sent, or no wire leads there.`,
  }),
  find: (context, controller) =>
    foundBesides(saidToNobody(context, sentOnArriving(context.index, controller)), 'caution', factsOf),
  fixes: noFixes,
};
