'use client';

// What is said of a message that is for no parameter: naming one, and taking the message away.

import type { Assignment, Edit } from '@/core/rig';
import { ActionTools } from './action-words';
import { Line } from './word';

interface Props {
  readonly assignment: Assignment;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
  readonly onName: () => void;
}

export function RawWords({ assignment, at, edit, onName }: Props) {
  return (
    <Line>
      It is for no parameter.
      <button type="button" onClick={onName} className="rounded-sm px-1 text-xs font-medium text-verdigris hover:underline">
        Name one…
      </button>
      <ActionTools assignment={assignment} at={at} edit={edit} label="Take this message away" />
    </Line>
  );
}
