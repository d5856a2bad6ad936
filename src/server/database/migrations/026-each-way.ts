// A bank of channels may move over its rows and to what is selected, an encoder may send a message for each way, a clock may be followed. No column is new: the step is there so that a
// program that would not read it leaves the file alone. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const eachWay: Migration = { name: '026-each-way', up: async () => undefined };
