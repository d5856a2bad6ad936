// What is moved: a plugin, host, sampler or cue player with its parameters, and how it hears messages.
import * as z from 'zod';
import { channelSchema, messageTypeSchema, relativeCodingSchema, u7Schema } from '../../midi';
import { receiveModeSchema } from '../../modes';
import { curveSchema, scaleSchema } from '../../values';
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
  writtenFormSchema,
} from './common';

/** A run of numbers that a target accepts; `channels` null means every channel. */
const windowSchema = z.object({
  type: messageTypeSchema,
  channels: z.array(channelSchema).nullable(),
  from: z.number().int().min(0).max(16383),
  to: z.number().int().min(0).max(16383),
});

/** Over how many intervals between taps the mean is taken, and the pause in milliseconds after which they start anew. */
export const tapsSchema = z.object({ intervals: z.number().int().min(1).max(16), anewMs: z.number().min(100).max(60_000) });
export type Taps = z.infer<typeof tapsSchema>;
/** The mean of up to four intervals, anew after two seconds. Common practice, no source. */
export const usualTaps: Taps = { intervals: 4, anewMs: 2000 };

/** How numbers get into a target, and whether what it hears while it learns is carried out too. */
export const learningSchema = z.object({ by: z.enum(['both', 'learn', 'type']), meanwhile: z.enum(['as-always', 'nothing']) });
export type Learning = z.infer<typeof learningSchema>;
/** Learnt or typed, and carried out while it learns. Common practice, no source. */
export const usualLearning: Learning = { by: 'both', meanwhile: 'as-always' };

/** How a target listens. Every field is a fact that evidence can be written down for. */
export const receptionSchema = z.object({
  /** Accepted numbers; an empty list accepts everything. */
  windows: z.array(windowSchema).max(200),
  modes: z.array(receiveModeSchema).min(1),
  /** Lowest control value that counts as on; notes count from velocity 1. */
  threshold: u7Schema,
  /**
   * Which messages flip a toggle, and make *set*, *increment* and *decrement* act: every one, those that count as on, or only one that counts as on after one
   * that did not.
   */
  actsOn: z.enum(['any-message', 'at-or-above-threshold', 'rising-edge']),
  relativeEncodings: z.array(relativeCodingSchema),
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
  /** How taps become a tempo: over how many intervals the mean is taken, and after how long a pause they start anew. As `usualTaps` where nothing is said. */
  taps: tapsSchema.optional(),
  /** Whether it goes by a MIDI clock that comes to it, or sends one of its own tempo; neither where nothing is said. */
  clock: z.enum(['ignored', 'followed', 'sent']).optional(),
  /** Whether it does as the channel mode messages say: 120 and 123 let go what is held, 121 resets controllers. It does not where nothing is said. */
  channelModes: z.enum(['ignored', 'obeyed']).optional(),
  /** Whether what is entered in it is heard on the channel that is entered, or on every one (MIDI 1.0: omni); on its own where nothing is said. */
  channels: z.enum(['one', 'all']).optional(),
  /**
   * How its numbers are entered: learnt, typed, or both; and what messages do to it meanwhile: what they do at any time, or nothing. Both, and what they do at any
   * time, where nothing is said.
   */
  learning: learningSchema.optional(),
  /** Whether it wants to be told for each control what kind it is: one that moves, one that stays, one that springs back. It does not where nothing is said. */
  asksKind: z.boolean().optional(),
  shows: numberStyleSchema,
});
export type Reception = z.infer<typeof receptionSchema>;

/** The second direction of a bank: `height` of its lanes are under the controller at a time, and `moved` tells which, as the strips' own parameter does. */
export const bankRowsSchema = z.object({
  moved: idSchema,
  height: z.number().int().min(1).max(32),
  stride: z.number().int().min(1).max(32),
});
export type BankRows = z.infer<typeof bankRowsSchema>;

