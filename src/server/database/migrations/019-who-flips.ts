// A rig may say who flips what goes on and off in new functions. No column is new: the step is there so that a program that would not read it leaves the file
// alone. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const whoFlips: Migration = { name: '019-who-flips', up: async () => undefined };
