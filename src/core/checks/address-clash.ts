// Address clash: one address serves different functions at one receiver.
import { meantNames } from '../commands';
import { addressKey, heardKeys, type Message, shortName } from '../midi';
import { type Assignment, hostLayerAt, messagesOf, type PlacedSend, type RigIndex } from '../rig';
import { routesFrom } from '../wires';
import { type AssignmentCheck, subjectOf } from './finding';
import { renumberFix } from './fix-parts';

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
    reason: `Both put ${message ?? 'its address'} on the same channel, so moving one moves the other.`,
  }),
  find: ({ index }, assignment) => {
    const rivals = new Map<string, string>();
    const keys = new Set<number>();
    for (const action of assignment.actions) {
      if (action.type !== 'send') continue;
      for (const message of messagesOf(action, index.counters)) {
        const others = sharersOf(index, message);
        for (const other of others) {
          if (other.assignment.id === assignment.id || sameFunction(action.meant, other.send.meant)) continue;
          if (onLowByte(message, other.send.message) || !meet(index, assignment, other.assignment)) continue;
          keys.add(addressKey(message));
          rivals.set(other.assignment.id, `${placeName(index, other)} (${meantNames(index, other.assignment)})`);
        }
        for (const landing of heardKeys(message).flatMap((key) => index.landingsAt.get(key) ?? [])) {
          if (action.meant.includes(landing.parameterId) || others.some((o) => o.send.meant.includes(landing.parameterId)))
            continue;
          if (landing.hostLayerId !== hostLayerAt(index, assignment.layerId) || !hears(index, assignment, landing.targetId))
            continue;
          if (onLowByte(message, landing.address)) continue;
          keys.add(addressKey(message));
          rivals.set(
            landing.id,
            `${index.parameters.get(landing.parameterId)?.name ?? '?'} in ${index.targets.get(landing.targetId)?.name ?? '?'}`,
          );
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

/** Sends that a receiver cannot tell from a message: at its address, or as bytes of a sequence that one of the two is. */
export function sharersOf(index: RigIndex, message: Message): readonly PlacedSend[] {
  const own = index.sendsAt.get(addressKey(message)) ?? [];
  const around = [
    ...heardKeys(message)
      .slice(1)
      .flatMap((key) => index.sendsAt.get(key) ?? []),
    ...(index.sequencesAt.get(addressKey(message)) ?? []),
  ];
  return around.length === 0 ? own : [...new Set([...own, ...around])];
}

const sameFunction = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((id) => b.includes(id));

/** Whether two assignments are heard by one receiver in one host layer. A receiver that tells ports apart hears one controller apart from another. */
export function meet(index: RigIndex, a: Assignment, b: Assignment): boolean {
  if (hostLayerAt(index, a.layerId) !== hostLayerAt(index, b.layerId)) return false;
  const home = (x: Assignment): string => index.controls.get(x.controlId)?.controllerId ?? '';
  if (home(a) === home(b)) return true;
  const reached = new Set(
    routesFrom(index, home(b))
      .filter((r) => r.wire.forRemote && !r.target.reception.tellsPortsApart)
      .map((r) => r.target.id),
  );
  return routesFrom(index, home(a)).some((r) => r.wire.forRemote && reached.has(r.target.id));
}

function hears(index: RigIndex, assignment: Assignment, targetId: string): boolean {
  const home = index.controls.get(assignment.controlId)?.controllerId ?? '';
  return routesFrom(index, home).some((r) => r.target.id === targetId && r.wire.forRemote);
}

/** Where a function stands: its layer and bank, in a few words. */
export function placeName(index: RigIndex, { assignment }: PlacedSend): string {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const bank = assignment.bank === null ? '' : `, ${controller?.bankNames[assignment.bank - 1] ?? `bank ${assignment.bank}`}`;
  return `${controller?.name ?? '?'} ${control?.name ?? '?'} ${assignment.gesture.type}${bank}`;
}
