// A counter may send its start on the first press. Older ones move on at once, as they did. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const counters: Migration = {
  name: '010-counters',
  up: async ({ run }) => {
    await run(`ALTER TABLE "counters" ADD COLUMN "firstPress" TEXT NOT NULL DEFAULT 'moves-on'`);
  },
};
