// A message of another kind for a function. In a file of its own: the planner that it asks is no part of a first view.
import type { Message, MessageType } from '../midi';
import { chooseMessage } from '../numbers';
import type { Controller, RigIndex, Send } from '../rig';
import { messageOf } from './kinds';

/**
 * As `messageOf`, for a function of a controller. A program chosen by its number means nothing that the number before it did: it is the first one that is
 * free.
 */
export function messageFor(index: RigIndex, controller: Controller, send: Send, type: MessageType): Message {
  const { message, meant } = send;
  const same = messageOf(type, message);
  if (type !== 'program' || message.type === 'program') return same;
  const [first] = meant;
  const targetId = first === undefined ? null : (index.parameters.get(first)?.targetId ?? null);
  const channel = 'channel' in message ? message.channel : controller.channel;
  return chooseMessage(index, { controllerId: controller.id, type, channel, targetId }) ?? same;
}
