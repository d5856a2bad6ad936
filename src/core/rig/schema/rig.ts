// The rig as a whole: a head and eighteen tables of rows.
import * as z from 'zod';
import { assignmentSchema, conditionSchema, landingSchema, layerSchema, wireSchema } from './assignment';
import { idSchema, nameSchema, noteSchema } from './common';
import { controllerSchema, controlSchema, counterFields, counterSchema } from './controller';
import { arrivalFields, arrivalSchema, groupFields, groupSchema } from './places';
import { acceptedSchema, sceneSchema, scriptSchema, searchSchema, setListSchema, songSchema } from './show';
import {
  bankRowsSchema,
  channelBankSchema,
  driveSchema,
  parameterFields,
  parameterSchema,
  presetSchema,
  targetSchema,
} from './target';

/** How the rig is planned. */
export const preferencesSchema = z.object({
  school: z.enum(['undefined-first', 'from-119-down', 'counting-runs', 'notes-for-switches', 'standard-meanings']),
  middleC: z.union([z.literal(3), z.literal(4), z.literal(5)]),
  programBase: z.union([z.literal(0), z.literal(1)]),
  /** Who flips what goes on and off in new functions: the controller, which alternates, or the software, at each press; as the last one where nothing is said. */
  toggles: z.enum(['controller', 'software']).optional(),
});
export type Preferences = z.infer<typeof preferencesSchema>;

/** The tables of a rig by name, each with the schema of its rows. Every row has an `id` and an `order`. */
export const rowSchemas = {
  controllers: controllerSchema,
  controls: controlSchema,
  counters: counterSchema,
  targets: targetSchema,
  parameters: parameterSchema,
  presets: presetSchema,
  wires: wireSchema,
  layers: layerSchema,
  assignments: assignmentSchema,
  groups: groupSchema,
  arrivals: arrivalSchema,
  landings: landingSchema,
  scenes: sceneSchema,
  songs: songSchema,
  sets: setListSchema,
  scripts: scriptSchema,
  accepted: acceptedSchema,
  searches: searchSchema,
} as const;

/** The plain fields of what library entries are made of: for schemas that leave some of them out. */
export const entryFields = {
  controller: controllerSchema,
  control: controlSchema,
  counter: counterFields,
  group: groupFields,
  arrival: arrivalFields,
  target: targetSchema,
  parameter: parameterFields,
  preset: presetSchema,
  landing: landingSchema,
} as const;

/** What stands inside of those. */
export const innerFields = {
  drive: driveSchema,
  condition: conditionSchema,
  channelBank: channelBankSchema,
  bankRows: bankRowsSchema,
} as const;

/**
 * The fields of a row by its schema, in its order, without some: a field that comes later is in every such list that does not leave
 * it out by name.
 */
export const fieldsExcept = (schema: { readonly shape: object }, left: readonly string[]): readonly string[] =>
  Object.keys(schema.shape).filter((field) => !left.includes(field));

export type TableName = keyof typeof rowSchemas;
type RowMap = { [T in TableName]: z.infer<(typeof rowSchemas)[T]> };
export type Row<T extends TableName> = RowMap[T];
export type AnyRow = Row<TableName>;
export type RigTables = { readonly [T in TableName]: readonly Row<T>[] };

/** The tables of a rig, each after those that its rows refer to. */
export const tableNames = [
  'controllers',
  'controls',
  'counters',
  'targets',
  'parameters',
  'presets',
  'wires',
  'layers',
  'assignments',
  'groups',
  'arrivals',
  'landings',
  'scenes',
  'songs',
  'sets',
  'scripts',
  'accepted',
  'searches',
] as const satisfies readonly TableName[];

/** The head of a rig: everything that is not a row of a table. */
export const headSchema = z.object({
  id: idSchema,
  name: nameSchema,
  notes: noteSchema,
  preferences: preferencesSchema,
});
export type Head = z.infer<typeof headSchema>;

export interface Rig extends Head, RigTables {}

/** The rows of one table, with their type. */
export function rowsOf<T extends TableName>(rig: RigTables, table: T): RigTables[T] {
  return rig[table];
}

/** An empty rig. */
export function emptyRig(id: string, name: string): Rig {
  return {
    id,
    name,
    notes: '',
    preferences: { school: 'undefined-first', middleC: 4, programBase: 0 },
    controllers: [],
    controls: [],
    counters: [],
    targets: [],
    parameters: [],
    presets: [],
    wires: [],
    layers: [],
    assignments: [],
    groups: [],
    arrivals: [],
    landings: [],
    scenes: [],
    songs: [],
    sets: [],
    scripts: [],
    accepted: [],
    searches: [],
  };
}
