// The library: entries are small rigs of another kind, and what others copy from are their published versions, kept as snapshots.
import { nanoid } from 'nanoid';
import * as z from 'zod';
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
import { err, ok, type Result } from '@/core/result';
import { apply, commonFirmware, commonReception, emptyRig, groupBy, indexRig, type Panel, type Rig, type Row } from '@/core/rig';
import { fromRecord } from '../database/columns';
import type { Database } from '../database/connection';
import { currentRig } from './journal';
import { addRig, type RigKind } from './rigs';
import { recordSchema } from './rows';

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

const entryKinds: readonly EntryKind[] = ['controller-template', 'target-profile', 'rig-template'];
const kindSchema = z.enum(['controller-template', 'target-profile', 'rig-template']);

const aboutOf = (raw: unknown): About => {
  const parsed = aboutSchema.safeParse(JSON.parse(String(raw ?? '{}')));
  return parsed.success ? parsed.data : {};
};

/** What was made here, by name; deleted ones last. What ships is in the core. */
export async function listEntries(db: Database): Promise<readonly ListedEntry[]> {
  const rows = await db.rigs.findAll({ where: { kind: [...entryKinds] }, order: [['name', 'ASC']], raw: true });
  const records = rows.map(recordSchema);
  const panels = await panelsOf(
    db,
    records.filter((r) => r.kind === 'controller-template').map((r) => String(r.id)),
  );
  const listed = records.map((record): ListedEntry => {
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
      panel: panels.get(String(record.id)) ?? null,
    };
  });
  return listed.sort((a, b) => Number(a.deleted) - Number(b.deleted));
}

async function panelsOf(db: Database, ids: readonly string[]): Promise<ReadonlyMap<string, Panel>> {
  const rowsIn = async <T extends 'controllers' | 'controls'>(table: T): Promise<readonly { rigId: string; row: Row<T> }[]> => {
    const found =
      (await db.rows.get(table)?.findAll({ where: { rigId: [...ids] }, order: [['ordinal', 'ASC']], raw: true })) ?? [];
    return found.map((raw) => {
      const record = recordSchema(raw);
      return { rigId: String(record.rigId), row: fromRecord(table, record) };
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
export async function entryOf(db: Database, id: string): Promise<ListedEntry | null> {
  return (await listEntries(db)).find((e) => e.id === id && !e.deleted) ?? null;
}

/** Publishes an entry as it stands: a version that never changes again. Null when it is gone; the old number when nothing was changed. */
export async function publish(db: Database, id: string, label: string): Promise<number | null> {
  return db.write(async (transaction) => {
    const found = await db.rigs.findOne({ where: { id, deletedAt: null, kind: [...entryKinds] }, raw: true, transaction });
    const now = await currentRig(db, id, transaction);
    if (!found || !now) return null;
    const about = aboutOf(recordSchema(found).about);
    if (about.published?.rigVersion === now.version) return about.published.version;
    const version = (about.published?.version ?? 0) + 1;
    await db.snapshots.create(
      { rigId: id, version, body: writeRig(now.rig), at: new Date().toISOString(), label },
      { transaction },
    );
    const next: About = { ...about, published: { version, rigVersion: now.version } };
    await db.rigs.update({ about: JSON.stringify(next) }, { where: { id }, transaction });
    return version;
  });
}

/** The published versions of an entry, the newest first. */
export async function versionsOf(db: Database, id: string): Promise<readonly ListedVersion[]> {
  const rows = await db.snapshots.findAll({
    where: { rigId: id },
    attributes: ['version', 'at', 'label'],
    order: [['version', 'DESC']],
    raw: true,
  });
  return rows.map((row) => {
    const record = recordSchema(row);
    return { version: Number(record.version), at: String(record.at), label: String(record.label) };
  });
}

/** A published version as a rig; the newest without a number. Null when there is none. */
export async function publishedRig(
  db: Database,
  id: string,
  version?: number,
): Promise<{ readonly rig: Rig; readonly version: number } | null> {
  const row = await db.snapshots.findOne({
    where: version === undefined ? { rigId: id } : { rigId: id, version },
    order: [['version', 'DESC']],
    raw: true,
  });
  if (!row) return null;
  const record = recordSchema(row);
  const parsed = parseRig(String(record.body));
  return parsed.ok ? { rig: parsed.value, version: Number(record.version) } : null;
}

/** Where a new entry comes from. */
export type Source =
  | { readonly type: 'empty' }
  | { readonly type: 'shipped'; readonly id: string }
  | { readonly type: 'entry'; readonly id: string }
  | { readonly type: 'unit'; readonly rigId: string; readonly unitId: string };

/** Makes an entry for a controller or target and publishes its first version. The reason when it cannot. */
export async function makeEntry(
  db: Database,
  kind: 'controller-template' | 'target-profile',
  name: string,
  source: Source,
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
  source: Source,
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
      return unreachable(source);
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
  };
}

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
export async function numbersOf(db: Database, id: string): Promise<TemplateNumbers> {
  const found = await db.rigs.findOne({ where: { id }, attributes: ['about'], raw: true });
  return found ? (aboutOf(recordSchema(found).about).numbers ?? 'kept') : 'kept';
}

/** Makes a rig from a template; numbers that are dealt anew are planned in the rig's school. Null when the template is gone. */
export async function startFromTemplate(db: Database, entryId: string, name: string): Promise<string | null> {
  const found = await db.rigs.findOne({ where: { id: entryId, kind: 'rig-template', deletedAt: null }, raw: true });
  const now = await currentRig(db, entryId);
  if (!found || !now) return null;
  const kept = { ...now.rig, name };
  return addRig(db, aboutOf(recordSchema(found).about).numbers === 'anew' ? planned(kept) : kept);
}

function planned(rig: Rig): Rig {
  const index = indexRig(rig);
  const plan = planNumbers(index, { school: rig.preferences.school, channels: 'own', notes: false });
  if (plan.type !== 'plan' || plan.moves.length === 0) return rig;
  const done = apply(rig, renumber(index, plan.moves, 'Plan'));
  return done.ok ? done.value : rig;
}

function unreachable(value: never): never {
  throw new Error(`unhandled source ${JSON.stringify(value)}`);
}
