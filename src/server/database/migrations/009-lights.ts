// Lights have a colour while off and something that they follow; the light of a modifier may blink. Older ones are as they were: no colour while off, as
// their controller does it, steady. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const lights: Migration = {
  name: '009-lights',
  up: async ({ run }) => {
    await run(`ALTER TABLE "assignments" ADD COLUMN "colourOff" TEXT NOT NULL DEFAULT ''`);
    await run(`ALTER TABLE "assignments" ADD COLUMN "lightBy" TEXT NOT NULL DEFAULT 'controller'`);
    await run('ALTER TABLE "layers" ADD COLUMN "blinks" REAL NOT NULL DEFAULT 0');
  },
};
