// Making a gesture alternate between two lists: on one press what it does now, on the next something else.
import { err, ok, type Result } from '../base';
import { type Action, type Assignment, batch, type Edit, onTurn, type RigIndex, set, type Turn } from '../rig';
import type { CommandProblem } from './problem';
import { oneMore } from './raw';
import { staleAssignment, withAction } from './shared';

/**
 * On every second press a message that is for nothing yet goes out in place of what went out on every press. Fails on what moves, and where the controller
 * sends no more on one gesture.
 */
export function alternate(index: RigIndex, assignment: Assignment): Result<Edit, CommandProblem> {
  if (assignment.gesture.type === 'move') return err({ code: 'only-presses-alternate' });
  const first = assignment.actions.map((a): Action => ({ ...a, turn: a.turn ?? 'first' }));
  const second = oneMore(index, assignment, onTurn(first, 'second'));
  if (!second.ok) return second;
  const actions: Action[] = [...first, { ...second.value, turn: 'second' }];
  return ok(batch('Alternate', [set('assignments', assignment, 'actions', actions), ...staleAssignment(assignment)]));
}

/** Says on which presses an action is done; null for every one. Null where there is no such action. */
export function changeTurn(assignment: Assignment, at: number, turn: Turn | null): Edit | null {
  const action = assignment.actions[at];
  if (!action) return null;
  const { turn: _before, ...every } = action;
  return batch('Change when it is done', withAction(assignment, at, turn === null ? every : { ...every, turn }));
}
