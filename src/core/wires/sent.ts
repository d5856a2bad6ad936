// Everything that is sent on a rig, as it is heard, and what is listened for in vain.
import { addTo } from '../base';
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
import { heardAnywhere, heardAs, type Outlet, outletFor, sendsHeard, targetsReached, translates } from './heard';
import { routesFrom } from './routes';

export interface Sent {
  /** Whether nothing sends what a landing listens for: it was left over when something else was taken. */
  readonly isLeftOver: (landing: Landing) => boolean;
}

/** A message that goes out somewhere, and the parameters that it is there for. */
export interface Going {
  readonly outlet: Outlet;
  readonly message: Message;
  readonly meant: readonly string[];
}

/**
 * Everything that functions, taps, arrivals and modifiers of the host's layers send. A landing hears it at its own address, and where it can be put together from
 * control changes that are sent by themselves: the bytes of a 14-bit control, the number and the data of a parameter (MIDI 1.0). What goes to other targets alone, and is
 * not there for the landing's parameter, is not sent to it; what no cable leads anywhere yet may be,
 * where it is there for something of that target or nobody said what for.
 */
export function sentOn(index: RigIndex): Sent {
  const { sendsAt, sequencesAt } = sendsHeard(index);
  const heard = new Map<number, Going[]>();
  const plain = new Map<number, Going[]>();
  const add = (outlet: Outlet, message: Message, meant: readonly string[]): void => {
    for (const made of heardAnywhere(index, outlet, message)) {
      for (const key of heardKeys(made)) addTo(heard, key, { outlet, message, meant });
      addTo(plain, addressKey(made), { outlet, message, meant });
    }
  };
  // One made in the controller sends none, whatever was left written there.
  for (const layer of index.rig.layers)
    for (const signal of signalsOf(layer)) {
      const [sender = ''] = sendersOfSignal(layer, signal);
      add(outletFor(index, sender, {}), signal.message, []);
    }
  for (const { action, controllerId, controlId } of outsideActions(index)) {
    if (action.type !== 'send') continue;
    const outlet = controlId === null ? { unitId: controllerId, port: action.port ?? '' } : outletFor(index, controlId, action);
    for (const message of messagesOf(action, index.counters)) add(outlet, message, action.meant);
  }
  const sendsTo = (list: readonly PlacedSend[] | undefined, landing: Landing): boolean =>
    (list ?? []).some((p) => eachGoing(index, p).some((g) => goesTo(index, g, landing)));
  const goes = (list: readonly Going[] | undefined, landing: Landing): boolean =>
    (list ?? []).some((g) => goesTo(index, g, landing));
  const isSent = (message: Message, landing: Landing): boolean =>
    sendsTo(sendsAt.get(addressKey(message)), landing) || goes(plain.get(addressKey(message)), landing);
  return {
    isLeftOver: (landing) =>
      !isReset(index, landing, isSent) &&
      addressesOf(landing).every((address) => {
        const own = addressKey(address);
        const sends = (sendsAt.get(own) ?? []).some((p) =>
          // Through translators what one target hears under a number another one need not.
          eachGoing(index, p).some((g) => goesTo(index, g, landing) && isHeardAs(index, g, landing, own)),
        );
        if (sends || sendsTo(sequencesAt.get(own), landing) || goes(heard.get(own), landing)) return false;
        return !heardKeys(address).some(
          (key) => (key !== own && sendsTo(sendsAt.get(key), landing)) || goes(plain.get(key), landing),
        );
      }),
  };
}

/** Whether _reset all controllers_ is sent where a landing goes back by it. */
const isReset = (index: RigIndex, landing: Landing, isSent: (message: Message, landing: Landing) => boolean): boolean => {
  if (index.targets.get(landing.targetId)?.reception.channelModes !== 'obeyed') return false;
  return addressesOf(landing).some(
    (address) =>
      'channel' in address &&
      resetValue(address) !== null &&
      isSent({ type: 'cc', channel: address.channel, number: u7(RESET_CONTROLLERS) }, landing),
  );
};

/** Each message that a function can send. */
export const eachGoing = (index: RigIndex, { assignment, send }: PlacedSend): readonly Going[] => {
  const outlet = outletFor(index, assignment.controlId, send);
  return messagesOf(send, index.counters).map((message) => ({ outlet, message, meant: send.meant }));
};

/**
 * Whether something that is sent may come to a landing: it is there for its parameter, or leads to its target; what no cable leads anywhere yet, if it is there for
 * something of that target or nobody said what for.
 */
export function goesTo(index: RigIndex, { outlet, message, meant }: Going, { targetId, parameterId }: Landing): boolean {
  if (meant.includes(parameterId)) return true;
  if (targetsReached(index, outlet, message).includes(targetId)) return true;
  // What a layer without a modifier is to send goes out nowhere.
  if (outlet.unitId === '') return false;
  const mayLead = meant.length === 0 || meant.some((id) => index.parameters.get(id)?.targetId === targetId);
  return mayLead && routesFrom(index, outlet.unitId, outlet.port).length === 0;
}

/** Whether it is heard under an address at the target of a landing; always where nothing translates. */
const isHeardAs = (index: RigIndex, { outlet, message }: Going, { targetId }: Landing, key: number): boolean =>
  !translates(index) || heardAs(index, outlet, message, targetId).some((m) => addressKey(m) === key);
