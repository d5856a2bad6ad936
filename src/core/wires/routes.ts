// Who hears a controller: the targets that its wires lead to, straight or through what passes on, and what targets take.
import type { Message } from '../midi';
import type { RigIndex, Target, Wire } from '../rig';

/** One way from a controller to a target, by its last wire. */
export interface Route {
  readonly target: Target;
  readonly wire: Wire;
}

/** The routes of a controller from one of its ports, empty for all: its own wires in their order, each followed by what passes on. Each wire is taken once. */
export function routesFrom(index: RigIndex, controllerId: string, port = ''): readonly Route[] {
  const routes: Route[] = [];
  const taken = new Set<string>();
  const follow = (unitId: string, first: boolean): void => {
    for (const wire of index.wiresFrom.get(unitId) ?? []) {
      if (taken.has(wire.id) || (first ? port !== '' && wire.from.port !== port : !wire.passesOn)) continue;
      taken.add(wire.id);
      const target = index.targets.get(wire.to.unitId);
      if (target) routes.push({ target, wire });
      follow(wire.to.unitId, false);
    }
  };
  follow(controllerId, true);
  return routes;
}

/** Whether a target takes this address at all: inside one of its windows, or it has none. */
export function accepts(target: Target, message: Message): boolean {
  const { windows } = target.reception;
  if (windows.length === 0) return true;
  const number = 'number' in message ? message.number : 0;
  const channel = 'channel' in message ? message.channel : null;
  return windows.some(
    (w) =>
      w.type === message.type &&
      number >= w.from &&
      number <= w.to &&
      (w.channels === null || channel === null || w.channels.includes(channel)),
  );
}
