// Who hears a controller: the targets its wires lead to, and which messages get through.
import type { Message } from '../midi';
import type { Controller, RigIndex, Target, Wire } from '../rig';

/** One direct way from a controller to a target. Ways through a host or a hub, and their timing, are not followed yet. */
export interface Route {
  readonly target: Target;
  readonly wire: Wire;
}

/** The routes of a controller, in the order of its wires. Two wires to one target are two routes. */
export function routesFrom(index: RigIndex, controllerId: string): readonly Route[] {
  const routes: Route[] = [];
  for (const wire of index.wiresFrom.get(controllerId) ?? []) {
    const target = index.targets.get(wire.to.unitId);
    if (target) routes.push({ target, wire });
  }
  return routes;
}

/** Whether a wire lets a kind of message on a channel through as remote control. */
export function passes(wire: Wire, type: Message['type'], channel: number): boolean {
  if (!wire.forRemote) return false;
  if (wire.types !== null && !wire.types.includes(type)) return false;
  return wire.channels === null || wire.channels.some((c) => c === channel);
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

/** Whether a landing bound to a port hears a controller on its port; only targets that tell ports apart care. */
export function portFits(target: Target, landingPort: string, controller: Controller): boolean {
  return !target.reception.tellsPortsApart || landingPort === '' || landingPort === controller.port;
}
