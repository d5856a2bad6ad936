// Both sides of a function: what a control sends at a place (assignment) and what a target listens for (landing).

import * as z from 'zod';
import { exhaustive } from '../../base';
import { channelSchema, kindOf, messageSchema, relativeCodingSchema, u14Schema, valueMax } from '../../midi';
import { receiveModeSchema } from '../../modes';
import { curveSchema } from '../../values';
import { lineSchema } from '../text';
import {
  clockBpmSchema,
  counterStepSchema,
  gradeSchema,
  idSchema,
  markSchema,
  noteSchema,
  orderSchema,
  proofSchema,
  shortTextSchema,
  tickSchema,
} from './common';
import { translatorSchema } from './translator';

/** Milliseconds within which two switches make a chord. */
export const chordWindowSchema = z.number().min(0).max(5000);
/** How many clicks one click counts at most, turned fast. */
export const accelerationSchema = z.number().min(1).max(32);

/** How hard a note is struck: a velocity of 0 would end it (MIDI 1.0). */
export const velocitySchema = z.number().int().min(1).max(127);

const plainGesture = <T extends string>(type: T) => z.object({ type: z.literal(type) });

/** What a hand or foot does with a control. */
export const gestureSchema = z.discriminatedUnion('type', [
  plainGesture('move'),
  plainGesture('press'),
  plainGesture('release'),
  plainGesture('hold'),
  plainGesture('double-tap'),
  plainGesture('repeat'),
  plainGesture('hold-release'),
  plainGesture('tap-hold'),
  plainGesture('any-release'),
  plainGesture('latch-on'),
  plainGesture('latch-off'),
  z.object({
    type: z.literal('chord'),
    with: idSchema,
    windowMs: chordWindowSchema,
    singlesFire: z.boolean(),
  }),
]);
export type Gesture = z.infer<typeof gestureSchema>;

/** Which values a send puts out. `range` is for what moves (on a press: for its velocity, and 0 on release), the others are for
 * what switches. */
export const behaviourSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('range'), from: u14Schema, to: u14Schema, curve: curveSchema }),
  z.object({ type: z.literal('momentary'), down: u14Schema, up: u14Schema }),
  z.object({ type: z.literal('latching'), first: u14Schema, second: u14Schema }),
  z.object({ type: z.literal('fixed'), value: u14Schema }),
  /**
   * Counts with a counter, by a step of this gesture's own or by the counter's: the number of a program, the value of what carries one; of a note the number too
   * where a velocity says how hard each is struck.
   */
  z.object({
    type: z.literal('stepping'),
    counterId: idSchema,
    step: counterStepSchema.optional(),
    velocity: velocitySchema.optional(),
  }),
  /** Clicks of an endless encoder; turned fast, one click counts up to `acceleration` times. */
  z.object({ type: z.literal('relative'), coding: relativeCodingSchema, acceleration: accelerationSchema }),
  /** The same message for each click one way, and nothing the other way: that has a message of its own. */
  z.object({ type: z.literal('click'), way: z.enum(['up', 'down']), value: u14Schema }),
]);
export type Behaviour = z.infer<typeof behaviourSchema>;

/** All message values that a behaviour names by itself (a counter's are in the counter). */
export function behaviourValues(behaviour: Behaviour): readonly number[] {
  switch (behaviour.type) {
    case 'range':
      return [behaviour.from, behaviour.to];
    case 'momentary':
      return [behaviour.down, behaviour.up];
    case 'latching':
      return [behaviour.first, behaviour.second];
    case 'fixed':
    case 'click':
      return [behaviour.value];
    case 'stepping':
    case 'relative':
      return [];
    default:
      return exhaustive(behaviour);
  }
}

/**
 * On which presses an action is done, where a gesture alternates between two lists: on the first, third, … or on the second, fourth, …; on every one where
 * nothing is said. What moves is not pressed: there it says nothing.
 */
export const turnSchema = z.enum(['first', 'second']);
export type Turn = z.infer<typeof turnSchema>;
const turn = turnSchema.optional();

const sendSchema = z
  .object({
    type: z.literal('send'),
    message: messageSchema,
    behaviour: behaviourSchema,
    pinned: z.boolean(),
    /** The parameters that this send is there for. */
    meant: z.array(idSchema).max(64),
    turn,
    /** The port that it goes out of: over the wires that begin there alone, empty for all of them; that of its control where nothing is said. */
    port: shortTextSchema.optional(),
  })
  .refine((s) => behaviourValues(s.behaviour).every((v) => v <= valueMax(s.message.type)), {
    message: 'this kind of message carries values 0–127',
    path: ['behaviour'],
  })
  .refine((s) => kindOf(s.message.type).carries !== 'choice' || ['fixed', 'stepping', 'click'].includes(s.behaviour.type), {
    message: 'a program message has no value: it is fixed, goes out for each click, or is stepped by a counter',
    path: ['behaviour'],
  })
  .refine((s) => s.behaviour.type !== 'stepping' || s.behaviour.velocity === undefined || s.message.type === 'note', {
    message: 'only a note is struck with a velocity',
    path: ['behaviour'],
  })
  .refine((s) => kindOf(s.message.type).carries !== 'nothing' || s.behaviour.type === 'fixed' || s.behaviour.type === 'click', {
    message: 'this kind of message carries no value: it is fixed',
    path: ['behaviour'],
  });

