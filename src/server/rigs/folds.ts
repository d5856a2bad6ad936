// Where histories were folded: what lies in the place of the steps that are gone.
import * as z from 'zod';
import type { HeldBefore } from '@/core/commands';
import { rowSchemas } from '@/core/rig';
import type { Reading } from '../database/connection';

/** What was deleted while it was ticked; folds of before know nothing of it. */
const goneSchema = z.discriminatedUnion('table', [
  z.object({ table: z.literal('layers'), row: rowSchemas.layers }),
  z.object({ table: z.literal('presets'), row: rowSchemas.presets }),
  z.object({ table: z.literal('groups'), row: rowSchemas.groups }),
  z.object({ table: z.literal('arrivals'), row: rowSchemas.arrivals }),
  z.object({ table: z.literal('wires'), row: rowSchemas.wires }),
]);
const heldSchema = z.object({
  assignments: z.array(z.tuple([z.string(), rowSchemas.assignments.nullable()])),
  landings: z.array(z.tuple([z.string(), rowSchemas.landings.nullable()])),
  gone: z.array(z.tuple([z.string(), goneSchema.nullable()])).optional(),
  whole: z.boolean(),
});

/** A fold as it lies in its row: the version where the history begins since then, and what the devices held by the steps that are gone. */
export const foldSchema = z.object({
  rigId: z.string(),
  version: z.number().int().min(0),
  held: z.string().transform((text): HeldBefore => heldSchema.parse(JSON.parse(text))),
  at: z.iso.datetime(),
});
export type Fold = z.infer<typeof foldSchema>;

/** Where the history of a rig was folded; null where it never was. */
export async function foldOf({ one }: Reading, rigId: string): Promise<Fold | null> {
  const row = await one('SELECT * FROM "folds" WHERE "rigId" = $1', [rigId]);
  return row ? foldSchema.parse(row) : null;
}
