// A controller on the rig and the controls on its panel. Copied in from a template; later changes of the library never alter a rig.
import * as z from 'zod';
import { channelSchema, messageSchema, messageTypeSchema, relativeCodingSchema } from '../../midi';
import { curveSchema } from '../../values';
import { lineSchema } from '../text';
import {
  clockBpmSchema,
  evidenceListSchema,
  idSchema,
  nameSchema,
  noSetUp,
  noteSchema,
  numberStyleSchema,
  orderSchema,
  setUpSchema,
  shortTextSchema,
  writtenFormSchema,
} from './common';

/** What a control is. */
export const controlKindSchema = z.enum([
  'knob',
  'encoder',
  'fader',
  'ribbon',
  'jog',
  'expression',
  'pad',
  'button',
  'footswitch',
  'key-range',
]);
export type ControlKind = z.infer<typeof controlKindSchema>;

/**
 * The name of a gesture. `hold-release`: letting go after a hold; `tap-hold`: a second tap that is held; `any-release`: letting go, whatever the press became; `latch-on` and
 * `latch-off`: the press that turns the switch's latch on or off.
 */
export const gestureTypeSchema = z.enum([
  'move',
  'press',
  'release',
  'hold',
  'double-tap',
  'repeat',
  'chord',
  'hold-release',
  'tap-hold',
  'any-release',
  'latch-on',
  'latch-off',
]);
export type GestureType = z.infer<typeof gestureTypeSchema>;

/** What a switch can do with its values. */
export const switchModeSchema = z.enum(['momentary', 'latching', 'fixed', 'stepping']);
export type SwitchMode = z.infer<typeof switchModeSchema>;

const milliseconds = z.number().min(0).max(60_000);
const millimetres = z.number().min(0).max(3000);

/** Where a controller stands after switching on. */
const startsAtSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('first') }),
  z.object({ type: z.literal('last') }),
  z.object({ type: z.literal('stated'), bank: z.number().int().min(1).max(128), page: z.number().int().min(1).max(16) }),
]);

/** What the built-in program of a controller can do, and how it behaves. Times in milliseconds. */
export const firmwareSchema = z.object({
  messages: z.array(messageTypeSchema).min(1),
  gestures: z.array(gestureTypeSchema),
  switchModes: z.array(switchModeSchema),
  /** What its encoders can send: where they stand, clicks in a coding, or a message for each way. */
  encoderModes: z.array(z.enum(['absolute', 'each-way', ...relativeCodingSchema.options])),
  messagesPerGesture: z.number().int().min(1).max(256),
  press: z.enum(['always-fires', 'waits']),
  releaseAfterHold: z.enum(['fires', 'suppressed']),
  releaseAfterDoubleTap: z.enum(['fires', 'suppressed']),
  holdMs: milliseconds,
  doubleTapMs: milliseconds,
  chordMs: milliseconds,
  repeatMs: milliseconds,
  banks: z.number().int().min(1).max(128),
  pages: z.number().int().min(1).max(16),
  /** Where it stands after switching on: at its first bank and page, where it was switched off, or at a stated one; at its first where nothing is said. */
  startsAt: startsAtSchema.optional(),
  /** Whether the unit has buttons of its own that step through banks and pages; else only what is assigned leads there. */
  bankButtons: z.boolean().default(true),
  counters: z.number().int().min(0).max(128),
  togglesSurviveBankChange: z.boolean(),
  resendsPositions: z.boolean(),
  releaseLookup: z.enum(['press-layer', 'current-layer']),
  lights: z.enum(['own-state', 'feedback']),
  shows: numberStyleSchema,
  userSlots: z.number().int().min(0).max(1000),
  readOnlySlots: z.number().int().min(0).max(1000),
  /** What is saved at once: a bank with all its pages, one page of a bank, or everything in a slot; a bank where nothing is said. */
  saves: z.enum(['slot', 'bank', 'page']).optional(),
  /** Whether it takes a switch as it rests at switching on for open, so that none is the wrong way round; it does not where nothing is said. */
  sensesPolarity: z.boolean().optional(),
  programmedAt: z.enum(['panel', 'editor', 'browser']),
  /** What its controls do while its editor is connected: work, or send nothing. They work where nothing is said. */
  whileEdited: z.enum(['works', 'silent']).optional(),
  recipe: noteSchema,
});
export type Firmware = z.infer<typeof firmwareSchema>;

/** A unit on this rig. Panel size in millimetres. */
export const controllerSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: nameSchema,
  /** The library entry that it was copied from, and which version of it; version 0 for none. */
  templateId: shortTextSchema,
  templateVersion: z.number().int().min(0).default(0),
  port: shortTextSchema,
  channel: channelSchema,
  width: millimetres.min(20),
  height: millimetres.min(20),
  bankNames: z.array(lineSchema(40)).max(128),
  firmware: firmwareSchema,
  setUp: setUpSchema.default(noSetUp),
  /** The MIDI clock that it sends, and how fast that goes from switching on; null for none. */
  clock: z.object({ bpm: clockBpmSchema }).nullable().default(null),
  /** How its lines are written for it, where somebody said so. */
  form: writtenFormSchema.nullable().default(null),
  /** By the field of `firmware` that states the fact. */
  evidence: evidenceListSchema,
  note: noteSchema,
});
export type Controller = z.infer<typeof controllerSchema>;

