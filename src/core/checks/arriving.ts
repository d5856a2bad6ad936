// What is sent on arriving at a bank or page: what it moves that nobody means, and what nobody hears.
import { addressKey, heardKeys, type Message, shortName } from '../midi';
import type { Arrival, Controller, Landing } from '../rig';
import { accepts, arrivalPort, hopsOf } from '../wires';
import { type CheckContext, type ControllerCheck, noFixes } from './finding';

/** Landings that hear a message of a controller as remote control while no layer is open, by wires, ports and windows. */
function heardOf({ index, around }: CheckContext, controllerId: string, message: Message): readonly Landing[] {
  const keys = heardKeys(message);
  return hopsOf(around.network, controllerId, message).flatMap((hop) => {
    const wire = around.network.wires[hop.wire];
    const target = index.targets.get(hop.to);
    if (!hop.remote || !wire || !target) return [];
    const port = arrivalPort(index, wire);
    return keys
      .flatMap((key) => index.landingsAt.get(key) ?? [])
      .filter(
        (l) =>
          l.targetId === target.id &&
          l.hostLayerId === null &&
          accepts(target, l.address) &&
          (l.address.type !== 'program' || addressKey(l.address) === addressKey(message)) &&
          (!target.reception.tellsPortsApart || l.port === '' || l.port === port),
      );
  });
}

const placeOf = ({ bankNames }: Controller, { bank, page }: Arrival): string =>
  [bank === null ? (page === null ? 'any bank' : '') : bankNames[bank - 1] || `bank ${bank}`, page === null ? '' : `page ${page}`]
    .filter((t) => t !== '')
    .join(', ');

type Sent = { readonly place: string; readonly message: string; readonly parameter: string };

/** What is found about each send of an arrival. */
const eachSend =
  (tell: (context: CheckContext, arrival: Arrival, meant: readonly string[], heard: readonly Landing[]) => readonly string[]) =>
  (context: CheckContext, controller: Controller, severity: 'stop' | 'caution') =>
    (context.index.arrivalsOf.get(controller.id) ?? []).flatMap((arrival) =>
      arrival.actions.flatMap((action) => {
        if (action.type !== 'send') return [];
        const heard = heardOf(context, controller.id, action.message);
        return [...new Set(tell(context, arrival, action.meant, heard))].map((parameterId) => ({
          severity,
          about: 'arrivals' as const,
          subjectId: arrival.id,
          parameterId,
          facts: {
            place: placeOf(controller, arrival),
            message: shortName(action.message),
            parameter: context.index.parameters.get(parameterId)?.name ?? '?',
          },
        }));
      }),
    );

const movedUnmeant = eachSend((_context, arrival, _meant, heard) => {
  // Several messages of one arrival belong together: what one of them means, none moves by mistake.
  const all = new Set(arrival.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])));
  return heard.map((l) => l.parameterId).filter((id) => !all.has(id));
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

const unheard = eachSend((_context, _arrival, meant, heard) => meant.filter((id) => !heard.some((l) => l.parameterId === id)));

export const arrivalUnheard: ControllerCheck<'arrival-unheard', Sent> = {
  scope: 'controller',
  id: 'arrival-unheard',
  group: 'addresses',
  name: 'Arriving says something to nobody',
  severities: ['caution'],
  guide: 'What is sent on arriving at a bank or page is not listened for by what it is there for.',
  say: ({ place, message, parameter }) => ({
    title: `Arriving at ${place} does nothing to ${parameter}.`,
    reason: `${message} goes out there for it, and it does not listen for that, or no wire leads there.`,
  }),
  find: (context, controller) => unheard(context, controller, 'caution'),
  fixes: noFixes,
};
