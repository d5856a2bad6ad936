// Taking a file in: what would be added or skipped is told first; what is chosen is then written in one transaction, or not at all.
import { nanoid } from 'nanoid';
import { err, ok, type Result } from '@/core/base';
import { type BundleItem, cleanedNotice, type ImportProblem, type ItemKind, parseFile, writeRig } from '@/core/formats';
import { type Rig, sameJson, tableNames } from '@/core/rig';
import { type Database, type Reading, reading, type Source } from '../database/connection';
import { currentRig } from './journal';
import { listEntries } from './library';
import { listRigs, putRig, type RigKind } from './rigs';

/** One thing in a file, and what taking it would do. */
export interface Preview {
  readonly place: number;
  readonly kind: ItemKind;
  readonly name: string;
  readonly summary: string;
  /** New; there is one of that name that differs; the same is there already. */
  readonly state: 'new' | 'differs' | 'same';
  /** The name that it would get. */
  readonly as: string;
}

export interface Choice {
  readonly place: number;
  readonly take: boolean;
}

export interface Taken {
  readonly id: string;
  readonly kind: ItemKind;
  readonly name: string;
}

/** What is in a file, against what is here. */
export async function previewFile(
  db: Source,
  text: string,
): Promise<Result<{ readonly items: readonly Preview[]; readonly notices: readonly string[] }, readonly ImportProblem[]>> {
  const read = parseFile(text);
  if (!read.ok) return read;
  return ok({ items: await reading(db, (here) => previewsOf(here, read.value)), notices: noticesOf(read.value) });
}

/** What was done to the texts of a file while it was read. */
const noticesOf = (items: readonly BundleItem[]): readonly string[] =>
  items.some((item) => item.cleaned) ? [cleanedNotice] : [];

async function previewsOf(here: Reading, items: readonly BundleItem[]): Promise<readonly Preview[]> {
  const names = await namesHere(here);
  const given = new Map([...names].map(([kind, own]) => [kind, new Set(own.keys())]));
  const previews: Preview[] = [];
  for (const [place, item] of items.entries()) {
    const twin = names.get(item.kind)?.get(item.name);
    const now = twin === undefined ? null : await currentRig(here, twin);
    const state = !now ? 'new' : alike(now.rig, item.rig) ? 'same' : 'differs';
    // Rigs come back to the letter; entries are looked for by name, so that each has its own.
    const as = item.kind === 'rig' ? item.name : freeName(item.name, given.get(item.kind) ?? new Set());
    given.set(item.kind, (given.get(item.kind) ?? new Set()).add(as));
    previews.push({ place, kind: item.kind, name: item.name, summary: item.summary, state, as });
  }
  return previews;
}

async function namesHere(here: Reading): Promise<ReadonlyMap<RigKind, ReadonlyMap<string, string>>> {
  const found = new Map<RigKind, Map<string, string>>();
  const put = (kind: RigKind, name: string, id: string): void => {
    const names = found.get(kind) ?? new Map<string, string>();
    found.set(kind, names.set(name, id));
  };
  for (const rig of await listRigs(here)) if (!rig.deleted) put('rig', rig.name, rig.id);
  for (const entry of await listEntries(here)) if (!entry.deleted) put(entry.kind, entry.name, entry.id);
  return found;
}

/** Whether two rigs hold the same rows, whatever they are called themselves. */
const alike = (a: Rig, b: Rig): boolean => tableNames.every((table) => sameJson(a[table], b[table]));

function freeName(wanted: string, taken: ReadonlySet<string>): string {
  const base = wanted.slice(0, 110);
  if (!taken.has(base)) return base;
  for (let i = 2; ; i++) if (!taken.has(`${base} (${i})`)) return `${base} (${i})`;
}

/**
 * Takes what is chosen out of a file; without choices everything. The file is read anew: nothing rests on what a browser said of it. One
 * transaction: either all of the chosen are there afterwards, or none.
 */
export async function takeFile(
  db: Database,
  text: string,
  choices: readonly Choice[] | null,
): Promise<Result<{ readonly made: readonly Taken[]; readonly notices: readonly string[] }, readonly ImportProblem[]>> {
  const read = parseFile(text);
  if (!read.ok) return read;
  return db.write(async (writing) => {
    const previews = await previewsOf(writing, read.value);
    const wanted = read.value.flatMap((item, place) => {
      const preview = previews[place];
      const chosen = choices === null || choices.some((c) => c.place === place && c.take);
      return chosen && preview ? [{ item, id: nanoid(12), name: preview.as }] : [];
    });
    if (wanted.length === 0) return err([{ location: 'the choice', problem: { code: 'nothing-chosen' } }]);
    for (const { item, id, name } of wanted) {
      const rig = { ...item.rig, id, name };
      const about =
        item.kind === 'rig'
          ? {}
          : { published: { version: 1, rigVersion: 0 }, ...(item.kind === 'rig-template' ? { numbers: item.numbers } : {}) };
      await putRig(writing, rig, id, { kind: item.kind, about });
      if (item.kind !== 'rig')
        await writing.insert('snapshots', [
          { rigId: id, version: 1, body: writeRig(rig), at: new Date().toISOString(), label: 'imported' },
        ]);
    }
    return ok({
      made: wanted.map(({ item, id, name }) => ({ id, kind: item.kind, name })),
      notices: noticesOf(wanted.map((w) => w.item)),
    });
  });
}
