// What is sent on arriving at a bank or page: what it moves that nobody means, and what nobody hears.
import { shortName } from '../midi';
import type { Arrival, Controller } from '../rig';
import { outletFor } from '../wires';
import { sharersOf } from './address-clash';
import { senderOnArriving, sendsOnArriving } from './arrival-sends';
import { type CheckContext, type ControllerCheck, noFixes } from './finding';
import { movedBy } from './heard-by';

const placeOf = ({ bankNames }: Controller, { bank, page }: Arrival): string =>
  [bank === null ? (page === null ? 'any bank' : '') : bankNames[bank - 1] || `bank ${bank}`, page === null ? '' : `page ${page}`]
    .filter((t) => t !== '')
    .join(', ');

type Sent = { readonly place: string; readonly message: string; readonly parameter: string };

/** What is found about each send of an arrival. `heard` moves something by it, `together` by anything that the arrival sends: several messages belong together. */
const eachSend =
  (
    tell: (
      arrival: Arrival,
      meant: readonly string[],
      heard: readonly string[],
      together: ReadonlySet<string>,
    ) => readonly string[],
  ) =>
  (context: CheckContext, controller: Controller, severity: 'stop' | 'caution') =>
    (context.index.arrivalsOf.get(controller.id) ?? []).flatMap((arrival) => {
      const sender = senderOnArriving(context.index, arrival);
      if (sender === null) return [];
      const each = sendsOnArriving(arrival).map((send) => {
        const sharers = sharersOf(context.index, outletFor(context.index, sender.controlId, send), send.message);
        const moved = movedBy(context, sender, send, send.message, sharers, new Set());
        return { send, heard: moved.flatMap((m) => (m.landing ? [m.parameterId] : [])) };
      });
      const together = new Set(each.flatMap((e) => e.heard));
      return each.flatMap(({ send, heard }) =>
        [...new Set(tell(arrival, send.meant, heard, together))].map((parameterId) => ({
          severity,
          about: 'arrivals' as const,
          subjectId: arrival.id,
          parameterId,
          facts: {
            place: placeOf(controller, arrival),
            message: shortName(send.message),
            parameter: context.index.parameters.get(parameterId)?.name ?? '?',
          },
        })),
      );
    });

const movedUnmeant = eachSend((arrival, _meant, heard) => {
  // Several messages of one arrival belong together: what one of them means, none moves by mistake.
  const all = new Set(arrival.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
  return heard.filter((id) => !all.has(id));
});

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
  find: (context, controller) => movedUnmeant(context, controller, 'stop'),
  fixes: noFixes,
};

const unheard = eachSend((_arrival, meant, _heard, together) => meant.filter((id) => !together.has(id)));

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
  find: (context, controller) => unheard(context, controller, 'caution'),
  fixes: noFixes,
};
