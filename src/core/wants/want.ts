// What is wanted of a parameter: what can be, what somebody said, and what is assumed where nobody did.
import { landingsFor, patch, type Way } from '../commands';
import { modeOf } from '../modes';
import { type Assignment, batch, type Edit, type GestureType, type Parameter, type RigIndex, type Want } from '../rig';

/** How each is said after “is to”. */
export const wantWords: Readonly<Record<Want, string>> = {
  stays: 'stay until the next press',
  'while-held': 'last only while held',
  once: 'happen once for each press',
  sweep: 'follow the travel',
  steps: 'go one step with each press',
  sets: 'go to one value',
  taps: 'follow how fast it is tapped',
};

/** What can be wanted of a kind of parameter on a gesture, the likeliest first; never none. What moves is followed, what fires fires. */
export function possibleWants(kind: Parameter['kind'], gesture: GestureType): readonly [Want, ...Want[]] {
  if (kind === 'trigger') return gesture === 'repeat' ? ['steps'] : ['once'];
  if (gesture === 'move') return ['sweep'];
  if (kind === 'toggle') return ['stays', 'while-held', 'sets'];
  const plain = ['steps', 'sets', 'stays', 'while-held'] as const;
  return kind === 'continuous' ? [...plain, 'taps'] : plain;
}

/** What is wanted of a parameter, and whether nobody said so and something else could be. */
export interface Wanted {
  readonly want: Want;
  readonly assumed: boolean;
}

/** What is wanted of a parameter that a function is there for. What was said of another gesture or kind counts for nothing. */
export function wantedOf(index: RigIndex, assignment: Assignment, parameter: Parameter): Wanted {
  const possible = possibleWants(parameter.kind, assignment.gesture.type);
  const [only] = possible;
  if (possible.length === 1) return { want: only, assumed: false };
  const said = assignment.wants.find((w) => w.parameterId === parameter.id)?.want;
  if (said !== undefined && possible.includes(said)) return { want: said, assumed: false };
  const guess = guessed(parameter, waysTo(index, assignment, parameter.id));
  return { want: possible.includes(guess) ? guess : only, assumed: true };
}

const waysTo = (index: RigIndex, assignment: Assignment, parameterId: string): readonly Way[] =>
  assignment.actions.flatMap((a) =>
    a.type !== 'send' || !a.meant.includes(parameterId)
      ? []
      : landingsFor(index, assignment, a).flatMap((l) =>
          l.parameterId === parameterId ? [{ behaviour: a.behaviour, mode: l.mode }] : [],
        ),
  );

/**
 * What is assumed: how the target hears it tells it, then the kind, then the values. Everything at once off (panic) is one value; what has two values
 * stays; of what has more, the values say whether it is one, two or all. Common practice, no source.
 */
function guessed({ kind, tags }: Parameter, ways: readonly Way[]): Want {
  const [first] = ways;
  if (!first) return kind === 'toggle' ? 'stays' : 'steps';
  const { mode, behaviour } = first;
  if (mode === 'gate') return 'while-held';
  if (modeOf(mode).taps) return 'taps';
  // What counts goes on with each press, whatever each of its numbers sets.
  if (behaviour.type === 'stepping') return kind === 'toggle' ? 'stays' : 'steps';
  if (modeOf(mode).needs === 'value') return 'sets';
  if (kind === 'toggle') return tags.includes('panic') && behaviour.type === 'fixed' ? 'sets' : 'stays';
  if (modeOf(mode).fromNow && mode !== 'toggle') return 'steps';
  if (mode === 'toggle') return 'stays';
  switch (behaviour.type) {
    case 'fixed':
      return 'sets';
    case 'latching':
      return 'stays';
    case 'momentary':
    case 'range':
      return 'while-held';
    default:
      return 'steps';
  }
}

/** Says what is wanted of a parameter; null leaves it assumed. No tick goes by it: nothing of it is entered anywhere. */
export function sayWant(assignment: Assignment, parameter: Parameter, want: Want | null): Edit {
  const others = assignment.wants.filter((w) => w.parameterId !== parameter.id);
  const wants = want === null ? others : [...others, { parameterId: parameter.id, want }];
  return batch(`Say what is wanted of ${parameter.name}`, patch('assignments', assignment, { wants }));
}
