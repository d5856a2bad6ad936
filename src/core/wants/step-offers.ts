// What a press can do with a parameter that goes in steps: go to one, go to the next, go back and forth between two. Each with the values, the way in which it
// is heard, and what is wanted, in one change.
import { changeBehaviour, changeLanding, hearAs, landingsFor, type NewId } from '../commands';
import { u14 } from '../midi';
import type { ReceiveMode } from '../modes';
import {
  type Assignment,
  batch,
  type Edit,
  isRun,
  type Landing,
  oneByOne,
  type Parameter,
  type RigIndex,
  type Want,
} from '../rig';
import { sayWant } from './want';

/** One step, the next one, or two in turn. */
export type StepWay = 'one' | 'next' | 'two';

export interface StepOffer {
  readonly way: StepWay;
  /** Whether it is so by now. */
  readonly is: boolean;
  readonly edit: Edit;
}

/** How each is heard, the best first: what goes to the next stored step goes round, what counts up stays at the last. */
const modes: Readonly<Record<StepWay, readonly ReceiveMode[]>> = {
  one: ['set'],
  next: ['next-preset', 'increment'],
  two: ['absolute'],
};
const wants: Readonly<Record<StepWay, Want>> = { one: 'sets', next: 'steps', two: 'stays' };

/**
 * What can be offered for a landing of a function: nothing where the parameter has no steps, where the gesture is no press, where the target came with the
 * number, or where a message serves several parameters; and only what target and firmware can do.
 */
export function stepOffers(index: RigIndex, assignment: Assignment, landing: Landing, newId: NewId): readonly StepOffer[] {
  const parameter = index.parameters.get(landing.parameterId);
  const at = assignment.actions.findIndex((a) => a.type === 'send' && a.meant.includes(landing.parameterId));
  const send = assignment.actions[at];
  if (parameter?.kind !== 'stepped' || send?.type !== 'send' || send.meant.length > 1) return [];
  if (assignment.gesture.type === 'move' || landing.given !== null || isRun(landing)) return [];
  const hears = index.targets.get(landing.targetId)?.reception.modes ?? [];
  return (['one', 'next', 'two'] as const).flatMap((way): StepOffer[] => {
    const mode = modes[way].find((m) => hears.includes(m));
    const edit = mode ? offered(index, assignment, landing, parameter, way, mode, at, newId) : null;
    return edit ? [{ way, is: isSo(landing, way, send.behaviour.type), edit }] : [];
  });
}

const isSo = ({ mode }: Landing, way: StepWay, behaviour: string): boolean =>
  modes[way].includes(mode) && (way !== 'two' || behaviour === 'latching');

/** The change that makes it so; null where the firmware cannot send what it needs. */
function offered(
  index: RigIndex,
  assignment: Assignment,
  landing: Landing,
  parameter: Parameter,
  way: StepWay,
  mode: ReceiveMode,
  at: number,
  newId: NewId,
): Edit | null {
  const { now, take, edits } = oneByOne(index);
  const row = (): Assignment => now().assignments.get(assignment.id) ?? assignment;
  const heard = (): Landing => {
    const send = row().actions[at];
    const own = send?.type === 'send' ? landingsFor(now(), row(), send) : [];
    return own.find((l) => l.parameterId === parameter.id) ?? landing;
  };
  if (landing.mode !== mode && !take(hearAs(now(), row(), heard(), mode, null, newId))) return null;
  if (way === 'two' && !alternates(now(), row(), at, parameter, heard(), take)) return null;
  if (way === 'next' && !take(changeLanding(heard(), whole(parameter), 'Go through all steps'))) return null;
  take(sayWant(row(), parameter, wants[way]));
  return batch(
    labels[way](parameter.name),
    edits().flatMap((e) => (e.type === 'batch' ? e.edits : [e])),
  );
}

const whole = ({ lowest, highest }: Parameter) => ({ from: lowest, to: highest });

/** Makes the values alternate, between the step at which the parameter starts and the one beside it, the other one first. */
function alternates(
  index: RigIndex,
  row: Assignment,
  at: number,
  { start, lowest, highest }: Parameter,
  landing: Landing,
  take: (edit: Edit | null) => boolean,
): boolean {
  const controller = index.controllers.get(index.controls.get(row.controlId)?.controllerId ?? '');
  const send = row.actions[at];
  if (!controller?.firmware.switchModes.includes('latching') || send?.type !== 'send') return false;
  if (lowest === highest) return false;
  const from = Math.round(Math.min(Math.max(start, lowest), highest));
  const ends = { from, to: from < highest ? from + 1 : from - 1 };
  const turned = send.behaviour.type === 'latching' && send.behaviour.first > send.behaviour.second;
  if (!turned && !take(changeBehaviour(row, at, { type: 'latching', first: u14(127), second: u14(0) }))) return false;
  return landing.from === ends.from && landing.to === ends.to ? true : take(changeLanding(landing, ends, 'Between two steps'));
}

const labels: Readonly<Record<StepWay, (name: string) => string>> = {
  one: (name) => `Go to one step of ${name}`,
  next: (name) => `Go to the next step of ${name}`,
  two: (name) => `Alternate between two steps of ${name}`,
};
