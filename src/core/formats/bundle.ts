// Files of the library: a template, a profile, or a bundle of many with rigs among them. Each is read whole or not at all, item by item named.
import * as z from 'zod';
import { counted, err, ok, type Result } from '../base';
import {
  asProfile,
  asTemplate,
  brokenProfile,
  brokenTemplate,
  type ControllerTemplate,
  profileRig,
  profileSchema,
  type TargetProfile,
  templateRig,
  templateSchema,
} from '../library';
import { cleanTexts, nameSchema, type Rig, tableNames } from '../rig';
import { type ImportProblem, readJson } from './json';
import { RIG_FORMAT, RIG_FORMAT_VERSION, RIG_ROW_LIMIT, rigFile, rigOf } from './rig-json';

const TEMPLATE_FORMAT = 'keen-dial/template';
const PROFILE_FORMAT = 'keen-dial/profile';
const BUNDLE_FORMAT = 'keen-dial/bundle';
/**
 * Version 2: texts without control characters. Version 3: profiles have presets with contents and the numbers that they come with; older ones have none. Version 4: a
 * controller says where it starts, what it saves at once, and may know five more gestures; older ones say nothing of it. Version 5: controls
 * have a port and a polarity; older ones go out of every port, the right way round. Version 6: templates have groups of switches and arrivals; older ones have none.
 * Version 7: a profile has macros, states, conditions, banks of channels and a written form; older ones have none. Version 9: its banks of channels may move over their
 * rows and to what is selected, and encoders may send a message for each way; older ones do not. Version 10: what an encoder sends from the factory may be clicks or a
 * message for each way; older ones say where it stands. Version 11: a controller may send a clock of its own, which arriving somewhere sets; older ones send none.
 */
const VERSION = 11;

export type ItemKind = 'controller-template' | 'target-profile' | 'rig-template' | 'rig';

/** One thing out of a file, ready to be added: entries of the library are small rigs. */
export interface BundleItem {
  readonly kind: ItemKind;
  readonly name: string;
  readonly summary: string;
  readonly rig: Rig;
  /** Of a rig template: whether its numbers are kept or dealt anew. */
  readonly numbers: 'kept' | 'anew';
  /** Whether characters that cannot be printed were taken out of the texts of an older file. */
  readonly cleaned: boolean;
}

const head = <F extends string>(format: F) => ({
  format: z.literal(format),
  formatVersion: z.number().int().min(1).max(VERSION),
});

/** A file with one controller template. */
export const templateFileSchema = z.object({ ...head(TEMPLATE_FORMAT), template: templateSchema });
/** A file with one target profile. */
export const profileFileSchema = z.object({ ...head(PROFILE_FORMAT), profile: profileSchema });
/** Rigs inside are whole rig files, with their own format and version. */
export const bundleSchema = z.object({
  ...head(BUNDLE_FORMAT),
  name: nameSchema,
  templates: z.array(templateSchema).max(2000),
  profiles: z.array(profileSchema).max(2000),
  rigTemplates: z
    .array(z.object({ numbers: z.enum(['kept', 'anew']), rig: z.looseObject({ format: z.literal(RIG_FORMAT) }) }))
    .max(500),
  rigs: z.array(z.looseObject({ format: z.literal(RIG_FORMAT) })).max(500),
});

const text = (file: object): string => `${JSON.stringify(file, null, 2)}\n`;

/** A controller template as a file. */
export const writeTemplate = (template: ControllerTemplate): string =>
  text({ format: TEMPLATE_FORMAT, formatVersion: VERSION, template });
/** A target profile as a file. */
export const writeProfile = (profile: TargetProfile): string => text({ format: PROFILE_FORMAT, formatVersion: VERSION, profile });

/** Templates, profiles, rig templates and rigs as one file. */
export function writeBundle(bundle: {
  readonly name: string;
  readonly templates: readonly ControllerTemplate[];
  readonly profiles: readonly TargetProfile[];
  readonly rigTemplates: readonly { readonly numbers: 'kept' | 'anew'; readonly rig: Rig }[];
  readonly rigs: readonly Rig[];
}): string {
  const { name, templates, profiles, rigTemplates, rigs } = bundle;
  return text({
    format: BUNDLE_FORMAT,
    formatVersion: VERSION,
    name,
    templates,
    profiles,
    rigTemplates: rigTemplates.map(({ numbers, rig }) => ({ numbers, rig: rigFile(rig) })),
    rigs: rigs.map(rigFile),
  });
}

const notOurs: ImportProblem = {
  location: 'format',
  problem: { code: 'not-ours', formats: [RIG_FORMAT, TEMPLATE_FORMAT, PROFILE_FORMAT, BUNDLE_FORMAT] },
};

const outer = z.looseObject({ format: z.string(), formatVersion: z.number() });

/**
 * Reads any of the JSON files of this program: a rig, a template, a profile, a bundle. Refuses what is too large or nested too deeply, what
 * has another format or a newer version, and whatever a schema refuses, each with its place; never returns a part of a file.
 */
