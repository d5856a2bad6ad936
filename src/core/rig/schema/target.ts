// What is moved: a plugin, host, sampler or cue player with its parameters, and how it hears messages.
import * as z from 'zod';
import { channelSchema, messageTypeSchema, u7Schema } from '../../midi';
import { receiveModeSchema } from '../../modes';
import { scaleSchema } from '../../values';
import { lineSchema } from '../text';
import {
  evidenceListSchema,
  idSchema,
  nameSchema,
  noSetUp,
  noteSchema,
  numberStyleSchema,
  orderSchema,
  setUpSchema,
  shortTextSchema,
  tickSchema,
} from './common';

/** A run of numbers that a target accepts; `channels` null means every channel. */
const windowSchema = z.object({
  type: messageTypeSchema,
  channels: z.array(channelSchema).nullable(),
  from: z.number().int().min(0).max(16383),
  to: z.number().int().min(0).max(16383),
});

/** How a target listens. Every field is a fact that evidence can be written down for. */
export const receptionSchema = z.object({
  /** Accepted numbers; an empty list accepts everything. */
  windows: z.array(windowSchema).max(200),
  modes: z.array(receiveModeSchema).min(1),
  /** Lowest control value that counts as on; notes count from velocity 1. */
  threshold: u7Schema,
  /** Which messages flip a toggle, and make *set*, *increment* and *decrement* act. */
  actsOn: z.enum(['any-message', 'at-or-above-threshold']),
  relativeEncodings: z.array(z.enum(['twos-complement', 'binary-offset', 'sign-magnitude'])),
  /** Part of the travel that one click moves, 0–1. */
  relativeStep: z.number().min(0).max(1),
  fourteenBit: z.enum(['act-on-each', 'wait-for-low-byte']),
  takeover: z.array(z.enum(['jump', 'pickup', 'scale'])),
  rejectGap: u7Schema.nullable(),
  scope: z.enum(['always', 'selected-track', 'focused-window', 'locked']),
  livesIn: z.enum(['controller-slot', 'plugin-instance', 'project', 'host-wide', 'instrument-template']),
  keepsStandardMeanings: z.boolean(),
  tellsPortsApart: z.boolean(),
  feedback: z.enum(['none', 'same-address']),
  launchQuantisation: z.enum(['none', 'beat', 'bar']),
  shows: numberStyleSchema,
});
export type Reception = z.infer<typeof receptionSchema>;

/** What is moved: a plugin, host, sampler, looper, mixer, lighting or cue player. */
export const targetSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  kind: z.enum(['plugin', 'host', 'sampler', 'looper', 'mixer', 'lighting', 'cue-player']),
  /** The library entry that it was copied from, and which version of it; version 0 for none. */
  profileId: shortTextSchema,
  profileVersion: z.number().int().min(0).default(0),
  port: shortTextSchema,
  version: shortTextSchema,
  reception: receptionSchema,
  setUp: setUpSchema.default(noSetUp),
  /** By the field of `reception` that states the fact. */
  evidence: evidenceListSchema,
  note: noteSchema,
});
export type Target = z.infer<typeof targetSchema>;

/** The fields of a parameter, without the rules between them. */
export const parameterFields = z.object({
  id: idSchema,
  order: orderSchema,
  targetId: idSchema,
  name: nameSchema,
  group: shortTextSchema,
  kind: z.enum(['continuous', 'stepped', 'toggle', 'trigger']),
  unit: lineSchema(20),
  lowest: z.number().finite(),
  highest: z.number().finite(),
  scale: scaleSchema,
  centre: z.enum(['linear', 'at64']),
  steps: z.array(lineSchema(60)).max(1024),
  default: z.number().finite(),
  start: z.number().finite(),
  role: lineSchema(40),
  tags: z.array(z.enum(['loudness', 'feedback', 'hazard', 'panic', 'urgent'])),
  tolerance: z.number().positive().nullable(),
  /** By the field of the parameter that states the fact. */
  evidence: evidenceListSchema,
  /** The id of this parameter in the library entry that it was copied from; empty for none. */
  origin: lineSchema(40).default(''),
  /** What comes after its last step where something walks through them: the first one, or nothing. */
  atEnd: z.enum(['wrap', 'stop']).default('wrap'),
  /** Whether it hears only while its target is in front, though the rest of the target always does. */
  needsFront: z.boolean().default(false),
  note: noteSchema,
});

/**
 * A parameter. Values are in its unit; a stepped parameter counts its steps from 0, a toggle is 0 or 1, a trigger counts
 * how often it fired.
 */
export const parameterSchema = parameterFields
  .refine((p) => p.lowest < p.highest, { message: 'the lowest value lies below the highest', path: ['highest'] })
  .refine((p) => p.start >= p.lowest && p.start <= p.highest, {
    message: 'the start value lies inside the range',
    path: ['start'],
  })
  .refine((p) => p.default >= p.lowest && p.default <= p.highest, {
    message: 'the default lies inside the range',
    path: ['default'],
  })
  .refine((p) => p.scale.type !== 'log' || p.lowest > 0, { message: 'a log scale starts above 0', path: ['scale'] })
  .refine((p) => p.kind !== 'stepped' || p.steps.length === p.highest - p.lowest + 1, {
    message: 'a stepped parameter has one name for each step',
    path: ['steps'],
  });
export type Parameter = z.infer<typeof parameterSchema>;

/**
 * What a target keeps under one step of a stepped parameter: values of other parameters of it, in their units. What it does not name stays as it is, or is not
 * known after loading it. One that nothing is stored under loads nothing.
 */
export const presetSchema = z.object({
  id: idSchema,
  order: orderSchema,
  parameterId: idSchema,
  step: z.number().int(),
  stored: z.boolean(),
  rest: z.enum(['stays', 'unknown']),
  values: z
    .array(z.object({ parameterId: idSchema, value: z.number().finite() }))
    .max(512)
    .refine((list) => new Set(list.map((v) => v.parameterId)).size === list.length, 'a parameter stands here twice'),
  entered: tickSchema.nullable().default(null),
  note: noteSchema,
});
export type Preset = z.infer<typeof presetSchema>;
