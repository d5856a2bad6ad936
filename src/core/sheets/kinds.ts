// What kind a control is, as some targets want to be told beside its number. It follows from what is sent, and is written nowhere else.
import type { Assignment, Control, Landing, RigIndex, Send } from '../rig';
import { hearsIt, outletFor } from '../wires';
import { sendersOf } from './senders';

/** The kinds that targets tell apart. Common practice, no source. */
export type ToldKind = 'moves' | 'stays' | 'springs back';

/**
 * What kind a control is to who hears a send of it: it moves over its travel, it stays on until the next press, or it springs back: a wheel, a switch that is off
 * again when it is let go, and one that sends the same at each press.
 */
export function toldKind(control: Pick<Control, 'springsTo'>, { gesture }: Assignment, { behaviour, turn }: Send): ToldKind {
  if (gesture.type === 'move') return control.springsTo === null ? 'moves' : 'springs back';
  return behaviour.type === 'latching' || turn !== undefined ? 'stays' : 'springs back';
}

/** The kinds of all that send to a landing, each once. */
export function toldKinds(index: RigIndex, landing: Landing): readonly ToldKind[] {
  const kinds = sendersOf(index, landing).flatMap((assignment) => {
    const control = index.controls.get(assignment.controlId);
    return assignment.actions.flatMap((a) =>
      control && a.type === 'send' && hearsIt(index, outletFor(index, control.id, a), a.message, landing)
        ? [toldKind(control, assignment, a)]
        : [],
    );
  });
  return [...new Set(kinds)];
}
