// What is sent on arriving at a bank or page, as a function of any of the controls would send it.
import type { Arrival, Assignment, RigIndex, Send } from '../rig';

/** Who sends: a function, or what is done on arriving, by any control of its controller. */
export type Sender = Pick<Assignment, 'id' | 'controlId' | 'layerId'>;

/** What sends on arriving at a place, no layer being open. Null for a controller without any control. */
export function senderOnArriving(index: RigIndex, arrival: Arrival): Sender | null {
  const [control] = index.controlsOf.get(arrival.controllerId) ?? [];
  return control ? { id: arrival.id, controlId: control.id, layerId: null } : null;
}

/** What an arrival sends: out of the port that is named, for it belongs to no control. */
export const sendsOnArriving = ({ actions }: Arrival): readonly Send[] =>
  actions.flatMap((a) => (a.type === 'send' ? [{ ...a, port: a.port ?? '' }] : []));
