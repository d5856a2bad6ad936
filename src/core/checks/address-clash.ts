// Address clash: one address serves different functions at one receiver.
import { meantNames } from '../commands';
import { addressKey, heardKeys, type Message, shortName } from '../midi';
import { type Assignment, addressesOf, type Landing, messagesOf, type PlacedSend, type RigIndex } from '../rig';
import { heardAnywhere, heardAs, type Outlet, outletFor, sendsHeard } from '../wires';
import { type AssignmentCheck, type CheckContext, subjectOf } from './finding';
import { renumberFix } from './fix-parts';
import { meet, movedBy, opensLayers } from './heard-by';
import { firedTogether } from './together';

/**
 * A clash, taken at the receiver after routing: something at the same address and in the same host layer is there for
 * something else. The same function in other banks, a radio group (several sends for one parameter) and a macro (one
 * address, several parameters, all meant) are no clash.
 */
export const addressClash: AssignmentCheck<
  'address-clash',
  { readonly rival: string; readonly more: number; readonly message: string | null }
> = {
  scope: 'assignment',
  id: 'address-clash',
  group: 'addresses',
  name: 'One address, two functions',
  severities: ['stop'],
  asks: 'all',
  guide: 'Two functions use one address at one receiver, so one gesture moves both.',
  say: ({ rival, more, message }) => ({
    title: `Clashes with ${rival}${more > 0 ? ` and ${more} more` : ''}.`,
    reason: `${message ?? 'What it sends'} is heard by both, so one gesture moves both.`,
  }),
  find: (context, assignment) => {
    const { index } = context;
    const rivals = new Map<string, string>();
    const keys = new Set<number>();
    const meant = meantWith(index, assignment);
    for (const [actionIndex, action] of assignment.actions.entries()) {
      if (action.type !== 'send') continue;
      const own: PlacedSend = { assignment, actionIndex, send: action };
      for (const message of messagesOf(action, index.counters)) {
        const outlet = outletFor(index, assignment.controlId, action);
        const sharers = sharersOf(index, outlet, message);
        for (const { parameterId, landing } of movedBy(context, assignment, action, message, sharers, meant)) {
          if (landing && lowByteAt(index, outlet, message, landing) && toldAsLowByte(context, own, message, sharers, parameterId))
            continue;
          for (const heard of [message, ...heardAnywhere(index, outlet, message)]) keys.add(addressKey(heard));
          const other = sharers.find(
            (o) => o.send.meant.includes(parameterId) && !(onLowByte(message, o.send.message) && meet(context, own, o)),
          );
          const parameter = index.parameters.get(parameterId);
          if (other) rivals.set(other.assignment.id, `${placeName(index, other)} (${meantNames(index, other.assignment)})`);
          else if (landing)
            rivals.set(landing.id, `${parameter?.name ?? '?'} in ${index.targets.get(landing.targetId)?.name ?? '?'}`);
        }
        for (const layer of opensLayers(context, assignment, action, message)) {
          keys.add(addressKey(message));
          rivals.set(layer.id, `the layer ${layer.name}`);
        }
      }
    }
    if (rivals.size === 0) return [];
    const [rival = ''] = rivals.values();
    const send = assignment.actions.find((a) => a.type === 'send');
    const message = send?.type === 'send' ? shortName(send.message) : null;
    return [
      {
        severity: 'stop',
        facts: { rival, more: rivals.size - 1, message },
        evidence: { type: 'addresses', keys: [...keys] },
      },
    ];
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    return assignment ? assignment.actions.flatMap((_, at) => renumberFix(context, assignment, at)) : [];
  },
};

/** A plain control on the low byte of a 14-bit one: that has a check of its own. */
export function onLowByte(a: Message, b: Message): boolean {
  if (a.type === 'cc' && b.type === 'cc14') return a.channel === b.channel && a.number === b.number + 32;
  return b.type === 'cc' && a.type === 'cc14' && a.channel === b.channel && b.number === a.number + 32;
}

/** Whether a landing hears a message as the low byte of a 14-bit control alone. */
const lowByteAt = (index: RigIndex, outlet: Outlet, message: Message, landing: Landing): boolean =>
  heardAs(index, outlet, message, landing.targetId).some((heard) => addressesOf(landing).some((a) => onLowByte(heard, a)));

/** Whether `low-byte-shadowed` tells it, of this function or of the one on the low byte: one cause is told once. */
const toldAsLowByte = (
  context: CheckContext,
  own: PlacedSend,
  message: Message,
  sharers: readonly PlacedSend[],
  parameterId: string,
): boolean =>
  sharers.some(
    (o) =>
      onLowByte(message, o.send.message) &&
      meet(context, own, o) &&
      (message.type === 'cc' || o.send.meant.includes(parameterId)),
  );

/** Sends that a receiver cannot tell from a message: at an address where it is heard, or as bytes of a sequence that one of the two is. */
export function sharersOf(index: RigIndex, outlet: Outlet, message: Message): readonly PlacedSend[] {
  const { sendsAt, sequencesAt } = sendsHeard(index);
  const found = heardAnywhere(index, outlet, message).map((heard) => {
    const own = sendsAt.get(addressKey(heard)) ?? [];
    const parts = heardKeys(heard).slice(1);
    const around = [...parts.flatMap((key) => sendsAt.get(key) ?? []), ...(sequencesAt.get(addressKey(heard)) ?? [])];
    return around.length === 0 ? own : [...new Set([...own, ...around])];
  });
  const [only, ...others] = found;
  return others.length === 0 ? (only ?? []) : [...new Set(found.flat())];
}

/** What is meant by everything that fires on one gesture at one place: the assignment, and those that act together with it. */
const meantWith = (index: RigIndex, assignment: Assignment): ReadonlySet<string> =>
  new Set(firedTogether(index, assignment).flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))));

/** Where a function stands: its layer and bank, in a few words. */
export function placeName(index: RigIndex, { assignment }: PlacedSend): string {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const bank = assignment.bank === null ? '' : `, ${controller?.bankNames[assignment.bank - 1] ?? `bank ${assignment.bank}`}`;
  return `${controller?.name ?? '?'} ${control?.name ?? '?'} ${assignment.gesture.type}${bank}`;
}
