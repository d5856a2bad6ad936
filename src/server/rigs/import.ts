// Taking a file in: what would be added or skipped is told first; what is chosen is then written in one transaction, or not at all.
import { nanoid } from 'nanoid';
import { type BundleItem, type ImportProblem, type ItemKind, parseFile, writeRig } from '@/core/formats';
import { err, ok, type Result } from '@/core/result';
import { type Rig, sameJson, tableNames } from '@/core/rig';
import type { Database } from '../database/connection';
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
export async function previewFile(db: Database, text: string): Promise<Result<readonly Preview[], readonly ImportProblem[]>> {
  const read = parseFile(text);
  return read.ok ? ok(await previewsOf(db, read.value)) : read;
}

async function previewsOf(db: Database, items: readonly BundleItem[]): Promise<readonly Preview[]> {
  const here = await namesHere(db);
  const given = new Map([...here].map(([kind, names]) => [kind, new Set(names.keys())]));
  const previews: Preview[] = [];
  for (const [place, item] of items.entries()) {
    const twin = here.get(item.kind)?.get(item.name);
    const now = twin === undefined ? null : await currentRig(db, twin);
    const state = !now ? 'new' : alike(now.rig, item.rig) ? 'same' : 'differs';
    // Rigs come back to the letter; entries are looked for by name, so that each has its own.
    const as = item.kind === 'rig' ? item.name : freeName(item.name, given.get(item.kind) ?? new Set());
    given.set(item.kind, (given.get(item.kind) ?? new Set()).add(as));
    previews.push({ place, kind: item.kind, name: item.name, summary: item.summary, state, as });
  }
  return previews;
}

async function namesHere(db: Database): Promise<ReadonlyMap<RigKind, ReadonlyMap<string, string>>> {
  const found = new Map<RigKind, Map<string, string>>();
  const put = (kind: RigKind, name: string, id: string): void => {
    const names = found.get(kind) ?? new Map<string, string>();
    found.set(kind, names.set(name, id));
  };
  for (const rig of await listRigs(db)) if (!rig.deleted) put('rig', rig.name, rig.id);
  for (const entry of await listEntries(db)) if (!entry.deleted) put(entry.kind, entry.name, entry.id);
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
): Promise<Result<readonly Taken[], readonly ImportProblem[]>> {
  const read = parseFile(text);
  if (!read.ok) return read;
  const previews = await previewsOf(db, read.value);
  const wanted = read.value.flatMap((item, place) => {
    const preview = previews[place];
    const chosen = choices === null || choices.some((c) => c.place === place && c.take);
    return chosen && preview ? [{ item, id: nanoid(12), name: preview.as }] : [];
  });
  if (wanted.length === 0) return err([{ place: 'the choice', message: 'Nothing is chosen.' }]);
  await db.write(async (transaction) => {
    for (const { item, id, name } of wanted) {
      const rig = { ...item.rig, id, name };
      const about =
        item.kind === 'rig'
          ? {}
          : { published: { version: 1, rigVersion: 0 }, ...(item.kind === 'rig-template' ? { numbers: item.numbers } : {}) };
      await putRig(db, rig, id, { kind: item.kind, about }, transaction);
      if (item.kind !== 'rig')
        await db.snapshots.create(
          { rigId: id, version: 1, body: writeRig(rig), at: new Date().toISOString(), label: 'imported' },
          { transaction },
        );
    }
  });
  return ok(wanted.map(({ item, id, name }) => ({ id, kind: item.kind, name })));
}
