// Whether a landing hears its number on its own channel or on every one: older ones on their own. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const channels: Migration = {
  name: '023-channels',
  up: async ({ run }) => {
    await run(`ALTER TABLE "landings" ADD COLUMN "channels" TEXT NOT NULL DEFAULT 'one'`);
  },
};
