// A translator: a box on a wire (or software between two ports) that rewrites what goes through, line by line.
import * as z from 'zod';
import { channelSchema, u7Schema, u14Schema } from '../../midi';
import { curveSchema } from '../../values';
import { lineSchema } from '../text';

/** What a translator can read and write: messages that are one word each. What several control changes carry together it meets part by part. */
export const translatedTypeSchema = z.enum(['cc', 'note', 'program', 'pitch-bend', 'channel-pressure', 'poly-pressure']);
export type TranslatedType = z.infer<typeof translatedTypeSchema>;

/**
 * What becomes of a value: `ends` puts 0 on `from` and the largest on `to`, along a curve; `table` gives the value of the first step that reaches it, and of the
 * last one where none does.
 */
export const translatedValuesSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('ends'), from: u14Schema, to: u14Schema, curve: curveSchema }),
  z.object({
    type: z.literal('table'),
    steps: z
      .array(z.object({ upTo: u14Schema, value: u14Schema }))
      .min(1)
      .max(128),
  }),
]);
export type TranslatedValues = z.infer<typeof translatedValuesSchema>;

/** A message that is made of one that fits. `channel` and `number` null: as it came, the number moved by `shift` (of what has none, counted from 0); what would leave 0–127 is not made. */
export const translatedSchema = z.object({
  type: translatedTypeSchema,
  channel: channelSchema.nullable(),
  number: u7Schema.nullable(),
  shift: z.number().int().min(-127).max(127),
  values: translatedValuesSchema,
});
export type Translated = z.infer<typeof translatedSchema>;

/** What one line is about: a kind, a channel or all of them (null), and numbers from `lowest` to `highest` where the kind has any. */
export const translatedFromSchema = z.object({
  type: translatedTypeSchema,
  channel: channelSchema.nullable(),
  lowest: u7Schema,
  highest: u7Schema,
});

/** The messages that take its place; none where it is stopped. */
export const translatorLineSchema = z.object({ from: translatedFromSchema, to: z.array(translatedSchema).max(8) });
export type TranslatorLine = z.infer<typeof translatorLineSchema>;

/** The first line that fits is done. `rest`: what becomes of channel messages that no line is about; system messages go through as they are. */
export const translatorSchema = z.object({
  name: lineSchema(40),
  lines: z.array(translatorLineSchema).max(64),
  rest: z.enum(['passes', 'stops']),
});
export type Translator = z.infer<typeof translatorSchema>;
