// The exchange file of a rig: one JSON document, format `keen-dial/rig`.
import * as z from 'zod';
import { err, ok, type Result } from '../base';
import {
  byOrder,
  cleanTexts,
  firstBroken,
  headSchema,
  type Rig,
  rowSchemas,
  type TableName,
  tableNames,
  withTicksTold,
} from '../rig';
import type { FileProblem } from './file-problem';
import { type ImportProblem, readJson } from './json';

/** What a rig file begins with. */
export const RIG_FORMAT = 'keen-dial/rig';
/** The version that is written; every older one is read. */
export const RIG_FORMAT_VERSION = 25;
/** From this version on no text holds a control character; older files are cleaned. */
const CLEAN_SINCE = 4;
/** Most rows in one rig. */
export const RIG_ROW_LIMIT = 50_000;

const envelope = z.looseObject({ format: z.literal(RIG_FORMAT), formatVersion: z.number().int().min(1) });

const tableShape = {
  controllers: z.array(rowSchemas.controllers),
  controls: z.array(rowSchemas.controls),
  counters: z.array(rowSchemas.counters),
  targets: z.array(rowSchemas.targets),
  parameters: z.array(rowSchemas.parameters),
  presets: z.array(rowSchemas.presets).default([]),
  wires: z.array(rowSchemas.wires),
  layers: z.array(rowSchemas.layers),
  assignments: z.array(rowSchemas.assignments),
  groups: z.array(rowSchemas.groups).default([]),
  arrivals: z.array(rowSchemas.arrivals).default([]),
  landings: z.array(rowSchemas.landings),
  scenes: z.array(rowSchemas.scenes),
  songs: z.array(rowSchemas.songs),
  sets: z.array(rowSchemas.sets).default([]),
  scripts: z.array(rowSchemas.scripts),
  accepted: z.array(rowSchemas.accepted),
  searches: z.array(rowSchemas.searches),
} as const satisfies Record<TableName, z.ZodType>;

/** A whole rig from outside the process: every row through its schema. References are checked by `parseRig`. */
export const rigSchema: z.ZodType<Rig> = headSchema.extend(tableShape);

/** The rig as a file: two spaces of indent, so that it can be compared line by line under version control. */
export const writeRig = (rig: Rig): string => `${JSON.stringify(rigFile(rig), null, 2)}\n`;

/** The rig as it stands in a file. */
export function rigFile(rig: Rig): object {
  const { id, name, notes, preferences, ...tables } = rig;
  return { format: RIG_FORMAT, formatVersion: RIG_FORMAT_VERSION, id, name, notes, preferences, ...tables };
}

/**
 * Reads a rig file. Refuses what is too large, no JSON, another format, a newer version, a row that does not fit its schema,
 * an identifier used twice, and a reference to nothing — each time naming where. Never returns half a rig.
 */
export function parseRig(text: string): Result<Rig, readonly ImportProblem[]> {
  const read = readRigFile(text);
  return read.ok ? ok(read.value.rig) : read;
}

/** As `parseRig`; also whether characters were taken out of the texts of an older file, which whoever gave it is told (`cleanedNotice`). */
export function readRigFile(text: string): Result<{ readonly rig: Rig; readonly cleaned: boolean }, readonly ImportProblem[]> {
  const json = readJson(text);
  if (!json.ok) return json;
  const rig = rigOf(json.value);
  return rig.ok ? ok({ rig: rig.value, cleaned: isOld(json.value) && cleanTexts(json.value) !== json.value }) : rig;
}

/** Said where an old file held characters that cannot be printed. */
export const cleanedNotice = 'Characters that cannot be seen or printed were taken out of its texts.';

const isOld = (raw: unknown): boolean => {
  const outer = envelope.safeParse(raw);
  return outer.success && outer.data.formatVersion < CLEAN_SINCE;
};