/** Gestures on which a control may send something as it leaves the factory. */
export const factoryGestures = [
  'move',
  'press',
  'release',
  'hold',
  'double-tap',
  'repeat',
] as const satisfies readonly GestureType[];

/** How hard a strike has to be to count at all, 0–1, and the curve from there to the hardest. */
const strikeSchema = z.object({ from: z.number().min(0).max(0.99), curve: curveSchema });

/**
 * What a control sends on a gesture as it leaves the factory. On a turn it says where it stands, or counts clicks in a coding (`clicks`), or there is another
 * message for the other way (`back`).
 */
export const factorySchema = z.object({
  gesture: z.enum(factoryGestures),
  message: messageSchema,
  clicks: relativeCodingSchema.optional(),
  back: messageSchema.optional(),
});
export type FactorySend = z.infer<typeof factorySchema>;

/** One control on a panel; `x`, `y` is its top left corner in millimetres from the panel's. */
export const controlSchema = z.object({
  id: idSchema,
  order: orderSchema,
  controllerId: idSchema,
  name: nameSchema,
  kind: controlKindSchema,
  x: millimetres,
  y: millimetres,
  width: millimetres.min(2),
  height: millimetres.min(2),
  family: shortTextSchema,
  familyOrder: z.number().int().min(0),
  side: z.enum(['left', 'right', 'none']),
  subControls: z.array(z.enum(['push', 'touch'])),
  light: z.enum(['none', 'on-off', 'colour']),
  ring: z.boolean(),
  motor: z.boolean(),
  /** Clicks of one turn of an encoder; 0 for what has none. */
  detents: z.number().int().min(0).max(1024),
  display: z.object({ short: z.number().int().min(0).max(64), long: z.number().int().min(0).max(200) }).nullable(),
  calibration: z
    .object({
      low: z.number().min(0).max(1),
      high: z.number().min(0).max(1),
      deadLow: z.number().min(0).max(0.5),
      deadHigh: z.number().min(0).max(0.5),
      curve: curveSchema,
    })
    .nullable(),
  factory: z
    .array(factorySchema)
    .max(6)
    .refine((list) => new Set(list.map((f) => f.gesture)).size === list.length, 'a gesture stands here twice')
    .default([]),
  /** The id of this control in the library entry that it was copied from; empty for none. */
  origin: lineSchema(40).default(''),
  /** The port that what it sends goes out of, where a send says none: wires that begin at it. Empty: all of them. */
  port: shortTextSchema.default(''),
  /** Whether its switch closes when pressed as the jack expects, or opens: then letting go counts as the press. */
  polarity: z.enum(['usual', 'reversed']).default('usual'),
  /** Where it goes by itself when it is let go, 0–1 of its travel; null for what stays where it is left. */
  springsTo: z.number().min(0).max(1).nullable().default(null),
  /** How a strike becomes a velocity: what is softer than `from` (0–1) does not count, the rest goes through the curve. Null: as it is struck. */
  strike: strikeSchema.nullable().default(null),
  /** Whether the pressure that is sent on its move follows each strike by itself, or comes only when it is pressed on purpose. */
  aftertouch: z.enum(['moved', 'after-strike']).default('moved'),
});
export type Control = z.infer<typeof controlSchema>;
/** A control that stays where it is left, and is struck as it is struck. */
export const plainTouch = {
  springsTo: null,
  strike: null,
  aftertouch: 'moved',
} as const satisfies Partial<Record<keyof Control, unknown>>;

/** The fields of a counter, without the rules between them. */
export const counterFields = z.object({
  id: idSchema,
  order: orderSchema,
  controllerId: idSchema,
  name: nameSchema,
  from: z.number().int().min(0).max(16383),
  to: z.number().int().min(0).max(16383),
  step: z.number().int().min(-16383).max(16383),
  atEnd: z.enum(['wrap', 'stop']),
  start: z.number().int().min(0).max(16383),
  /** What the first gesture sends after switching on: the start moved on by one step, or the start itself. */
  firstPress: z.enum(['moves-on', 'sends-start']).default('moves-on'),
});

/**
 * A counter of a controller, which any number of gestures count with: it moves by the gesture's own step, or by `step`, then sends; it wraps modulo its span or
 * stops at its ends.
 */
export const counterSchema = counterFields
  .refine((c) => c.from < c.to, { message: 'a counter counts from a lower to a higher number', path: ['to'] })
  .refine((c) => c.start >= c.from && c.start <= c.to, { message: 'a counter starts inside its span', path: ['start'] })
  .refine((c) => c.step !== 0, { message: 'a counter moves by at least 1', path: ['step'] });
export type Counter = z.infer<typeof counterSchema>;
