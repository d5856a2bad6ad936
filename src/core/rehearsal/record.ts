// The logbook: one way into one section as it was played, kept as it was.
import * as z from 'zod';
import { idSchema, lineSchema } from '../rig';

const foundSchema = z.object({ parameterId: idSchema, value: z.number().finite().nullable() });

/** One attempt, as it is kept. Nothing in it changes afterwards. Times in milliseconds. */
export const attemptRecordSchema = z.object({
  id: idSchema,
  at: z.iso.datetime(),
  songId: idSchema,
  /** Names as they were then: of the section, and of the song that it is in. */
  song: lineSchema(120),
  section: lineSchema(80),
  /** What stands for the way: what is done, gesture by gesture, in words. */
  way: lineSchema(2000),
  /** The share of the song's tempo. */
  share: z.number().min(0.1).max(4),
  /** Whether the drawn panel or a real controller was played. */
  by: z.enum(['panel', 'controller']),
  reached: z.enum(['in-time', 'early', 'late', 'not']),
  ms: z.number().finite().nullable(),
  right: z.boolean(),
  missing: z.array(foundSchema).max(600),
  /** Controllers that stood elsewhere. */
  elsewhere: z.array(idSchema).max(64),
  extra: z
    .array(
      z.object({
        does: z.enum(['press', 'hold', 'move', 'button', 'heard']),
        controllerId: idSchema,
        controlId: idSchema.nullable(),
        ms: z.number().finite(),
        moved: z.array(foundSchema).max(600),
      }),
    )
    .max(200),
  /** Gestures of the way that were not done, in words. */
  leftOut: z.array(lineSchema(1000)).max(200),
});
export type AttemptRecord = z.infer<typeof attemptRecordSchema>;
