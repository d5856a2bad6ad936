// What goes on inside a target: macros, states and when they start; steps of more than one, scope and conditions of a landing; banks of channels and a written form of
// its own; what springs back, how a pad is struck, and what else is set for a landing. Older ones have none, step by one and hear as their target does. Frozen: a step that has shipped is never changed.
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
    await run(`ALTER TABLE "landings" ADD COLUMN "settings" TEXT NOT NULL DEFAULT '[]'`);
    await run(`ALTER TABLE "controls" ADD COLUMN "springsTo" REAL`);
    await run(`ALTER TABLE "controls" ADD COLUMN "strike" TEXT`);
    await run(`ALTER TABLE "controls" ADD COLUMN "aftertouch" TEXT NOT NULL DEFAULT 'moved'`);
  },
};