/** As `parseRig`, from JSON that is parsed already: a rig inside of another file. */
export function rigOf(raw: unknown): Result<Rig, readonly ImportProblem[]> {
  const refuse = (location: string, problem: FileProblem) => err([{ location: location, problem }]);
  const outer = envelope.safeParse(raw);
  if (!outer.success) return refuse('format', { code: 'no-rig', format: RIG_FORMAT });
  if (outer.data.formatVersion > RIG_FORMAT_VERSION) {
    return refuse('formatVersion', { code: 'newer', version: outer.data.formatVersion, most: RIG_FORMAT_VERSION });
  }
  const parsed = rigSchema.safeParse(migrated(raw, outer.data.formatVersion));
  if (!parsed.success)
    return err(
      parsed.error.issues
        .slice(0, 20)
        .map((issue) => ({ location: locationOf(issue.path, raw), problem: { code: 'invalid', message: issue.message } })),
    );
  return checked(parsed.data);
}

const scriptsOfVersion1 = z.looseObject({
  scripts: z.array(
    z.looseObject({
      events: z.array(
        z.object({
          atMs: z.number(),
          controlId: z.string(),
          do: z.enum(['press', 'release', 'move']),
          position: z.number().nullable(),
        }),
      ),
    }),
  ),
});

/**
 * A file of an older version as the present one would have written it. Version 2: script events name what they act on as `on`.
 * Version 3: the table of searches; evidence, factory numbers, origins and the mark of the minimum map have defaults. Version 4: texts without
 * control characters. Version 5: what is wanted of a parameter, assumed where nobody said it. Version 6:
 * ticks keep what was entered, and layers can be ticked; older ticks have a time alone, and get what the file says now. Version 7: lights have a colour while off and something that they
 * follow, and layers may blink: as they were, steady and as their controller does it. Version 8: gestures count by steps of their own, and a counter may begin
 * by sending its start: as they were, by the counter's step, moving on at once. Version 9: a gesture may alternate between two lists; older ones do all on every press. Version 10: a layer has
 * further modifiers, each alone or together, and may listen for what its modifier sends anyway; older ones have one, and a signal of their own.
 * Version 11: a landing may act on some values only; older ones act on every press. Version 12: units have steps of
 * set-up of a player's own; older ones have none. Version 13: presets hold values, a parameter says what comes after its last step and whether it hears only in
 * front; older ones hold none, go round and hear as their target does. Version 14: a landing may be one that its target came
 * with; older ones are all entered by hand. Version 15: switches may release each other, something may be done on arriving at a bank or page, there are five more gestures, and a
 * unit says where it starts; older ones have none of it, and start at their first bank. Version 16: controls
 * and sends may go out of one port of their unit, and a switch may be the wrong way round; older ones go out of all, and are as their jack expects. Version 17: a counter may give a note
 * its number, and a landing may hear a run of numbers; older notes count how hard they are struck, and older landings hear one number. Version 18: a rig may say who flips
 * what goes on and off; older ones do not. Version 19: a parameter may move others along, go through states, and start at the beat or bar by itself; a landing may step by more than one,
 * hear only or not only what is selected, and need something to be so; a target has banks of channels and a written form of its own; a control may spring back, count strikes
 * from a threshold and send pressure behind them. In older ones nothing of that is there. Version 22: a section may say of each controller where it should stand, and songs may be put
 * together to sets; older sections name one bank, and all songs are played in their order. Version 23: a bank of channels may move over its rows and to what is selected, an encoder
 * may send a message for each way, and a target may follow a MIDI clock or send one, with times that last so many beats, and a landing may stand in
 * for others at its number; older ones do not. Version 24: further modifiers of a layer made in a host may send messages of their own; in older ones all send one.
 */
function migrated(raw: unknown, version: number): unknown {
  return version >= CLEAN_SINCE ? raw : cleanTexts(version >= 3 ? raw : migratedTo3(version >= 2 ? raw : migratedTo2(raw)));
}

function migratedTo3(raw: unknown): unknown {
  const old = z.looseObject({}).safeParse(raw);
  return old.success ? { ...old.data, searches: [] } : raw;
}

