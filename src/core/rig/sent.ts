// Everything that is sent on a rig, and what is listened for in vain.
import { addressKey, heardKeys, type Message } from '../midi';
import { addressesOf } from './heard-at';
import type { RigIndex } from './index-rig';
import { outsideActions } from './outside';
import type { Landing } from './schema';
import { messagesOf } from './send-index';

export interface Sent {
  /** Whether nothing sends what a landing listens for: it was left over when something else was taken. */
  readonly isLeftOver: (landing: Landing) => boolean;
}

/**
 * Everything that functions, taps, arrivals and modifiers of the host's layers send. A landing hears it at its own address, and where it can be put together from
 * control changes that are sent by themselves: the bytes of a 14-bit control, the number and the data of a parameter (MIDI 1.0).
 */
export function sentOn({
  rig,
  controls,
  counters,
  sendsAt,
  sequencesAt,
}: Pick<RigIndex, 'rig' | 'controls' | 'counters' | 'sendsAt' | 'sequencesAt'>): Sent {
  const heard = new Set<number>();
  const plain = new Set<number>();
  const add = (message: Message): void => {
    for (const key of heardKeys(message)) heard.add(key);
    plain.add(addressKey(message));
  };
  // One made in the controller sends none, whatever was left written there.
  for (const { signal, madeIn } of rig.layers) if (madeIn === 'host' && signal !== null) add(signal);
  for (const { action } of outsideActions({ rig, controls }))
    if (action.type === 'send') for (const message of messagesOf(action, counters)) add(message);
  return {
    isLeftOver: (landing) =>
      addressesOf(landing).every((address) => {
        const own = addressKey(address);
        if (sendsAt.has(own) || sequencesAt.has(own) || heard.has(own)) return false;
        return !heardKeys(address).some((key) => sendsAt.has(key) || plain.has(key));
      }),
  };
}
