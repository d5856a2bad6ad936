// Trials of functions. The table that was meant for them was never written. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const trials: Migration = {
  name: '005-trials',
  up: async ({ run }) => {
    await run('DROP TABLE "proofs"');
    await run(`CREATE TABLE "proofs" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "assignmentId" TEXT NOT NULL,
    "at" TEXT NOT NULL,
    "outcome" TEXT NOT NULL,
    "by" TEXT NOT NULL,
    "who" TEXT NOT NULL,
    "port" TEXT NOT NULL,
    "versions" TEXT NOT NULL,
    "plan" TEXT NOT NULL,
    "asked" TEXT NOT NULL,
    "heard" TEXT NOT NULL,
    "causes" TEXT NOT NULL,
    PRIMARY KEY ("rigId", "id"))`);
    await run('CREATE INDEX "proofs_at" ON "proofs" ("rigId", "at")');
  },
};
