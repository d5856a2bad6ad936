// A demand as a line in a list.
import type { Message } from '../midi';
import type { RigIndex } from '../rig';
import { type Demand, demandName, demandPlace } from './demand';
import type { Move } from './plan';

export interface Who {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly controller: string;
  readonly assignmentId: string | null;
  readonly message: Message;
  readonly entered: boolean;
  readonly pinned: boolean;
}

export interface MoveLine extends Who {
  readonly to: Message;
}

/** Who a demand is: its name, where it is, what it sends now. */
export const whoIs = (index: RigIndex, demand: Demand): Who => ({
  id: demand.id,
  name: demandName(index, demand),
  place: demandPlace(index, demand),
  controller: index.controllers.get(demand.controllerIds[0] ?? '')?.name ?? '?',
  assignmentId: demand.sends[0]?.assignment.id ?? null,
  message: demand.message,
  entered: demand.entered,
  pinned: demand.pinned,
});

/** A move as it is listed. */
export const moveLine = (index: RigIndex, { demand, to }: Move): MoveLine => ({ ...whoIs(index, demand), to });
