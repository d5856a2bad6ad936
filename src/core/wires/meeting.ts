// Who meets at an address: of those that send there, the ones that lead where one of them does.
import { messagesOf, type PlacedSend, type RigIndex } from '../rig';
import { outletFor, sendsHeard, targetsReached } from './heard';

/**
 * Everything that sends at the key of an address and leads to a target to which a function leads, that function among them; all that send there where it leads
 * nowhere yet.
 */
export function meetingAt(index: RigIndex, key: number, assignmentId: string): readonly PlacedSend[] {
  const all = sendsHeard(index).sendsAt.get(key) ?? index.sendsAt.get(key) ?? [];
  const targetsOf = ({ assignment, send }: PlacedSend): readonly string[] => {
    const outlet = outletFor(index, assignment.controlId, send);
    return messagesOf(send, index.counters).flatMap((message) => targetsReached(index, outlet, message));
  };
  const own = new Set(all.filter((p) => p.assignment.id === assignmentId).flatMap(targetsOf));
  return own.size === 0 ? all : all.filter((p) => targetsOf(p).some((id) => own.has(id)));
}
