// Presets hold values; a parameter says what comes after its last step, and whether it hears only in front. Older ones hold none, go round, and hear as
// their target does. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const presets: Migration = {
  name: '014-presets',
  up: async ({ run }) => {
    await run(`CREATE TABLE "presets" (
      "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
      "id" TEXT NOT NULL,
      "ordinal" DOUBLE PRECISION NOT NULL,
      "parameterId" TEXT,
      "step" INTEGER,
      "stored" INTEGER,
      "rest" TEXT,
      "values" TEXT,
      "entered" TEXT,
      "note" TEXT,
      PRIMARY KEY ("rigId", "id"))`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "atEnd" TEXT NOT NULL DEFAULT 'wrap'`);
    await run(`ALTER TABLE "parameters" ADD COLUMN "needsFront" INTEGER NOT NULL DEFAULT 0`);
  },
};
