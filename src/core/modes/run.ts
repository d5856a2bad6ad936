import { defineMode, plainMode } from './mode';

/**
 * A run of numbers chooses: the landing's own number is the first end of the range, each number after it the next step of the parameter, as far as the range
 * goes. One line so stands for many programs, or for many notes; how hard a note is struck says nothing. What is heard here is one number of the run, and the
 * landing's range begins at it. Common practice, no source.
 */
export const run = defineMode({
  ...plainMode,
  type: 'run',
  acts: true,
  name: 'number chooses the step',
  does: 'chooses',
  runs: true,
  hear:
    ({ landing, acts }) =>
    (type, value, now) =>
      acts(type, value) ? landing.from : now,
});
