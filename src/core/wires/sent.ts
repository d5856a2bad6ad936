// Everything that is sent on a rig, as it is heard, and what is listened for in vain.
import { addressKey, heardKeys, type Message } from '../midi';
import { addressesOf, type Landing, messagesOf, outsideActions, type RigIndex } from '../rig';
import { heardAnywhere, type Outlet, outletFor, sendsHeard } from './heard';

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
  for (const { signal, madeIn, modifierControlId } of index.rig.layers)
    if (madeIn === 'host' && signal !== null) add(outletFor(index, modifierControlId ?? '', {}), signal);
  for (const { action, controllerId } of outsideActions(index))
    if (action.type === 'send')
      for (const message of messagesOf(action, index.counters)) add({ unitId: controllerId, port: action.port ?? '' }, message);
  return {
    isLeftOver: (landing) =>
      addressesOf(landing).every((address) => {
        const own = addressKey(address);
        if (sendsAt.has(own) || sequencesAt.has(own) || heard.has(own)) return false;
        return !heardKeys(address).some((key) => sendsAt.has(key) || plain.has(key));
      }),
  };
}
