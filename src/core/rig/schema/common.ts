// What every row of a rig shares: identifiers, order, marks of work done, texts with limits.
import * as z from 'zod';
import { lineSchema, linesSchema } from '../text';

/** Identifiers are short random strings, unique within a rig; names are never identifiers. */
export const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'an identifier has 1 to 40 letters, digits, _ or -');

/** Steps of a player's own before and after what is entered in a unit: a line each. */
export const setUpSchema = z.object({
  before: z.array(lineSchema(200).min(1)).max(40),
  after: z.array(lineSchema(200).min(1)).max(40),
});
export type SetUp = z.infer<typeof setUpSchema>;
/** Nothing to do before or after. */
export const noSetUp: SetUp = { before: [], after: [] };

/** How far a counter moves on one gesture. */
export const counterStepSchema = z
  .number()
  .int()
  .min(-16383)
  .max(16383)
  .refine((step) => step !== 0, 'a counter moves by at least 1');

/** A name that a person gives: trimmed by the forms, 1–120 characters. */
export const nameSchema = lineSchema(120).min(1, 'a name is needed');
/** A text of one line, at most 200 characters. */
export const shortTextSchema = lineSchema(200);
/** A text of several lines, at most 4000 characters. */
export const noteSchema = linesSchema(4000);

/** The slowest and the fastest that a MIDI clock can be stated to go, in quarter notes a minute. Assumed, no source. */
export const clockBpm = { slowest: 10, fastest: 500 } as const;
/** How fast a MIDI clock goes, in quarter notes a minute. */
export const clockBpmSchema = z.number().min(clockBpm.slowest).max(clockBpm.fastest);

/** Rows are kept in the order of this number, ties by id. It is sparse, so that a row can go between two others. */
export const orderSchema = z.number().finite();

/** When something was done by hand: an ISO 8601 date and time. */
export const markSchema = z.object({ at: z.iso.datetime() });
export type Mark = z.infer<typeof markSchema>;

/**
 * A line ticked as entered: when, what was entered then, fact by fact by its name, and which form of the sheet it was entered from. Ticks of before were set from form 1 (no layers,
 * waits, curves, partners of chords and the like), and kept a time alone: databases tell them by their journal (step 021), rig files when they are read.
 */
export const tickSchema = z.object({
  at: z.iso.datetime(),
  sheet: z.number().int().min(1).max(1000).optional(),
  facts: z.record(z.string().max(40), z.unknown()).optional(),
});
export type Tick = z.infer<typeof tickSchema>;

/** How sure a fact is: tried on this very unit, read in its manual, or heard from somebody. */
export const gradeSchema = z.enum(['tested', 'manual', 'hearsay']);
export type Grade = z.infer<typeof gradeSchema>;

/** A proof of an assignment: when, with which software versions, and on which grade of evidence. */
export const proofSchema = z.object({
  at: z.iso.datetime(),
  versions: shortTextSchema,
  grade: gradeSchema,
});

/**
 * What a fact rests on: the field that states it, the grade, when and with which software version, and a known limit in words
 * ("of a stereo track it moves the left side only").
 */
export const evidenceSchema = z.object({
  fact: lineSchema(60).min(1),
  grade: gradeSchema,
  at: z.iso.date().nullable(),
  version: shortTextSchema,
  limit: noteSchema,
});
export type Evidence = z.infer<typeof evidenceSchema>;
/** At most one piece of evidence for each fact. */
export const evidenceListSchema = z
  .array(evidenceSchema)
  .max(100)
  .refine((list) => new Set(list.map((e) => e.fact)).size === list.length, 'a fact stands here twice')
  .default([]);

/** How a device or program counts and names. */
export const numberStyleSchema = z.object({
  channelBase: z.union([z.literal(0), z.literal(1)]),
  programBase: z.union([z.literal(0), z.literal(1)]),
  notes: z.enum(['number', 'name']),
  middleC: z.union([z.literal(3), z.literal(4), z.literal(5)]),
});

/** A written form of one's own: a template over the lines of the sheet, and what its file is called. */
export const writtenFormSchema = z.object({ fileName: lineSchema(80).min(1), template: linesSchema(40_000) });
export type WrittenForm = z.infer<typeof writtenFormSchema>;
