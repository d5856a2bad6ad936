// Controllers and targets have steps of set-up of a player's own. Older ones have none. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const setUp: Migration = {
  name: '013-set-up',
  up: async ({ run }) => {
    await run(`ALTER TABLE "controllers" ADD COLUMN "setUp" TEXT NOT NULL DEFAULT '{"before":[],"after":[]}'`);
    await run(`ALTER TABLE "targets" ADD COLUMN "setUp" TEXT NOT NULL DEFAULT '{"before":[],"after":[]}'`);
  },
};
