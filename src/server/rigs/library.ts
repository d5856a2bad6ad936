// The library: entries are small rigs of another kind, and what others copy from are their published versions, kept as snapshots.

import { nanoid } from 'nanoid';
import * as z from 'zod';
import { err, exhaustive, groupBy, ok, type Result } from '@/core/base';
import { renumber } from '@/core/commands';
import { parseRig, writeRig } from '@/core/formats';
import {
  type ControllerTemplate,
  controllerTemplates,
  profileRig,
  rigTemplate,
  summaryOf,
  type TargetProfile,
  type TemplateNumbers,
  targetProfiles,
  templateRig,
} from '@/core/library';
import { planNumbers } from '@/core/numbers';
import { apply, commonFirmware, commonReception, emptyRig, indexRig, type Panel, type Rig, type Row } from '@/core/rig';
import { fromRecord } from '../database/columns';
import { type Database, type Reading, reading, type Source } from '../database/connection';
import { quoted } from '../database/sql';
import { currentRig } from './journal';
import { goesAt, keptFrom } from './removal';
import { addRig, type RigKind } from './rigs';

export type EntryKind = Exclude<RigKind, 'rig'>;

export interface ListedEntry {
  readonly id: string;
  readonly kind: EntryKind;
  readonly name: string;
  readonly summary: string;
  /** The newest published version, and whether something was changed since. */
  readonly version: number;
  readonly changed: boolean;
  readonly changedAt: string;
  readonly deleted: boolean;
  /** When it goes for good, in ISO 8601; null for what was not deleted. */
  readonly goesAt: string | null;
  /** The panel of a controller template, to be drawn in small. */
  readonly panel: Panel | null;
}

export interface ListedVersion {
  readonly version: number;
  readonly at: string;
  readonly label: string;
}

const aboutSchema = z.object({
  /** The version of the library that was published last, and the version of the small rig at that moment. */
  published: z.object({ version: z.number().int(), rigVersion: z.number().int() }).optional(),
  numbers: z.enum(['kept', 'anew']).optional(),
});
type About = z.infer<typeof aboutSchema>;

const entryKinds = ['controller-template', 'target-profile', 'rig-template'] as const satisfies readonly EntryKind[];
const kindSchema = z.enum(entryKinds);
/** The kinds of entries as SQL lists them: names of this program, none from outside. */
const kindList = entryKinds.map((kind) => `'${kind}'`).join(', ');

function aboutOf(raw: unknown): About {
  try {
    const parsed = aboutSchema.safeParse(JSON.parse(String(raw)));
    return parsed.success ? parsed.data : {};
  } catch {
    return {};
  }
}

/** What was made here, by name; deleted ones last. What ships is in the core. */
export async function listEntries(source: Source): Promise<readonly ListedEntry[]> {
  const listed = await reading(source, async (here) => {
    const records = await here.all(`SELECT * FROM "rigs" WHERE "kind" IN (${kindList}) ORDER BY "name"`);
    const panels = await panelsOf(here);
    const from = await keptFrom(here);
    return records.map((record): ListedEntry => {
      const about = aboutOf(record.about);
      return {
        id: String(record.id),
        kind: kindSchema.parse(record.kind),
        name: String(record.name),
        summary: String(record.notes),
        version: about.published?.version ?? 0,
        changed: Number(record.version) !== (about.published?.rigVersion ?? -1),
        changedAt: String(record.changedAt),
        deleted: record.deletedAt !== null,
        goesAt: goesAt(record.deletedAt, from),
        panel: panels.get(String(record.id)) ?? null,
      };
    });
  });
  return listed.sort((a, b) => Number(a.deleted) - Number(b.deleted));
}

/** The panels of all controller templates. One with a row that cannot be read is listed without its panel. */
async function panelsOf(here: Reading): Promise<ReadonlyMap<string, Panel>> {
  const rowsIn = async <T extends 'controllers' | 'controls'>(table: T): Promise<readonly { rigId: string; row: Row<T> }[]> => {
    const found = await here.all(
      `SELECT * FROM ${quoted(table)} WHERE "rigId" IN (SELECT "id" FROM "rigs" WHERE "kind" = 'controller-template') ORDER BY "ordinal"`,
    );
    return found.flatMap((record) => {
      try {
        return [{ rigId: String(record.rigId), row: fromRecord(table, record) }];
      } catch {
        return [];
      }
    });
  };
  const controls = groupBy(await rowsIn('controls'), (c) => c.rigId);
  return new Map(
    (await rowsIn('controllers')).map(({ rigId, row }) => [
      rigId,
      { width: row.width, height: row.height, controls: (controls.get(rigId) ?? []).map((c) => c.row) },
    ]),
  );
}

