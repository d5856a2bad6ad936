// Rigs and library entries as files.
import { writeBundle, writeProfile, writeRig, writeTemplate } from '@/core/formats';
import { profileOf, templateOf } from '@/core/library';
import type { Rig } from '@/core/rig';
import { reading, type Source } from '../database/connection';
import { currentRig } from './journal';
import { listEntries, numbersOf, publishedRig } from './library';

export interface ExportFile {
  readonly name: string;
  readonly text: string;
  readonly ending: string;
}

/** A rig as it is now; an entry of the library in its newest published version, as the file of its kind. One moment. Null when it is gone. */
export function exportOf(source: Source, id: string): Promise<ExportFile | null> {
  return reading(source, async (here) => {
    const now = await currentRig(here, id);
    if (!now) return null;
    const entry = (await listEntries(here)).find((e) => e.id === id);
    if (!entry) return { name: now.rig.name, text: writeRig(now.rig), ending: '.keen-dial.json' };
    const published = (await publishedRig(here, id)) ?? { rig: now.rig, version: entry.version };
    const as = { id: '', version: published.version };
    const template = entry.kind === 'controller-template' ? templateOf(published.rig, as) : null;
    if (template) return { name: entry.name, text: writeTemplate({ ...template, name: entry.name }), ending: '.controller.json' };
    const profile = entry.kind === 'target-profile' ? profileOf(published.rig, as) : null;
    if (profile) return { name: entry.name, text: writeProfile({ ...profile, name: entry.name }), ending: '.target.json' };
    const rigTemplates = [{ numbers: await numbersOf(here, id), rig: published.rig }];
    return {
      name: entry.name,
      text: writeBundle({ name: entry.name, templates: [], profiles: [], rigTemplates, rigs: [] }),
      ending: '.template.json',
    };
  });
}

/** All own entries in their newest published versions, as one bundle. One moment. */
export function exportLibrary(source: Source): Promise<string> {
  return reading(source, async (here) => {
    const entries = (await listEntries(here)).filter((e) => !e.deleted && e.version > 0);
    const found: { entry: (typeof entries)[number]; rig: Rig; version: number; numbers: 'kept' | 'anew' }[] = [];
    for (const entry of entries) {
      const published = await publishedRig(here, entry.id);
      if (published) found.push({ entry, ...published, numbers: await numbersOf(here, entry.id) });
    }
    const of = (kind: (typeof entries)[number]['kind']) => found.filter((f) => f.entry.kind === kind);
    return writeBundle({
      name: 'Library',
      templates: of('controller-template').flatMap(({ entry, rig, version }) => {
        const template = templateOf(rig, { id: '', version });
        return template ? [{ ...template, name: entry.name }] : [];
      }),
      profiles: of('target-profile').flatMap(({ entry, rig, version }) => {
        const profile = profileOf(rig, { id: '', version });
        return profile ? [{ ...profile, name: entry.name }] : [];
      }),
      rigTemplates: of('rig-template').map(({ numbers, rig }) => ({ numbers, rig })),
      rigs: [],
    });
  });
}
