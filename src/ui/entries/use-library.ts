'use client';
// What can be copied onto a rig: what ships, and what was published here, fetched when a dialog opens.
import { useEffect, useState } from 'react';
import {
  type ControllerTemplate,
  controllerTemplates,
  profileOf,
  type TargetProfile,
  targetProfiles,
  templateOf,
} from '@/core/library';
import { libraryEntries, publishedEntry } from '@/server/actions/library';

export type Offered<T> = T & { readonly own: boolean };

interface Library {
  readonly templates: readonly Offered<ControllerTemplate>[];
  readonly profiles: readonly Offered<TargetProfile>[];
}

const shipped: Library = {
  templates: controllerTemplates.map((t) => ({ ...t, own: false })),
  profiles: targetProfiles.map((p) => ({ ...p, own: false })),
};

/** The library as a rig sees it: own entries first, in their newest published version. What ships is there at once. */
export function useLibrary(): Library {
  const [library, setLibrary] = useState<Library>(shipped);
  useEffect(() => {
    let here = true;
    void ownEntries()
      .then((own) => {
        if (here)
          setLibrary({ templates: [...own.templates, ...shipped.templates], profiles: [...own.profiles, ...shipped.profiles] });
      })
      .catch(() => undefined); // The server does not answer: what ships is there all the same, and the head says "not saved yet".
    return () => {
      here = false;
    };
  }, []);
  return library;
}

async function ownEntries(): Promise<Library> {
  const entries = (await libraryEntries()).filter((e) => !e.deleted && e.version > 0);
  const rigs = await Promise.all(
    entries.filter((e) => e.kind !== 'rig-template').map(async (entry) => ({ entry, published: await publishedEntry(entry.id) })),
  );
  return {
    templates: rigs.flatMap(({ entry, published }) => {
      const template =
        published && entry.kind === 'controller-template'
          ? templateOf(published.rig, { id: entry.id, version: published.version })
          : null;
      return template ? [{ ...template, name: entry.name, own: true }] : [];
    }),
    profiles: rigs.flatMap(({ entry, published }) => {
      const profile =
        published && entry.kind === 'target-profile'
          ? profileOf(published.rig, { id: entry.id, version: published.version })
          : null;
      return profile ? [{ ...profile, name: entry.name, own: true }] : [];
    }),
  };
}

/** A published version of what a unit was copied from: shipped or own; null when it is not known any more. */
export async function templateVersion(id: string, version?: number): Promise<ControllerTemplate | null> {
  const ships = controllerTemplates.find((t) => t.id === id);
  if (ships) return version === undefined || version === ships.version ? ships : null;
  const found = id === '' ? null : await publishedEntry(id, version);
  return found ? templateOf(found.rig, { id, version: found.version }) : null;
}

/** As `templateVersion`, for a target. */
export async function profileVersion(id: string, version?: number): Promise<TargetProfile | null> {
  const ships = targetProfiles.find((p) => p.id === id);
  if (ships) return version === undefined || version === ships.version ? ships : null;
  const found = id === '' ? null : await publishedEntry(id, version);
  return found ? profileOf(found.rig, { id, version: found.version }) : null;
}
