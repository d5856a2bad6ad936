// What belongs to playing the rig: scenes, songs, gesture scripts, accepted findings.
import * as z from 'zod';
import { idSchema, nameSchema, noteSchema, orderSchema, shortTextSchema } from './common';

/** Parameter values to be set in one go, in each parameter's unit. */
export const sceneSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  values: z.array(z.object({ parameterId: idSchema, value: z.number().finite() })).max(512),
  assignmentId: idSchema.nullable(),
  note: noteSchema,
});

export const songSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  bpm: z.number().min(10).max(400),
  beatsPerBar: z.number().int().min(1).max(32),
  sections: z
    .array(
      z.object({
        name: z.string().max(80),
        bars: z.number().int().min(0).max(999),
        sceneId: idSchema.nullable(),
        bank: z.number().int().min(1).max(128).nullable(),
      }),
    )
    .max(200),
  note: noteSchema,
});

/** A gesture script as data: time in milliseconds, control, gesture or position 0–1. */
export const scriptSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  events: z
    .array(
      z.object({
        atMs: z.number().min(0),
        controlId: idSchema,
        do: z.enum(['press', 'release', 'move']),
        position: z.number().min(0).max(1).nullable(),
      }),
    )
    .max(100_000),
});

/** A finding that somebody accepted, and what it rested on at that moment. */
export const acceptedSchema = z.object({
  id: idSchema,
  order: orderSchema,
  check: shortTextSchema,
  subjectId: idSchema,
  reason: noteSchema,
  restsOn: z.string().max(4000),
  at: z.iso.datetime(),
});
