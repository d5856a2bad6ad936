'use client';

// On which presses something is done, where a gesture alternates between two lists.

import { changeTurn } from '@/core/commands';
import { type Action, type Assignment, type Edit, turnSchema } from '@/core/rig';
import { WordSelect } from './word';

interface Props {
  readonly assignment: Assignment;
  readonly action: Action;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
}

export function TurnWord({ assignment, action, at, edit }: Props) {
  return (
    <p className="flex items-center gap-1.5 text-xs text-ink-2">
      {at === 0 ? 'Done on' : 'And on'}
      <WordSelect
        aria-label="On which presses"
        value={action.turn ?? ''}
        onChange={(e) => {
          const turn = turnSchema.safeParse(e.target.value);
          const made = changeTurn(assignment, at, turn.success ? turn.data : null);
          if (made) edit(made);
        }}
      >
        <option value="">every press</option>
        <option value="first">the 1st, 3rd, 5th press</option>
        <option value="second">the 2nd, 4th, 6th press</option>
      </WordSelect>
    </p>
  );
}
