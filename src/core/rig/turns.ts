// Gestures that alternate between two lists of actions.
import type { Action, Turn } from './schema';

/** Whether a list of actions alternates: some of it is done on every second press only. */
export const alternates = (actions: readonly Pick<Action, 'turn'>[]): boolean => actions.some((a) => a.turn !== undefined);

/** What is done on one turn, in its order. */
export const onTurn = (actions: readonly Action[], turn: Turn): readonly Action[] =>
  actions.filter((a) => a.turn === undefined || a.turn === turn);

/** How many messages go out with one press: of two lists in turn the longer. */
export const sentAtOnce = (actions: readonly Action[]): number =>
  Math.max(...(['first', 'second'] as const).map((turn) => onTurn(actions, turn).filter((a) => a.type === 'send').length));
