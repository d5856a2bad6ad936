// A message for each way that an encoder is turned, in place of one for both, and back.
import { err, ok, type Result } from '../base';
import { kindOf, type Message, u14, valueMax } from '../midi';
import { chooseMessage } from '../numbers';
import {
  type Action,
  type Assignment,
  type Behaviour,
  batch,
  type Edit,
  insert,
  type Landing,
  type RigIndex,
  remove,
  type Send,
  set,
} from '../rig';
import { addressAt, outletFor } from '../wires';
import { changeLanding, landingsFor } from './change';
import { defaultType } from './defaults';
import type { CommandProblem } from './problem';
import { type NewId, nextOrder, staleAssignment } from './shared';

/**
 * Sends one message for each click up and another, with a number of its own, for each click down, in place of one message for both. What hears it steps up with the
 * first and down with the second, where its target can: what goes on and off is put on and off; what fires hears both alike. Fails on what is not moved, on messages
 * without a number, and where the controller sends no more on one gesture or no number is free. `back`: the message for the way down; null takes the first free number.
 */
export function sendEachWay(
  index: RigIndex,
  assignment: Assignment,
  at: number,
  newId: NewId,
  back: Message | null = null,
): Result<Edit, CommandProblem> {
  const send = assignment.actions[at];
  const controller = index.controllers.get(index.controls.get(assignment.controlId)?.controllerId ?? '');
  if (!controller) return err({ code: 'gone' });
  if (send?.type !== 'send' || assignment.gesture.type !== 'move') return err({ code: 'only-turns-go-each-way' });
  const { firmware } = controller;
  const sends = assignment.actions.filter((a) => a.type === 'send').length;
  if (sends >= firmware.messagesPerGesture || assignment.actions.length >= 64)
    return err({ code: 'too-many-messages', controller: controller.name, most: firmware.messagesPerGesture });
  const hearing = landingsFor(index, assignment, send).filter((l) => send.meant.includes(l.parameterId));
  const { type } = send.message;
  const free = chooseMessage(index, {
    controllerId: controller.id,
    type: type === 'cc' || type === 'note' || type === 'program' ? type : defaultType(controller),
    channel: 'channel' in send.message ? send.message.channel : controller.channel,
    targetId: hearing[0]?.targetId ?? null,
  });
  const message = back ?? free;
  if (!message) return err({ code: 'no-free-number', controller: controller.name });
  const clicks = (way: 'up' | 'down', of: Send['message']): Behaviour => ({
    type: 'click',
    way,
    value: u14(kindOf(of.type).carries === 'value' ? valueMax(of.type) : 0),
  });
  const down: Send = { ...send, message, behaviour: clicks('down', message), pinned: false };
  const actions: Action[] = assignment.actions.flatMap((a, i) =>
    i === at ? [{ ...send, behaviour: clicks('up', send.message) }, down] : [a],
  );
  const outlet = outletFor(index, assignment.controlId, down);
  const heard = hearing.flatMap((landing, i): Edit[] => {
    const ways = eachWay(index, landing);
    const other: Landing = {
      ...landing,
      ...ways.down,
      id: newId(),
      order: nextOrder(index.rig.landings) + i,
      address: addressAt(index, outlet, message, landing.targetId),
      given: null,
      entered: null,
      proved: null,
    };
    return [...(landing.given === null ? [changeLanding(landing, ways.up, 'Step up')] : []), insert('landings', other)];
  });
  return ok(
    batch('Send a message for each way', [
      set('assignments', assignment, 'actions', actions),
      ...staleAssignment(assignment),
      ...heard,
    ]),
  );
}

type Ways = Readonly<Record<'up' | 'down', Partial<Landing>>>;

/** How a landing hears each way, as far as its target can. */
function eachWay(index: RigIndex, { targetId, parameterId }: Landing): Ways {
  const parameter = index.parameters.get(parameterId);
  const modes = index.targets.get(targetId)?.reception.modes ?? [];
  const plain = { coding: null, chosenBy: null, takeover: 'jump' } as const;
  if (parameter?.kind === 'toggle' && modes.includes('set'))
    return {
      up: { ...plain, mode: 'set', setValue: parameter.highest },
      down: { ...plain, mode: 'set', setValue: parameter.lowest },
    };
  if (parameter?.kind === 'trigger' || !modes.includes('increment') || !modes.includes('decrement')) return { up: {}, down: {} };
  return { up: { ...plain, mode: 'increment' }, down: { ...plain, mode: 'decrement' } };
}

/**
 * One message for both ways again, with other values: the message for the other way goes, with what hears it for the same parameters; what stepped up follows positions or
 * clicks, where its target can. Null where there is no such message.
 */
export function sendBothWays(index: RigIndex, assignment: Assignment, at: number, behaviour: Behaviour): Edit | null {
  const send = assignment.actions[at];
  if (send?.type !== 'send') return null;
  const other = otherWay(assignment, at);
  const back = assignment.actions[other];
  const actions = assignment.actions.flatMap((a, i): Action[] => (i === other ? [] : [i === at ? { ...send, behaviour } : a]));
  const gone =
    back?.type === 'send' ? landingsFor(index, assignment, back).filter((l) => back.meant.includes(l.parameterId)) : [];
  const kept = landingsFor(index, assignment, send).filter((l) => send.meant.includes(l.parameterId) && !gone.includes(l));
  return batch('Send one message for both ways', [
    set('assignments', assignment, 'actions', actions),
    ...staleAssignment(assignment),
    ...kept.flatMap((landing): Edit[] => {
      const modes = index.targets.get(landing.targetId)?.reception.modes ?? [];
      const mode =
        behaviour.type === 'relative' && modes.includes('relative') ? 'relative' : modes.includes('absolute') ? 'absolute' : null;
      if (landing.given !== null || mode === null) return [];
      return [
        changeLanding(
          landing,
          { mode, coding: mode === 'relative' && behaviour.type === 'relative' ? behaviour.coding : null },
          'Follow it',
        ),
      ];
    }),
    ...gone.filter((l) => l.given === null).map((l) => remove('landings', l)),
  ]);
}

/** Where the message for the other way stands among the actions of a function; −1 for none. */
export function otherWay({ actions }: Assignment, at: number): number {
  const send = actions[at];
  if (send?.type !== 'send' || send.behaviour.type !== 'click') return -1;
  const { way } = send.behaviour;
  return actions.findIndex(
    (a) =>
      a.type === 'send' &&
      a.behaviour.type === 'click' &&
      a.behaviour.way !== way &&
      a.meant.length === send.meant.length &&
      a.meant.every((id) => send.meant.includes(id)),
  );
}
