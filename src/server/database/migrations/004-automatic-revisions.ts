// Revisions that were made by themselves, before something large. Frozen: a step that has shipped is never changed.
import type { Migration } from './migration';

export const automaticRevisions: Migration = {
  name: '004-automatic-revisions',
  up: async ({ run }) => {
    await run('ALTER TABLE "revisions" ADD COLUMN "automatic" TINYINT(1) NOT NULL DEFAULT 0');
    await run('CREATE INDEX "revisions_version" ON "revisions" ("rigId", "version")');
  },
};
