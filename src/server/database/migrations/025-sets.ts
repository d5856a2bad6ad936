// Songs put together to sets; and a section may say of each controller where it should stand, inside its column. Older rigs have no set. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const sets: Migration = {
  name: '025-sets',
  up: async ({ run }) => {
    await run(`CREATE TABLE "sets" (
      "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
      "id" TEXT NOT NULL,
      "ordinal" DOUBLE PRECISION NOT NULL,
      "name" TEXT,
      "songIds" TEXT,
      "note" TEXT,
      PRIMARY KEY ("rigId", "id"))`);
  },
};
