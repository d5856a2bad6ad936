// Where the history of a rig was folded: steps before that version are gone, and what the devices held then is kept in their place.
import * as z from 'zod';

/** A fold as it lies in its row. `held` is JSON: the functions as they were last entered, for all that the steps before would have told. */
export const foldSchema = z.object({
  rigId: z.string(),
  version: z.number().int().min(0),
  held: z.string().transform((text): unknown => JSON.parse(text)),
  at: z.string(),
});