export type Send = z.infer<typeof sendSchema>;

/** Milliseconds to wait. */
export const waitSchema = z.number().min(0).max(60_000);
/** Keys as they are written down. */
export const keysSchema = lineSchema(80).min(1, 'say which keys');

/** What a function does: sends, goes to a place, waits, sets the clock of its controller, or notes a keystroke; on every press, or on every second. */
export const actionSchema = z.union([
  sendSchema,
  z.object({
    type: z.literal('go'),
    to: z.discriminatedUnion('type', [
      z.object({ type: z.literal('bank'), bank: z.number().int().min(1).max(128) }),
      z.object({ type: z.literal('page'), page: z.number().int().min(1).max(16) }),
      z.object({ type: z.literal('step'), what: z.enum(['bank', 'page']), by: z.number().int().min(-127).max(127) }),
      z.object({ type: z.literal('last-used') }),
    ]),
    turn,
  }),
  z.object({ type: z.literal('wait'), ms: waitSchema, turn }),
  /** Sets the controller's own clock: so fast, or null for one of the taps that tell it. */
  z.object({ type: z.literal('tempo'), bpm: clockBpmSchema.nullable(), turn }),
  /** On what moves, `back` are the keys for the other way: down, or to the left. */
  z.object({ type: z.literal('keystroke'), keys: keysSchema, back: keysSchema.optional(), turn }),
]);
export type Action = z.infer<typeof actionSchema>;

/**
 * What a player wants of a parameter on a gesture: one press on and the next off; on for as long as it is held; once for each press; to follow the travel;
 * a step for each press; one value, whatever it was; the time between presses.
 */
export const wantSchema = z.enum(['stays', 'while-held', 'once', 'sweep', 'steps', 'sets', 'taps']);
export type Want = z.infer<typeof wantSchema>;

/**
 * What a light follows: what the controller's own lights follow, the state of the switch itself, what is sent back, or something that the host decides by
 * rules of its own, which nobody here knows.
 */
export const lightSourceSchema = z.enum(['controller', 'own-state', 'feedback', 'host']);
export type LightSource = z.infer<typeof lightSourceSchema>;

/** How often a light blinks in a second; 0 for steady. More than three flashes a second can hurt (WCAG 2.2, success criterion 2.3.1). */
export const blinkSchema = z.number().min(0).max(3);

/**
 * What a control does on one gesture at one place. The place is controller (through the control) × bank × page × layer;
 * null means every bank, every page, and the Base layer.
 */
export const assignmentSchema = z.object({
  id: idSchema,
  order: orderSchema,
  controlId: idSchema,
  bank: z.number().int().min(1).max(128).nullable(),
  page: z.number().int().min(1).max(16).nullable(),
  layerId: idSchema.nullable(),
  gesture: gestureSchema,
  actions: z.array(actionSchema).min(1).max(64),
  /** What is wanted of each parameter that it is meant for, where somebody said so; of the others it is assumed. */
  wants: z
    .array(z.object({ parameterId: idSchema, want: wantSchema }))
    .max(64)
    .default([]),
  textShort: lineSchema(64),
  textLong: shortTextSchema,
  /** What its light shows while it is on, and while it is off: a name. */
  colour: lineSchema(20),
  colourOff: lineSchema(20).default(''),
  lightBy: lightSourceSchema.default('controller'),
  /** Belongs to the smallest map that already works: entered first. */
  minimum: z.boolean().default(false),
  entered: tickSchema.nullable(),
  saved: markSchema.nullable(),
  proved: proofSchema.nullable(),
  why: noteSchema,
  replaced: noteSchema,
  note: noteSchema,
});
export type Assignment = z.infer<typeof assignmentSchema>;

/** A range of message values, both ends in it. */
export const chosenBySchema = z
  .object({ from: u14Schema, to: u14Schema })
  .refine((c) => c.from <= c.to, { message: 'values run from a lower to a higher one', path: ['to'] });

/** How the number that a target came with is known: tried, read in its manual, heard from somebody, or assumed. */
export const givenSchema = z.enum([...gradeSchema.options, 'assumed']);
export type Given = z.infer<typeof givenSchema>;

/**
 * Something that has to be so, in words; where it is a value of a parameter of the same target it is simulated. `instead`: while it is so, what listens at the same
 * number without saying that is silent, as a mapping of one sound stands in for that of all of them.
 */
export const conditionSchema = z.object({
  words: lineSchema(80).min(1, 'say what has to be so'),
  when: z.object({ parameterId: idSchema, value: z.number().finite() }).nullable(),
  instead: z.boolean().optional(),
});
export type Condition = z.infer<typeof conditionSchema>;

/**
 * One row of what a target listens for. `from`–`to` is the part of the parameter's range that the message covers, in its
 * unit (from > to runs it backwards); `setValue` is used by the mode *set*.
 */