const rowsOfVersion1 = z.looseObject({ controls: z.array(z.looseObject({})), landings: z.array(z.looseObject({})) });

/** The first files of version 1 knew neither the clicks of an encoder nor how a landing reads them. */
function withFirstColumns(raw: unknown): unknown {
  const old = rowsOfVersion1.safeParse(raw);
  if (!old.success) return raw;
  return {
    ...old.data,
    controls: old.data.controls.map((c) => ({ detents: c.kind === 'encoder' ? 24 : 0, ...c })),
    landings: old.data.landings.map((l) => ({ coding: null, ...l })),
  };
}

function migratedTo2(first: unknown): unknown {
  const raw = withFirstColumns(first);
  const old = scriptsOfVersion1.safeParse(raw);
  if (!old.success) return raw;
  const scripts = old.data.scripts.map((script) => ({
    ...script,
    events: script.events.map(({ atMs, controlId: on, do: what, position }) =>
      what === 'move'
        ? { do: what, atMs, on, position: position ?? 0 }
        : what === 'press'
          ? { do: what, atMs, on, velocity: null }
          : { do: what, atMs, on },
    ),
  }));
  return { ...old.data, scripts };
}

function checked(rig: Rig): Result<Rig, readonly ImportProblem[]> {
  const seen = new Set<string>();
  let rows = 0;
  for (const table of tableNames) {
    for (const row of rig[table]) {
      rows++;
      if (seen.has(row.id)) return err([{ location: `${table}, id ${row.id}`, problem: { code: 'id-twice' } }]);
      seen.add(row.id);
    }
  }
  if (rows > RIG_ROW_LIMIT)
    return err([{ location: 'the file', problem: { code: 'too-many', what: 'rows', count: rows, most: RIG_ROW_LIMIT } }]);
  const broken = firstBroken(rig);
  if (broken)
    return err([
      {
        location: `${broken.table}, id ${broken.row.id}, ${broken.reference.field}`,
        problem: { code: 'dangling', id: broken.reference.id },
      },
    ]);
  return ok(withTicksTold(sorted(rig)));
}

function sorted(rig: Rig): Rig {
  return {
    ...rig,
    controllers: [...rig.controllers].sort(byOrder),
    controls: [...rig.controls].sort(byOrder),
    counters: [...rig.counters].sort(byOrder),
    targets: [...rig.targets].sort(byOrder),
    parameters: [...rig.parameters].sort(byOrder),
    presets: [...rig.presets].sort(byOrder),
    wires: [...rig.wires].sort(byOrder),
    layers: [...rig.layers].sort(byOrder),
    assignments: [...rig.assignments].sort(byOrder),
    landings: [...rig.landings].sort(byOrder),
    scenes: [...rig.scenes].sort(byOrder),
    songs: [...rig.songs].sort(byOrder),
    sets: [...rig.sets].sort(byOrder),
    scripts: [...rig.scripts].sort(byOrder),
    accepted: [...rig.accepted].sort(byOrder),
    searches: [...rig.searches].sort(byOrder),
  };
}

const named = z.looseObject({ name: z.string() });

/** `assignments, row 3, actions.0.message.number`: counted from 1, with the row's name where it has one. */
function locationOf(path: readonly PropertyKey[], raw: unknown): string {
  const [table, row, ...rest] = path.map(String);
  if (table === undefined) return 'the file';
  if (row === undefined) return table;
  const rows = z.looseObject({ [table]: z.array(z.unknown()) }).safeParse(raw);
  const list: unknown = rows.success ? rows.data[table] : undefined;
  const entry = Array.isArray(list) ? named.safeParse(list[Number(row)]) : null;
  const name = entry?.success ? ` (${entry.data.name.slice(0, 40)})` : '';
  return [`${table}, row ${Number(row) + 1}${name}`, rest.join('.')].filter((s) => s !== '').join(', ');
}
