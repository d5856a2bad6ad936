// What is wanted of a parameter that a function is there for; nobody has said it of older ones. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const wants: Migration = {
  name: '007-wants',
  up: async ({ run }) => {
    await run(`ALTER TABLE "assignments" ADD COLUMN "wants" TEXT NOT NULL DEFAULT '[]'`);
  },
};
