'use client';
// What is wanted of a parameter, as a word of the sentence: said, or assumed until somebody says it.
import type { Assignment, Edit, Parameter, RigIndex, Want } from '@/core/rig';
import { possibleWants, sayWant, wantedOf, wantWords } from '@/core/wants';
import { Line, Tail, WordSelect } from './word';

/** Short, so that the word stays on its line. */
const assumedWords: Readonly<Record<Want, string>> = {
  stays: 'stay',
  'while-held': 'last while held',
  once: 'happen once',
  sweep: 'follow',
  steps: 'go step by step',
  sets: 'go to one value',
  taps: 'follow the taps',
};

export function WantWords({
  index,
  assignment,
  parameter,
  edit,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly parameter: Parameter;
  readonly edit: (edit: Edit) => boolean;
}) {
  const possible = possibleWants(parameter.kind, assignment.gesture.type);
  if (possible.length < 2) return null;
  const { want, assumed } = wantedOf(index, assignment, parameter);
  const guess = wantedOf(index, { ...assignment, wants: [] }, parameter).want;
  return (
    <Line>
      <b>{parameter.name}</b> is to
      <Tail>
        <WordSelect
          aria-label={`What is wanted of ${parameter.name}`}
          title="Checks and changes go by it"
          value={assumed ? '' : want}
          onChange={(e) => edit(sayWant(assignment, parameter, possible.find((w) => w === e.target.value) ?? null))}
        >
          <option value="">{assumedWords[guess]} (assumed)</option>
          {possible.map((w) => (
            <option key={w} value={w}>
              {wantWords[w]}
            </option>
          ))}
        </WordSelect>
      </Tail>
    </Line>
  );
}
