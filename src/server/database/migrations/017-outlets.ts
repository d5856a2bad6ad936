// A control may send out of a port of its own, and its switch may be the wrong way round. Older ones send over every wire, and are as their jack expects. Frozen: a
// step that has shipped is never changed.
import type { Migration } from './migration';

export const outlets: Migration = {
  name: '017-outlets',
  up: async ({ run }) => {
    await run(`ALTER TABLE "controls" ADD COLUMN "port" TEXT NOT NULL DEFAULT ''`);
    await run(`ALTER TABLE "controls" ADD COLUMN "polarity" TEXT NOT NULL DEFAULT 'usual'`);
  },
};