/** One entry; null when it is none or gone. */
export async function entryOf(source: Source, id: string): Promise<ListedEntry | null> {
  return (await listEntries(source)).find((e) => e.id === id && !e.deleted) ?? null;
}

/** Publishes an entry as it stands: a version that never changes again. Null when it is gone; the old number when nothing was changed. */
export async function publish(db: Database, id: string, label: string): Promise<number | null> {
  return db.write(async (writing) => {
    const found = await writing.one(
      `SELECT "about" FROM "rigs" WHERE "id" = $1 AND "deletedAt" IS NULL AND "kind" IN (${kindList})`,
      [id],
    );
    const now = await currentRig(writing, id);
    if (!found || !now) return null;
    const about = aboutOf(found.about);
    if (about.published?.rigVersion === now.version) return about.published.version;
    const version = (about.published?.version ?? 0) + 1;
    await writing.insert('snapshots', [{ rigId: id, version, body: writeRig(now.rig), at: new Date().toISOString(), label }]);
    const next: About = { ...about, published: { version, rigVersion: now.version } };
    await writing.run('UPDATE "rigs" SET "about" = $1 WHERE "id" = $2', [JSON.stringify(next), id]);
    return version;
  });
}

/** The published versions of an entry, the newest first. */
export function versionsOf(source: Source, id: string): Promise<readonly ListedVersion[]> {
  return reading(source, async ({ all }) => {
    const rows = await all('SELECT "version", "at", "label" FROM "snapshots" WHERE "rigId" = $1 ORDER BY "version" DESC', [id]);
    return rows.map((row) => ({ version: Number(row.version), at: String(row.at), label: String(row.label) }));
  });
}

/** A published version as a rig; the newest without a number. Null when there is none. */
export async function publishedRig(
  source: Source,
  id: string,
  version?: number,
): Promise<{ readonly rig: Rig; readonly version: number } | null> {
  return reading(source, async ({ one }) => {
    const row = await one(
      'SELECT "version", "body" FROM "snapshots" WHERE "rigId" = $1 AND ($2 IS NULL OR "version" = $2) ORDER BY "version" DESC LIMIT 1',
      [id, version ?? null],
    );
    const parsed = row && parseRig(String(row.body));
    return parsed?.ok ? { rig: parsed.value, version: Number(row?.version) } : null;
  });
}

/** Where a new entry comes from. */
export type EntrySource =
  | { readonly type: 'empty' }
  | { readonly type: 'shipped'; readonly id: string }
  | { readonly type: 'entry'; readonly id: string }
  | { readonly type: 'unit'; readonly rigId: string; readonly unitId: string };

/** Makes an entry for a controller or target and publishes its first version. The reason when it cannot. */
export async function makeEntry(
  db: Database,
  kind: 'controller-template' | 'target-profile',
  name: string,
  source: EntrySource,
): Promise<Result<string, string>> {
  const rig = await sourceRig(db, kind, name, source);
  if (!rig) return err('What it was to be made from is gone.');
  const id = await addRig(db, { ...rig, name }, nanoid(12), { kind });
  await publish(db, id, source.type === 'empty' ? 'as it began' : 'first version');
  return ok(id);
}

async function sourceRig(
  db: Database,
  kind: 'controller-template' | 'target-profile',
  name: string,
  source: EntrySource,
): Promise<Rig | null> {
  const controller = kind === 'controller-template';
  switch (source.type) {
    case 'empty':
      return controller ? templateRig(emptyTemplate(name), 'new') : profileRig(emptyProfile(name), 'new');
    case 'shipped': {
      if (controller) {
        const shipped = controllerTemplates.find((t) => t.id === source.id);
        return shipped ? templateRig({ ...shipped, name }, 'new') : null;
      }
      const shipped = targetProfiles.find((p) => p.id === source.id);
      return shipped ? profileRig({ ...shipped, name }, 'new') : null;
    }
    case 'entry':
      return (await currentRig(db, source.id))?.rig ?? null;
    case 'unit': {
      const now = await currentRig(db, source.rigId);
      return now ? unitRig(now.rig, source.unitId, name) : null;
    }
    default:
      return exhaustive(source);
  }
}

