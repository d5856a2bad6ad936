// The logbook of rehearsals: each way into a section as it was played. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const attempts: Migration = {
  name: '024-attempts',
  up: async ({ run }) => {
    await run(`CREATE TABLE "attempts" (
    "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
    "id" TEXT NOT NULL,
    "at" TEXT NOT NULL,
    "songId" TEXT NOT NULL,
    "song" TEXT NOT NULL,
    "section" TEXT NOT NULL,
    "way" TEXT NOT NULL,
    "share" REAL NOT NULL,
    "by" TEXT NOT NULL,
    "reached" TEXT NOT NULL,
    "ms" REAL,
    "right" INTEGER NOT NULL,
    "missing" TEXT NOT NULL,
    "elsewhere" TEXT NOT NULL,
    "extra" TEXT NOT NULL,
    "leftOut" TEXT NOT NULL,
    PRIMARY KEY ("rigId", "id"))`);
    await run('CREATE INDEX "attempts_at" ON "attempts" ("rigId", "at")');
  },
};
