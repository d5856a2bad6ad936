// Who sends what a landing listens for. It belongs to the address, never to the parameter: two switches meant for one parameter send two messages.
import { addressKey } from '../midi';
import {
  type Assignment,
  addressesOf,
  hostLayerAt,
  type Landing,
  type Layer,
  messagesOf,
  outletOf,
  type PlacedSend,
  type RigIndex,
  standInOf,
} from '../rig';
import {
  arrivalPort,
  eachGoing,
  goesTo,
  hearsIt,
  outletFor,
  type Route,
  routesFrom,
  sendsHeard,
  targetsReached,
  translates,
} from '../wires';

/**
 * The functions whose message a landing hears: those meant for its parameter first, then in their order. Only those of which something arrives at the target by the
 * landing's port; where none does, those that a wire leads there, whatever it lets through; where there is none of these either, those that may be meant to lead there.
 */
export function sendersOf(index: RigIndex, landing: Landing): readonly Assignment[] {
  // What another function stands in for is sent by nothing.
  const held = addressesOf(landing)
    .flatMap((address) => sendsHeard(index).sendsAt.get(addressKey(address)) ?? [])
    .filter((p) => standInOf(index, p.assignment) === null);
  const wired = held.filter((p) => leads(index, p, landing));
  const arriving = wired.filter((p) =>
    eachGoing(index, p).some((g) => targetsReached(index, g.outlet, g.message).includes(landing.targetId)),
  );
  const nearest = [arriving, wired].find((some) => some.length > 0) ?? held.filter((p) => mayLead(index, p, landing));
  const senders = [...new Set(nearest.map((p) => p.assignment))];
  if (senders.length < 2) return senders;
  const meant = new Set(senders.filter((a) => meantBy(index, a, landing)));
  return [...meant, ...senders.filter((a) => !meant.has(a))];
}

/** Whether what a function sends is there for the landing's parameter, or no cable leads it anywhere yet. */
const mayLead = (index: RigIndex, placed: PlacedSend, landing: Landing): boolean =>
  eachGoing(index, placed).some((g) => goesTo(index, g, landing)) || meantBy(index, placed.assignment, landing);

/** Whether a function, or what it stands in for in the landing's layer of the host, is there for the landing's parameter. */
function meantBy(index: RigIndex, assignment: Assignment, landing: Landing): boolean {
  const isMeant = (a: Assignment): boolean => a.actions.some((x) => x.type === 'send' && x.meant.includes(landing.parameterId));
  if (landing.hostLayerId === null || assignment.layerId === landing.hostLayerId) return isMeant(assignment);
  return (index.assignmentsOf.get(assignment.controlId) ?? []).some(
    (a) => a.layerId === landing.hostLayerId && standInOf(index, a)?.id === assignment.id && isMeant(a),
  );
}

/** The routes of a controller's port, worked out once for a state of the rig. */
function routesOf(index: RigIndex, controllerId: string, port: string): readonly Route[] {
  const own = known.get(index) ?? new Map<string, readonly Route[]>();
  known.set(index, own);
  const start = `${controllerId} ${port}`;
  const routes = own.get(start) ?? routesFrom(index, controllerId, port);
  own.set(start, routes);
  return routes;
}

const known = new WeakMap<RigIndex, Map<string, readonly Route[]>>();

function leads(index: RigIndex, { assignment, send }: PlacedSend, landing: Landing): boolean {
  const controllerId = index.controls.get(assignment.controlId)?.controllerId;
  const target = index.targets.get(landing.targetId);
  if (controllerId === undefined || !target) return false;
  const apart = target.reception.tellsPortsApart && landing.port !== '';
  // Through a translator it has to be heard there at the landing's own address.
  if (translates(index)) {
    const outlet = outletFor(index, assignment.controlId, send);
    if (!messagesOf(send, index.counters).some((m) => hearsIt(index, outlet, m, landing))) return false;
  }
  return routesOf(index, controllerId, outletOf(index, assignment.controlId, send)).some(
    (r) => r.target.id === target.id && (!apart || arrivalPort(index, r.wire) === landing.port),
  );
}

/** The host's layers that a target has to know: those that its landings are heard in. */
export function hostLayersOf(index: RigIndex, landings: readonly Landing[]): readonly Layer[] {
  const used = new Set(landings.map((l) => l.hostLayerId));
  return index.rig.layers.filter((l) => used.has(l.id) && hostLayerAt(index, l.id) !== null);
}