/** One unit of a rig with its own rows under their own ids: the rig's copy can name them as its origin. */
function unitRig(rig: Rig, unitId: string, name: string): Rig | null {
  const controller = rig.controllers.find((c) => c.id === unitId);
  if (controller) {
    const controls = rig.controls.filter((c) => c.controllerId === unitId);
    return {
      ...emptyRig('new', name),
      notes: summaryOf(controls, controller.firmware.banks),
      controllers: [{ ...controller, templateId: '', templateVersion: 0 }],
      controls: controls.map((c) => ({ ...c, origin: '' })),
      counters: rig.counters.filter((c) => c.controllerId === unitId),
    };
  }
  const target = rig.targets.find((t) => t.id === unitId);
  if (!target) return null;
  const parameters = rig.parameters.filter((p) => p.targetId === unitId);
  return {
    ...emptyRig('new', name),
    notes: `${parameters.length} parameters`,
    targets: [{ ...target, profileId: '', profileVersion: 0 }],
    parameters: parameters.map((p) => ({ ...p, origin: '' })),
    presets: presetsOn(rig, new Set(parameters.map((p) => p.id))),
    landings: rig.landings
      .filter((l) => l.targetId === unitId && l.given !== null)
      .map((l) => ({ ...l, port: '', hostLayerId: null, entered: null, proved: null })),
  };
}

/** What presets of some parameters hold, as nobody has entered it yet. */
const presetsOn = (rig: Rig, parameters: ReadonlySet<string>): Rig['presets'] =>
  rig.presets
    .filter((p) => parameters.has(p.parameterId))
    .map((p) => ({ ...p, values: p.values.filter((v) => parameters.has(v.parameterId)), entered: null }));

const emptyTemplate = (name: string): ControllerTemplate => ({
  id: '',
  version: 0,
  name,
  summary: '',
  channel: 1,
  bankNames: [],
  firmware: commonFirmware,
  panel: { width: 300, height: 160, controls: [] },
});

const emptyProfile = (name: string): TargetProfile => ({
  id: '',
  version: 0,
  name,
  summary: '',
  kind: 'plugin',
  reception: commonReception,
  parameters: [],
});

/** Saves a rig as a template for the next one. Null when the rig is gone. */
export async function saveRigTemplate(
  db: Database,
  rigId: string,
  name: string,
  numbers: TemplateNumbers,
): Promise<string | null> {
  const now = await currentRig(db, rigId);
  if (!now) return null;
  const rig = { ...rigTemplate(now.rig, numbers), name };
  const id = await addRig(db, rig, nanoid(12), { kind: 'rig-template', about: { numbers } satisfies About });
  await publish(db, id, 'first version');
  return id;
}

/** Whether a rig template keeps its numbers or deals them anew. */
export const numbersOf = (source: Source, id: string): Promise<TemplateNumbers> =>
  reading(
    source,
    async ({ one }) => aboutOf((await one('SELECT "about" FROM "rigs" WHERE "id" = $1', [id]))?.about).numbers ?? 'kept',
  );

/** Makes a rig from a template; numbers that are dealt anew are planned in the rig's school. Null when the template is gone. */
export async function startFromTemplate(db: Database, entryId: string, name: string): Promise<string | null> {
  const found = await db.read(async (here) => {
    const template = await here.one(
      `SELECT "about" FROM "rigs" WHERE "id" = $1 AND "kind" = 'rig-template' AND "deletedAt" IS NULL`,
      [entryId],
    );
    return { template, now: await currentRig(here, entryId) };
  });
  const { template, now } = found;
  if (!template || !now) return null;
  const kept = { ...now.rig, name };
  return addRig(db, aboutOf(template.about).numbers === 'anew' ? planned(kept) : kept);
}

function planned(rig: Rig): Rig {
  const index = indexRig(rig);
  const plan = planNumbers(index, { school: rig.preferences.school, channels: 'own', notes: false });
  if (plan.type !== 'plan' || plan.moves.length === 0) return rig;
  const done = apply(rig, renumber(index, plan.moves, 'Plan'));
  return done.ok ? done.value : rig;
}
