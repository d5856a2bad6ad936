'use client';
// What a press does with a parameter that goes in steps: one step, the next, two in turn; the values, the hearing and what is wanted change together.
import { nanoid } from 'nanoid';
import { useMemo } from 'react';
import type { Assignment, Edit, Landing, RigIndex } from '@/core/rig';
import { type StepWay, stepOffers } from '@/core/wants';
import { Line, Tail, WordSelect } from './word';

const words: Readonly<Record<StepWay, string>> = {
  one: 'goes to one step',
  next: 'goes to the next step',
  two: 'alternates between two steps',
};

interface Props {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly landing: Landing;
  readonly edit: (edit: Edit) => boolean;
}

export function StepWords({ index, assignment, landing, edit }: Props) {
  const offers = useMemo(() => stepOffers(index, assignment, landing, () => nanoid(10)), [index, assignment, landing]);
  if (offers.length < 2) return null;
  const now = offers.find((o) => o.is);
  return (
    <Line>
      A press
      <Tail>
        <WordSelect
          aria-label="What a press does with its steps"
          value={now?.way ?? ''}
          onChange={(e) => {
            const chosen = offers.find((o) => o.way === e.target.value);
            if (chosen && !chosen.is) edit(chosen.edit);
          }}
        >
          {!now && <option value="">does as said above</option>}
          {offers.map((o) => (
            <option key={o.way} value={o.way}>
              {words[o.way]}
            </option>
          ))}
        </WordSelect>
      </Tail>
    </Line>
  );
}