export const landingSchema = z.object({
  id: idSchema,
  order: orderSchema,
  targetId: idSchema,
  parameterId: idSchema,
  port: shortTextSchema,
  address: messageSchema,
  hostLayerId: idSchema.nullable(),
  mode: receiveModeSchema,
  /** How the mode *relative* reads a message; null in every other mode. */
  coding: relativeCodingSchema.nullable(),
  from: z.number().finite(),
  to: z.number().finite(),
  curve: curveSchema,
  takeover: z.enum(['jump', 'pickup', 'scale']),
  setValue: z.number().finite(),
  /**
   * The message values that it acts on: in the mode *set* those that choose its value, null for everything that counts as a press; in the mode *choose* `from` is
   * the value of its first step, null for 0.
   */
  chosenBy: chosenBySchema.nullable().default(null),
  /** How many steps one press goes in the modes *increment* and *decrement*. */
  by: z.number().int().min(1).max(1024).default(1),
  /** Whether it hears its number on the channel of its address, or on every channel (MIDI 1.0: omni). */
  channels: z.enum(['one', 'all']).default('one'),
  /** Whether it hears as its target does, only for what is selected or in front, or wherever that is. */
  scope: z.enum(['target', 'selected', 'locked']).default('target'),
  /** What has to be so in the target for it to do anything. */
  conditions: z.array(conditionSchema).max(8).default([]),
  /** What else is set for it in the target, in the target's own words: a line each. */
  settings: z.array(lineSchema(120).min(1)).max(16).default([]),
  /** Where the target has this from its maker, how that is known: nothing of it is entered, and nothing moves it. Null for what a player enters. */
  given: givenSchema.nullable().default(null),
  entered: tickSchema.nullable(),
  proved: proofSchema.nullable(),
  note: noteSchema,
});
export type Landing = z.infer<typeof landingSchema>;
/** A landing that steps by one, hears on one channel, as its target does, and needs nothing to be so. */
export const plainLanding: { readonly by: 1; readonly channels: 'one'; readonly scope: 'target' } & Pick<
  Landing,
  'conditions' | 'settings'
> = {
  by: 1,
  channels: 'one',
  scope: 'target',
  conditions: [],
  settings: [],
};

/**
 * A layer; Base always exists and has no row. `signal` is what the modifier of a host-made layer sends (on 127, off 0), or what it sends anyway. Of several
 * modifiers all send this one, but for those that `alsoSignals` gives a message of their own: only so can a host know which of them are down.
 */
export const layerSchema = z.object({
  id: idSchema,
  order: orderSchema,
  name: lineSchema(40).min(1),
  letter: lineSchema(2).min(1),
  shape: z.enum(['circle', 'diamond', 'triangle', 'square', 'hexagon']),
  modifierControlId: idSchema.nullable(),
  /** Further controls that open it: each alone, or all of them held together. */
  alsoOpenedBy: z.array(idSchema).max(8).default([]),
  together: z.boolean().default(false),
  mode: z.enum(['while-held', 'toggled', 'next-press']),
  tap: z.array(actionSchema).max(64),
  scope: z.discriminatedUnion('type', [
    z.object({ type: z.literal('all') }),
    z.object({ type: z.literal('controller'), controllerId: idSchema }),
    z.object({ type: z.literal('side'), controllerId: idSchema, side: z.enum(['left', 'right']) }),
  ]),
  madeIn: z.enum(['controller', 'host']),
  signal: messageSchema.nullable(),
  /** Whether the signal is a message of its own that the modifier sends besides, or one that it sends anyway for a function. */
  signalBy: z.enum(['added', 'own']).default('added'),
  /** What further modifiers send instead, where they are told apart: because all of them have to be down, or because each sends its own anyway. */
  alsoSignals: z
    .array(z.object({ controlId: idSchema, message: messageSchema }))
    .max(8)
    .default([]),
  fallsThrough: z.boolean(),
  /** How often the light of its modifier blinks in a second while it is open. */
  blinks: blinkSchema.default(0),
  entered: tickSchema.nullable().default(null),
});
export type Layer = z.infer<typeof layerSchema>;

/**
 * A cable or connection from a port to a port; null filters let everything through. `passesOn`: the unit at its start also
 * sends on it what arrives there (a merge, a hub, a host that routes to a plugin).
 */
export const wireSchema = z.object({
  id: idSchema,
  order: orderSchema,
  from: z.object({ unitId: idSchema, port: shortTextSchema }),
  to: z.object({ unitId: idSchema, port: shortTextSchema }),
  transport: z.enum(['din', 'usb', 'bluetooth', 'network', 'virtual']),
  channels: z.array(channelSchema).nullable(),
  types: z.array(lineSchema(20)).nullable(),
  forNotes: z.boolean(),
  forRemote: z.boolean(),
  passesOn: z.boolean().default(false),
  /** What rewrites messages on the way; null for a plain cable. */
  translator: translatorSchema.nullable().default(null),
  /** Whether its translator is set up as it is planned here. */
  entered: tickSchema.nullable().default(null),
  note: noteSchema,
});
export type Wire = z.infer<typeof wireSchema>;
