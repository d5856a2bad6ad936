// Layers have further modifiers, each alone or together, and may listen for what their modifier sends anyway. Older ones have one, and a signal of their own.
// Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const layers: Migration = {
  name: '011-layers',
  up: async ({ run }) => {
    await run(`ALTER TABLE "layers" ADD COLUMN "alsoOpenedBy" TEXT NOT NULL DEFAULT '[]'`);
    await run('ALTER TABLE "layers" ADD COLUMN "together" INTEGER NOT NULL DEFAULT 0');
    await run(`ALTER TABLE "layers" ADD COLUMN "signalBy" TEXT NOT NULL DEFAULT 'added'`);
  },
};
