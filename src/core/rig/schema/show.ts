// What belongs to playing the rig: scenes, songs, gesture scripts, accepted findings.
import * as z from 'zod';
import { lineSchema } from '../text';
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

/** Where a controller should stand by then. What is null may be anything; `layerIds` are the layers that should be open, and no other. */
export const standAtSchema = z.object({
  controllerId: idSchema,
  bank: z.number().int().min(1).max(128).nullable(),
  page: z.number().int().min(1).max(16).nullable(),
  layerIds: z.array(idSchema).max(8).nullable(),
});
export type StandAt = z.infer<typeof standAtSchema>;

/**
 * A song: its sections in order, each at a scene, at places where controllers should stand, or neither. Bars and beats a minute. `bank` is how older rigs said it: of the first
 * controller that has so many; `stands`, where it is there, says it controller by controller.
 */
export const songSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  bpm: z.number().min(10).max(400),
  beatsPerBar: z.number().int().min(1).max(32),
  sections: z
    .array(
      z.object({
        name: lineSchema(80),
        bars: z.number().int().min(0).max(999),
        sceneId: idSchema.nullable(),
        bank: z.number().int().min(1).max(128).nullable(),
        stands: z.array(standAtSchema).max(64).optional(),
      }),
    )
    .max(200),
  note: noteSchema,
});

export type Song = z.infer<typeof songSchema>;
export type SongSection = Song['sections'][number];

/** A set: songs in the order in which they are played, each once. */
export const setListSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  songIds: z.array(idSchema).max(500),
  note: noteSchema,
});
export type SetList = z.infer<typeof setListSchema>;

const at = { atMs: z.number().min(0).max(86_400_000), on: idSchema };
const part = z.number().min(0).max(1);

/**
 * One thing that happens in a script, at a time in milliseconds, to the row that `on` names: a control (press, release, move,
 * turn), a controller (go; edit: whether its editor is connected), a parameter (set, by mouse or preset), a target (look: whether it has the focus or selection), a
 * wire (plug). Positions and velocities are 0–1; a press without a velocity is a plain one.
 */
export const eventSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('press'), ...at, velocity: part.nullable() }),
  z.object({ do: z.literal('release'), ...at }),
  z.object({ do: z.literal('move'), ...at, position: part }),
  z.object({ do: z.literal('turn'), ...at, clicks: z.number().int().min(-1024).max(1024) }),
  z.object({
    do: z.literal('go'),
    ...at,
    bank: z.number().int().min(1).max(128),
    page: z.number().int().min(1).max(16),
  }),
  z.object({ do: z.literal('set'), ...at, value: z.number().finite() }),
  z.object({ do: z.literal('look'), ...at, here: z.boolean() }),
  z.object({ do: z.literal('plug'), ...at, connected: z.boolean() }),
  z.object({ do: z.literal('edit'), ...at, connected: z.boolean() }),
]);
export type ScriptEvent = z.infer<typeof eventSchema>;

/** A gesture script as data, in the order of its times. */
export const scriptSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  events: z.array(eventSchema).max(100_000),
});

/**
 * A search for why nothing arrives: what it was about, the answers so far (question and answer as the table of causes names
 * them), and the cause in which it ended; null while it is open.
 */
export const searchSchema = z.object({
  id: idSchema,
  order: orderSchema,
  at: z.iso.datetime(),
  controllerId: idSchema.nullable(),
  targetId: idSchema.nullable(),
  answers: z.array(z.object({ question: lineSchema(60), answer: lineSchema(60) })).max(60),
  cause: lineSchema(60).nullable(),
  note: noteSchema,
});

/** A finding that somebody accepted, and what it rested on at that moment. */
export const acceptedSchema = z.object({
  id: idSchema,
  order: orderSchema,
  check: shortTextSchema,
  subjectId: idSchema,
  reason: noteSchema,
  restsOn: lineSchema(4000),
  at: z.iso.datetime(),
});
