// Layers can be ticked as entered. Ticks of functions and landings keep what was entered from now on, and trials what was planned; older ones stay as they
// are, with their time and their key alone.
// Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const ticks: Migration = {
  name: '008-ticks',
  up: async ({ run }) => {
    await run('ALTER TABLE "layers" ADD COLUMN "entered" TEXT');
    await run('ALTER TABLE "proofs" ADD COLUMN "facts" TEXT');
  },
};
