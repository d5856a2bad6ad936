// Everything that is sent on a rig, as it is heard, and what is listened for in vain.
import { addressKey, heardKeys, type Message, RESET_CONTROLLERS, resetValue, u7 } from '../midi';
import {
  addressesOf,
  type Landing,
  messagesOf,
  outsideActions,
  type PlacedSend,
  type RigIndex,
  sendersOfSignal,
  signalsOf,
} from '../rig';
import { heardAnywhere, heardAs, type Outlet, outletFor, sendsHeard, translates } from './heard';

export interface Sent {
  /** Whether nothing sends what a landing listens for: it was left over when something else was taken. */
  readonly isLeftOver: (landing: Landing) => boolean;
}

/**
 * Everything that functions, taps, arrivals and modifiers of the host's layers send. A landing hears it at its own address, and where it can be put together from
 * control changes that are sent by themselves: the bytes of a 14-bit control, the number and the data of a parameter (MIDI 1.0).
 */
export function sentOn(index: RigIndex): Sent {
  const { sendsAt, sequencesAt } = sendsHeard(index);
  const heard = new Set<number>();
  const plain = new Set<number>();
  const add = (outlet: Outlet, message: Message): void => {
    for (const made of heardAnywhere(index, outlet, message)) {
      for (const key of heardKeys(made)) heard.add(key);
      plain.add(addressKey(made));
    }
  };
  // One made in the controller sends none, whatever was left written there.
  for (const layer of index.rig.layers)
    for (const signal of signalsOf(layer)) {
      const [sender = ''] = sendersOfSignal(layer, signal);
      add(outletFor(index, sender, {}), signal.message);
    }
  for (const { action, controllerId } of outsideActions(index))
    if (action.type === 'send')
      for (const message of messagesOf(action, index.counters)) add({ unitId: controllerId, port: action.port ?? '' }, message);
  const isSent = (message: Message): boolean => sendsAt.has(addressKey(message)) || plain.has(addressKey(message));
  return {
    isLeftOver: (landing) =>
      !isReset(index, landing, isSent) &&
      addressesOf(landing).every((address) => {
        const own = addressKey(address);
        // Through translators what one target hears under a number another one need not.
        const sends = (sendsAt.get(own) ?? []).some((p) => isHeardThere(index, p, landing, own));
        if (sends || sequencesAt.has(own) || heard.has(own)) return false;
        return !heardKeys(address).some((key) => (key !== own && sendsAt.has(key)) || plain.has(key));
      }),
  };
}

/** Whether _reset all controllers_ is sent where a landing goes back by it. */
const isReset = (index: RigIndex, landing: Landing, isSent: (message: Message) => boolean): boolean => {
  if (index.targets.get(landing.targetId)?.reception.channelModes !== 'obeyed') return false;
  return addressesOf(landing).some(
    (address) =>
      'channel' in address &&
      resetValue(address) !== null &&
      isSent({ type: 'cc', channel: address.channel, number: u7(RESET_CONTROLLERS) }),
  );
};

/** Whether a send is heard under an address at the target of a landing; always where nothing translates. */
const isHeardThere = (index: RigIndex, { assignment, send }: PlacedSend, { targetId }: Landing, key: number): boolean =>
  !translates(index) ||
  messagesOf(send, index.counters).some((message) =>
    heardAs(index, outletFor(index, assignment.controlId, send), message, targetId).some((m) => addressKey(m) === key),
  );
