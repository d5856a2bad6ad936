// How far a player is on the way to the next section, by what is heard of the controllers.
import type { Whereabouts } from '../controller';
import { type Assignment, type GestureType, type RigIndex, sameJson } from '../rig';
import { makeCurve } from '../values';
import type { ToldStep } from './told';

/** What was heard of one controller: the functions whose gesture may have begun with it, where the controller is by it, and where its controls are in their travel, 0–1, as far as that is known. */
export interface HeardOf {
  readonly controllerId: string;
  readonly began: readonly string[];
  /** When the touch that brought it began, in milliseconds: one takes one step off. */
  readonly touch: number | null;
  readonly likely: readonly Whereabouts[];
  readonly positions: Readonly<Record<string, number>>;
}

/** Steps that are done; `begun`: what slides in the next one was moved, and is not where it should be yet; `touch`: what took the last one off. */
export interface StepsDone {
  readonly done: number;
  readonly begun: boolean;
  readonly touch: string | null;
}

/** Nothing is done. */
export const noStep: StepsDone = { done: 0, begun: false, touch: null };

/** Nothing of the next way is done: what took the last step off takes none there. */
export const nextWay = ({ touch }: StepsDone): StepsDone => ({ ...noStep, touch });

/**
 * How many steps are done, once something more was heard. A step is done when a function of its control spoke, and what slides is where it should be; one that is not heard, when the
 * controller is where it leads, or when the next one on the same controller is done. Who has begun to slide and goes on with the next step leaves it there.
 * What is heard of other controls takes nothing off, and nothing back.
 */
export function stepsDone(index: RigIndex, steps: readonly ToldStep[], before: StepsDone, all: HeardOf): StepsDone {
  const { done, begun } = before;
  const touch = `${all.controllerId} ${all.touch}`;
  // Of a touch that has taken one off, only what slides is new.
  const isNew = (id: string): boolean => touch !== before.touch || index.assignments.get(id)?.gesture.type === 'move';
  const heard = { ...all, began: all.began.filter(isNew) };
  const after = (now: number): StepsDone => ({
    done: now,
    begun: false,
    touch: steps[now - 1]?.does === 'move' ? before.touch : touch,
  });
  const now = doneFrom(index, steps, done, heard);
  if (now > done) return after(now);
  const step = steps[done];
  if (!step) return before;
  const beyond = begun ? doneFrom(index, steps, done + 1, heard) : done + 1;
  if (beyond > done + 1) return after(beyond);
  return begun || !isHeard(index, step, heard) ? before : { ...before, begun: true };
}

function doneFrom(index: RigIndex, steps: readonly ToldStep[], from: number, heard: HeardOf): number {
  let done = from;
  for (let i = from; i < steps.length; i++) {
    const step = steps[i];
    if (!step || step.controllerId !== heard.controllerId) return done;
    if (isHeard(index, step, heard)) return isThere(index, step, heard) ? i + 1 : done;
    if (sendersOn(index, step.controlId).length > 0) return done;
    // Not heard by itself. What says that it is done may be what the next one sends.
    if (leadsWhere(step, heard)) done = i + 1;
  }
  return done;
}

/** Gestures of functions that something that is done is there for. */
const meantBy: Readonly<Record<ToldStep['does'], readonly GestureType[]>> = {
  tap: ['press', 'release', 'any-release', 'latch-on', 'latch-off'],
  hold: ['hold', 'repeat', 'hold-release'],
  'double-tap': ['double-tap'],
  'tap-hold': ['tap-hold'],
  chord: ['chord'],
  move: ['move'],
  turn: ['move'],
  button: [],
};

/** Functions whose speaking says that a step was done, or begun. */
function tellingOf(index: RigIndex, { controlId, does }: ToldStep): readonly Assignment[] {
  const speaking = sendersOn(index, controlId);
  const meant = speaking.filter((a) => meantBy[does].includes(a.gesture.type));
  // The press before a hold is not the hold yet; where only the press says anything, it is all that is heard.
  return meant.length > 0 ? meant : speaking;
}

const isHeard = (index: RigIndex, step: ToldStep, { controllerId, began }: HeardOf): boolean =>
  step.controllerId === controllerId && tellingOf(index, step).some((a) => began.includes(a.id));

/** Whether a step leads elsewhere, and something was begun there. How a touch ends says only where it began. */
const leadsWhere = ({ to, goes }: ToldStep, { began, likely }: HeardOf): boolean =>
  goes && began.length > 0 && likely.length > 0 && likely.every((place) => sameJson(place, to));

/** Functions of a control that send anything at all. */
const sendersOn = (index: RigIndex, controlId: string | null): readonly Assignment[] =>
  controlId === null ? [] : (index.assignmentsOf.get(controlId) ?? []).filter((a) => a.actions.some((x) => x.type === 'send'));

/** How near a foot comes to a place in the travel without looking, as a share of it: common practice, no source. */
const NEAR = 0.05;

/** Whether what slides is where it should be: as near as a foot comes, or where it sends the same. Where nobody knows where it is, moving it is all that is heard. */
function isThere(index: RigIndex, step: ToldStep, { began, positions }: HeardOf): boolean {
  const { controlId, position } = step;
  const at = controlId === null ? undefined : positions[controlId];
  if (position === null || at === undefined || Math.abs(at - position) <= NEAR) return true;
  return tellingOf(index, step).some((a) => began.includes(a.id) && a.actions.some((x) => sendsTheSame(x, at, position)));
}

/** Whether a message that follows the travel has one value at both places. */
function sendsTheSame(action: Assignment['actions'][number], a: number, b: number): boolean {
  if (action.type !== 'send' || action.behaviour.type !== 'range') return false;
  const { from, to, curve } = action.behaviour;
  const bend = makeCurve(curve);
  const [one, other] = [a, b].map((p) => Math.round(from + (to - from) * bend(p)));
  return one === other;
}
