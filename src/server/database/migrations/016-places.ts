// Switches may release each other, and something may be done on arriving at a bank or page. Older rigs have neither. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const places: Migration = {
  name: '016-places',
  up: async ({ run }) => {
    await run(`CREATE TABLE "groups" (
      "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
      "id" TEXT NOT NULL,
      "ordinal" DOUBLE PRECISION NOT NULL,
      "controllerId" TEXT,
      "name" TEXT,
      "bank" INTEGER,
      "page" INTEGER,
      "controlIds" TEXT,
      "pressedAgain" TEXT,
      "sendsOff" INTEGER,
      "entered" TEXT,
      "note" TEXT,
      PRIMARY KEY ("rigId", "id"))`);
    await run(`CREATE TABLE "arrivals" (
      "rigId" TEXT NOT NULL REFERENCES "rigs" ("id") ON DELETE CASCADE,
      "id" TEXT NOT NULL,
      "ordinal" DOUBLE PRECISION NOT NULL,
      "controllerId" TEXT,
      "bank" INTEGER,
      "page" INTEGER,
      "actions" TEXT,
      "latches" TEXT,
      "atStart" INTEGER,
      "entered" TEXT,
      "note" TEXT,
      PRIMARY KEY ("rigId", "id"))`);
  },
};