/** What brings a bank to the selected strip: `selected` is the stepped parameter that tells which one that is; `by` is what fires for it, null for every change of it. */
export const bankToSelectedSchema = z.object({ selected: idSchema, by: idSchema.nullable() });
export type BankToSelected = z.infer<typeof bankToSelectedSchema>;

/**
 * A bank of channels in the host: as many strips as its longest lane has parameters, of which so many are under the controller at a time. What is heard for one of
 * the first `width` parameters of a lane goes to the one that stands there now, and nowhere where its lane has none there. `moved` is the stepped parameter that tells
 * where it stands: its first step is the first strip, each further one `stride` strips on, and it never goes past the last strip. Of a bank with `rows` (clips, say) the
 * first `height` lanes are what is mapped.
 */
export const channelBankSchema = z.object({
  name: lineSchema(60).min(1),
  moved: idSchema,
  width: z.number().int().min(1).max(128),
  stride: z.number().int().min(1).max(128),
  lanes: z.array(z.array(idSchema).min(1).max(1024)).min(1).max(32),
  /** Where it moves over its lanes as well. */
  rows: bankRowsSchema.optional(),
  /** Where something brings it to the selected strip: to the last of its steps that begins no later than there. */
  toSelected: bankToSelectedSchema.optional(),
});
export type ChannelBank = z.infer<typeof channelBankSchema>;

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
  channelBanks: z.array(channelBankSchema).max(16).default([]),
  /** How its lines are written for it, where somebody said so. */
  form: writtenFormSchema.nullable().default(null),
  /** By the field of `reception` that states the fact. */
  evidence: evidenceListSchema,
  note: noteSchema,
});
export type Target = z.infer<typeof targetSchema>;

/**
 * Another parameter that a macro moves along: from one value to another over the whole of its own travel, `from` > `to` backwards. Along with a tempo it may be a time
 * of so many `beats` instead.
 */
export const driveSchema = z.object({
  parameterId: idSchema,
  from: z.number().finite(),
  to: z.number().finite(),
  curve: curveSchema,
  beats: z.number().positive().max(64).optional(),
});
export type Drive = z.infer<typeof driveSchema>;

/** Where a parameter goes from each of its steps as the finger goes down, and as it lifts: a step, or nowhere. */
export const statesSchema = z.object({
  press: z.array(z.number().int().nullable()).max(1024),
  release: z.array(z.number().int().nullable()).max(1024),
});
export type States = z.infer<typeof statesSchema>;

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
  /** What it moves along, where it is a macro. */
  drives: z
    .array(driveSchema)
    .max(64)
    .refine((list) => new Set(list.map((d) => d.parameterId)).size === list.length, 'a parameter stands here twice')
    .default([]),
  /** Whether what it moves along is entered in the target. */
  entered: tickSchema.nullable().default(null),
  /** How presses take it from step to step, where it goes through states of its own. */
  states: statesSchema.nullable().default(null),
  /** What starts it: at once, or the next beat or bar; as its target does what it launches where nothing else is said. */
  launch: z.enum(['target', 'none', 'beat', 'bar']).default('target'),
  /** What another press does while one is waiting: it waits too, takes its place, or takes it back. */
  whileWaiting: z.enum(['waits-too', 'replaces', 'cancels']).default('waits-too'),
  note: noteSchema,
});

/** A parameter that moves nothing along. */
export const plainMacro: Pick<z.infer<typeof parameterFields>, 'drives' | 'entered'> = { drives: [], entered: null };
/** A parameter that has no states of its own, and starts as its target does. */
export const plainInside = {
  states: null,
  launch: 'target',
  whileWaiting: 'waits-too',
} as const satisfies Partial<Record<keyof z.infer<typeof parameterFields>, unknown>>;

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
  .refine((p) => !p.drives.some((d) => d.parameterId === p.id), { message: 'a macro does not move itself', path: ['drives'] })
  .refine(
    ({ states, kind, steps }) =>
      states === null || (kind === 'stepped' && states.press.length === steps.length && states.release.length === steps.length),
    { message: 'states say for each step where a press and its end lead', path: ['states'] },
  )
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
