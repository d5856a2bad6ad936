// A wire may have a translator that rewrites what goes through it. Older ones are plain cables. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const translators: Migration = {
  name: '022-translators',
  up: async ({ run }) => {
    await run(`ALTER TABLE "wires" ADD COLUMN "translator" TEXT`);
  },
};
