// Edits as data: insert, remove and set on rows, and batches of them. Named intents (commands/) build these; the laws
// hold for the four members and therefore for every intent: invert(invert(e)) = e, and apply(apply(rig, e), invert(e)) = rig.

import * as z from 'zod';
import { exhaustive } from '../base';
import { type Row, rowSchemas, type TableName, tableNames } from './schema';
import { lineSchema } from './text';

export type Edit =
  | InsertEdit
  | RemoveEdit
  | {
      readonly type: 'set';
      readonly table: TableName;
      readonly id: string;
      readonly field: string;
      readonly was: unknown;
      readonly to: unknown;
    }
  | { readonly type: 'set-head'; readonly field: 'name' | 'notes' | 'preferences'; readonly was: unknown; readonly to: unknown }
  | { readonly type: 'batch'; readonly label: string; readonly edits: readonly Edit[] };

type InsertEdit = { [T in TableName]: { readonly type: 'insert'; readonly table: T; readonly row: Row<T> } }[TableName];
type RemoveEdit = { [T in TableName]: { readonly type: 'remove'; readonly table: T; readonly was: Row<T> } }[TableName];

const rowEdit = z
  .object({
    type: z.enum(['insert', 'remove']),
    table: z.enum(tableNames),
    row: z.unknown().optional(),
    was: z.unknown().optional(),
  })
  .transform((raw, ctx): InsertEdit | RemoveEdit => {
    const parsed = rowSchemas[raw.table].safeParse(raw.type === 'insert' ? raw.row : raw.was);
    if (!parsed.success) {
      for (const issue of parsed.error.issues)
        ctx.addIssue({ code: 'custom', message: issue.message, path: ['row', ...issue.path] });
      return z.NEVER;
    }
    // The schema of that very table has just accepted the row: the pair is right by construction.
    return (
      raw.type === 'insert'
        ? { type: 'insert', table: raw.table, row: parsed.data }
        : { type: 'remove', table: raw.table, was: parsed.data }
    ) as InsertEdit | RemoveEdit; // border: parsed above
  });

const plain = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('set'),
    table: z.enum(tableNames),
    id: z.string().max(40),
    field: z.string().max(40),
    was: z.unknown(),
    to: z.unknown(),
  }),
  z.object({ type: z.literal('set-head'), field: z.enum(['name', 'notes', 'preferences']), was: z.unknown(), to: z.unknown() }),
]);

const single = z.union([rowEdit, plain]);

/** Most edits of a batch. */
export const MOST_EDITS = 200_000;

/** Part of a batch from outside: an edit, or a batch of such. */
export const partSchema: z.ZodType<Edit> = z.union([
  single,
  z.object({ type: z.literal('batch'), label: lineSchema(200), edits: z.array(single).max(MOST_EDITS) }),
]);

/** An edit from outside (a browser, the journal). Batches nest one level deep at most and hold at most 200,000 edits. */
export const editSchema: z.ZodType<Edit> = z.union([
  single,
  z.object({
    type: z.literal('batch'),
    label: lineSchema(200),
    edits: z.array(partSchema).max(MOST_EDITS),
  }),
]);

/** The edit that takes `edit` back. Edits carry what they overwrite, so nothing else is needed. */
export function invert(edit: Edit): Edit {
  switch (edit.type) {
    case 'insert':
      return removeOf(edit);
    case 'remove':
      return insertOf(edit);
    case 'set':
    case 'set-head':
      return { ...edit, was: edit.to, to: edit.was };
    case 'batch':
      return { ...edit, edits: edit.edits.map(invert).reverse() };
    default:
      return exhaustive(edit);
  }
}

// A table and a row that belong together stay together; the compiler cannot follow that through the union.
const removeOf = (edit: InsertEdit): RemoveEdit => ({ type: 'remove', table: edit.table, was: edit.row }) as RemoveEdit; // border: same pair
const insertOf = (edit: RemoveEdit): InsertEdit => ({ type: 'insert', table: edit.table, row: edit.was }) as InsertEdit; // border: same pair

/** An edit that adds a row. */
export const insert = <T extends TableName>(table: T, row: Row<T>): Edit => ({ type: 'insert', table, row }) as InsertEdit; // border: same pair

/** An edit that takes a row away. */
export const remove = <T extends TableName>(table: T, was: Row<T>): Edit => ({ type: 'remove', table, was }) as RemoveEdit; // border: same pair

/** An edit that gives one field of a row another value. */
export const set = <T extends TableName, F extends keyof Row<T> & string>(
  table: T,
  row: Row<T>,
  field: F,
  to: Row<T>[F],
): Edit => ({
  type: 'set',
  table,
  id: row.id,
  field,
  was: row[field],
  to,
});

/** Several edits as one: all or none, and one undo. */
export const batch = (label: string, edits: readonly Edit[]): Edit => ({ type: 'batch', label, edits });

/** What an edit does, for the undo button and the journal. */
export function labelOf(edit: Edit): string {
  switch (edit.type) {
    case 'batch':
      return edit.label;
    case 'insert':
      return `Add to ${edit.table}`;
    case 'remove':
      return `Delete from ${edit.table}`;
    case 'set':
      return `Change ${edit.field}`;
    case 'set-head':
      return `Change ${edit.field}`;
    default:
      return exhaustive(edit);
  }
}
