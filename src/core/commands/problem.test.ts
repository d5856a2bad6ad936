import { expect, it } from 'vitest';
import { type CommandProblem, problemWords } from './problem';

it.each<[CommandProblem, string]>([
  [
    { code: 'no-number', target: 'Hall' },
    'Hall takes no number that is still free. Widen what it accepts in Gear, or free a number.',
  ],
  [
    { code: 'too-few-numbers', kind: 'program', from: 126, steps: 4 },
    'From program 126 on there are not 4 programs left. Begin lower.',
  ],
  [
    { code: 'own-modifier', control: 'FS 4', layer: 'Heel' },
    'FS 4 is the modifier of Heel: it cannot have a function inside its own layer.',
  ],
])('%o is worded with its facts', (problem, words) => {
  expect(problemWords(problem)).toBe(words);
});
