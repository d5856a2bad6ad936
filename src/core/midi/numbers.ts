// The bounded numbers of MIDI 1.0, each with one schema (for borders) and one checking constructor (for code).
import * as z from 'zod';

/** A channel as people count it, 1–16 (bytes carry 0–15; MIDI 1.0). */
export const channelSchema = z.number().int().min(1).max(16).brand<'Channel'>();
export type Channel = z.infer<typeof channelSchema>;

/** Seven bits, 0–127: a note, a control number, a program or a value (MIDI 1.0 data byte). */
export const u7Schema = z.number().int().min(0).max(127).brand<'U7'>();
export type U7 = z.infer<typeof u7Schema>;

/** Fourteen bits, 0–16383: pitch bend, 14-bit controls, RPN and NRPN numbers (MIDI 1.0). */
export const u14Schema = z.number().int().min(0).max(16383).brand<'U14'>();
export type U14 = z.infer<typeof u14Schema>;

/**
 * A channel 1–16. Throws on anything else: outside data goes through the schema.
 * @example channel(5) // => 5
 */
export const channel = (n: number): Channel => channelSchema.parse(n);

/**
 * A 7-bit number. Throws on anything else.
 * @example u7(127) // => 127
 */
export const u7 = (n: number): U7 => u7Schema.parse(n);

/**
 * A 14-bit number. Throws on anything else.
 * @example u14(16383) // => 16383
 */
export const u14 = (n: number): U14 => u14Schema.parse(n);
