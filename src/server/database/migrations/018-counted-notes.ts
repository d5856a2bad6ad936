// A counter may give a note its number. No column is new: the step is there so that a program that would not read it leaves the file alone. Frozen: a step that
// has shipped is never changed.
import type { Migration } from './migration';

export const countedNotes: Migration = { name: '018-counted-notes', up: async () => undefined };
