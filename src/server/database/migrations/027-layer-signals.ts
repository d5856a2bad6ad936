// Further modifiers of a layer made in a host may send messages of their own, so that a host can know of several held together. Older layers have one message
// that all of them send. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const layerSignals: Migration = {
  name: '027-layer-signals',
  up: async ({ run }) => {
    await run(`ALTER TABLE "layers" ADD COLUMN "alsoSignals" TEXT NOT NULL DEFAULT '[]'`);
  },
};
