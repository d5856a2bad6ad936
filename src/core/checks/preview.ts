// Moves of numbers with what they would do, before anything is done.
import { renumber } from '../commands';
import { type ByHand, demandName, demandsOf, effortOf, handProblemWords, type MoveLine, moveLine } from '../numbers';
import type { Edit } from '../rig';
import type { Judgement } from './judge';
import { type Consequences, consequencesOf } from './mend';

export interface Preview extends ReturnType<typeof effortOf> {
  readonly moves: readonly MoveLine[];
  readonly refused: ReadonlyArray<readonly [name: string, why: string]>;
  /** Another start that works, where the wished one does not; null where none was looked for or found. */
  readonly instead: number | null;
  /** Null where nothing would move. */
  readonly edit: Edit | null;
  /** Null where nothing would move, or too much to try it beforehand. */
  readonly consequences: Consequences | null;
}

/** More moves than this at once are not tried beforehand: that would be judging the whole rig anew. */
const MOST_TRIED = 1000;

/** Moves of numbers as one edit, what has to be entered again for them, and what they would do. */
export function previewMoves(now: Judgement, { moves, refused, instead = null }: ByHand, label: string): Preview {
  const edit = moves.length === 0 ? null : renumber(now.index, moves, label);
  return {
    moves: moves.map((m) => moveLine(now.index, m)),
    refused: refused.map(({ demand, why }) => [demandName(now.index, demand), handProblemWords(why)]),
    instead,
    edit,
    consequences: edit && moves.length <= MOST_TRIED ? consequencesOf(now, edit) : null,
    ...effortOf(now.index, demandsOf(now.index), moves),
  };
}
