// What goes on inside a target: macros, states and when they start; steps of more than one, scope and conditions of a landing; banks of channels and a written form of
// its own. Older ones have none, step by one and hear as their target does. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const insideTargets: Migration = {
  name: '020-inside-targets',
  up: async ({ run }) => {
    await run(`ALTER TABLE "targets" ADD COLUMN "channelBanks" TEXT NOT NULL DEFAULT '[]'`);
    await run(`ALTER TABLE "targets" ADD COLUMN "form" TEXT`);
    await run(`ALTER TABLE "controllers" ADD COLUMN "form" TEXT`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "drives" TEXT NOT NULL DEFAULT '[]'`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "entered" TEXT`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "states" TEXT`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "launch" TEXT NOT NULL DEFAULT 'target'`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "whileWaiting" TEXT NOT NULL DEFAULT 'waits-too'`);
    await run(`ALTER TABLE "landings" ADD COLUMN "by" INTEGER NOT NULL DEFAULT 1`);
    await run(`ALTER TABLE "landings" ADD COLUMN "scope" TEXT NOT NULL DEFAULT 'target'`);
    await run(`ALTER TABLE "landings" ADD COLUMN "conditions" TEXT NOT NULL DEFAULT '[]'`);
  },
};