export function parseFile(raw: string): Result<readonly BundleItem[], readonly ImportProblem[]> {
  const json = readJson(raw);
  if (!json.ok) return json;
  const envelope = outer.safeParse(json.value);
  if (!envelope.success) return err([notOurs]);
  const { format, formatVersion } = envelope.data;
  if (format !== RIG_FORMAT && formatVersion > VERSION)
    return err([
      {
        location: 'formatVersion',
        problem: { code: 'newer', version: formatVersion, most: VERSION },
      },
    ]);
  const old = formatVersion < (format === RIG_FORMAT ? RIG_FORMAT_VERSION : VERSION);
  const value = old ? cleanTexts(json.value) : json.value;
  const items = itemsOf(format, value);
  return items.ok ? ok(items.value.map((item) => ({ ...item, cleaned: value !== json.value }))) : items;
}

function itemsOf(format: string, value: unknown): Result<readonly BundleItem[], readonly ImportProblem[]> {
  switch (format) {
    case RIG_FORMAT: {
      const rig = rigOf(value);
      return rig.ok ? ok([rigItem(rig.value, 'rig')]) : rig;
    }
    case TEMPLATE_FORMAT: {
      const file = templateFileSchema.safeParse(value);
      if (!file.success) return err(problemsOf(file.error));
      const item = templateItem(file.data.template, 'template');
      return item.ok ? ok([item.value]) : item;
    }
    case PROFILE_FORMAT: {
      const file = profileFileSchema.safeParse(value);
      if (!file.success) return err(problemsOf(file.error));
      const item = profileItem(file.data.profile, 'profile');
      return item.ok ? ok([item.value]) : item;
    }
    case BUNDLE_FORMAT: {
      const file = bundleSchema.safeParse(value);
      return file.success ? bundleItems(file.data) : err(problemsOf(file.error));
    }
    default:
      return err([notOurs]);
  }
}

function bundleItems(bundle: z.infer<typeof bundleSchema>): Result<readonly BundleItem[], readonly ImportProblem[]> {
  const items: BundleItem[] = [];
  const problems: ImportProblem[] = [];
  const take = (item: Result<BundleItem, readonly ImportProblem[]>): void => {
    if (item.ok) items.push(item.value);
    else problems.push(...item.error);
  };
  bundle.templates.forEach((t, i) => void take(templateItem(t, `templates, item ${i + 1}`)));
  bundle.profiles.forEach((p, i) => void take(profileItem(p, `profiles, item ${i + 1}`)));
  const rigItems = (raw: unknown, location: string, numbers: 'kept' | 'anew' | null): void => {
    const rig = rigOf(raw);
    if (rig.ok) items.push(rigItem(rig.value, numbers === null ? 'rig' : 'rig-template', numbers ?? 'kept'));
    else problems.push(...rig.error.map((p) => ({ ...p, location: `${location}, ${p.location}` })));
  };
  bundle.rigTemplates.forEach((t, i) => void rigItems(t.rig, `rigTemplates, item ${i + 1}`, t.numbers));
  bundle.rigs.forEach((r, i) => void rigItems(r, `rigs, item ${i + 1}`, null));
  if (problems.length > 0) return err(problems.slice(0, 20));
  const rows = items.reduce((n, item) => n + tableNames.reduce((m, table) => m + item.rig[table].length, 0), 0);
  return rows > RIG_ROW_LIMIT
    ? err([{ location: 'the file', problem: { code: 'too-many', what: 'rows', count: rows, most: RIG_ROW_LIMIT } }])
    : ok(items);
}

/** A fresh identifier is given when it is written; until then the rig is called so. */
const UNNAMED = 'imported';

function templateItem(parsed: z.infer<typeof templateSchema>, location: string): Result<BundleItem, readonly ImportProblem[]> {
  const broken = brokenTemplate(parsed);
  if (broken !== null) return err([{ location: `${location} (${parsed.name})`, problem: { code: 'invalid', message: broken } }]);
  const template = asTemplate(parsed);
  return ok({
    kind: 'controller-template',
    name: parsed.name,
    summary: parsed.summary,
    rig: templateRig(template, UNNAMED),
    numbers: 'kept',
    cleaned: false,
  });
}

function profileItem(parsed: z.infer<typeof profileSchema>, location: string): Result<BundleItem, readonly ImportProblem[]> {
  const broken = brokenProfile(parsed);
  if (broken !== null) return err([{ location: `${location} (${parsed.name})`, problem: { code: 'invalid', message: broken } }]);
  const profile = asProfile(parsed);
  return ok({
    kind: 'target-profile',
    name: parsed.name,
    summary: parsed.summary,
    rig: profileRig(profile, UNNAMED),
    numbers: 'kept',
    cleaned: false,
  });
}

const rigItem = (rig: Rig, kind: 'rig' | 'rig-template', numbers: 'kept' | 'anew' = 'kept'): BundleItem => ({
  kind,
  name: rig.name,
  summary: `${counted(rig.controllers.length, 'controller')}, ${counted(rig.targets.length, 'target')}, ${rig.assignments.length} functions`,
  rig,
  numbers,
  cleaned: false,
});

const problemsOf = (error: z.ZodError): readonly ImportProblem[] =>
  error.issues.slice(0, 20).map((issue) => ({
    location: issue.path.map(String).join(', ') || 'the file',
    problem: { code: 'invalid', message: issue.message },
  }));
