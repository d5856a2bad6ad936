// Rigs and library entries as files.
import { writeBundle, writeProfile, writeRig, writeTemplate } from '@/core/formats';
import { profileOf, templateOf } from '@/core/library';
import type { Database } from '../database/connection';
import { currentRig } from './journal';
import { listEntries, numbersOf, publishedRig } from './library';

export interface ExportFile {
  readonly name: string;
  readonly text: string;
  readonly ending: string;
}

/** A rig as it is now; an entry of the library in its newest published version, as the file of its kind. Null when it is gone. */
export async function exportOf(db: Database, id: string): Promise<ExportFile | null> {
  const now = await currentRig(db, id);
  if (!now) return null;
  const entry = (await listEntries(db)).find((e) => e.id === id);
  if (!entry) return { name: now.rig.name, text: writeRig(now.rig), ending: '.keen-dial.json' };
  const published = (await publishedRig(db, id)) ?? { rig: now.rig, version: entry.version };
  const as = { id: '', version: published.version };
  const template = entry.kind === 'controller-template' ? templateOf(published.rig, as) : null;
  if (template) return { name: entry.name, text: writeTemplate({ ...template, name: entry.name }), ending: '.controller.json' };
  const profile = entry.kind === 'target-profile' ? profileOf(published.rig, as) : null;
  if (profile) return { name: entry.name, text: writeProfile({ ...profile, name: entry.name }), ending: '.target.json' };
  const rigTemplates = [{ numbers: await numbersOf(db, id), rig: published.rig }];
  return {
    name: entry.name,
    text: writeBundle({ name: entry.name, templates: [], profiles: [], rigTemplates, rigs: [] }),
    ending: '.template.json',
  };
}

/** All own entries in their newest published versions, as one bundle. */
export async function exportLibrary(db: Database): Promise<string> {
  const entries = (await listEntries(db)).filter((e) => !e.deleted && e.version > 0);
  const published = await Promise.all(entries.map(async (entry) => ({ entry, found: await publishedRig(db, entry.id) })));
  const of = (kind: (typeof entries)[number]['kind']) => published.filter((p) => p.entry.kind === kind);
  return writeBundle({
    name: 'Library',
    templates: of('controller-template').flatMap(({ entry, found }) => {
      const template = found && templateOf(found.rig, { id: '', version: found.version });
      return template ? [{ ...template, name: entry.name }] : [];
    }),
    profiles: of('target-profile').flatMap(({ entry, found }) => {
      const profile = found && profileOf(found.rig, { id: '', version: found.version });
      return profile ? [{ ...profile, name: entry.name }] : [];
    }),
    rigTemplates: (
      await Promise.all(
        of('rig-template').map(async ({ entry, found }) =>
          found ? [{ numbers: await numbersOf(db, entry.id), rig: found.rig }] : [],
        ),
      )
    ).flat(),
    rigs: [],
  });
}
