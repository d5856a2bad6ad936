// A landing may be one that its target came with. Older ones were all entered by hand. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const given: Migration = {
  name: '015-given',
  up: async ({ run }) => {
    await run(`ALTER TABLE "landings" ADD COLUMN "given" TEXT`);
  },
};
