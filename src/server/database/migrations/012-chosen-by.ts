// A landing may act on some values of its message only. Older ones act on every press, as they did. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const chosenBy: Migration = {
  name: '012-chosen-by',
  up: async ({ run }) => {
    await run('ALTER TABLE "landings" ADD COLUMN "chosenBy" TEXT');
  },
};
