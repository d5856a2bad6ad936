// What holds at a place of a controller beside its functions: switches that release each other, and what happens on arriving at a bank or page.
import * as z from 'zod';
import { actionSchema } from './assignment';
import { idSchema, nameSchema, noteSchema, orderSchema, tickSchema } from './common';

const bank = z.number().int().min(1).max(128).nullable();
const page = z.number().int().min(1).max(16).nullable();

/** The fields of a group of switches, without the rules between them. */
export const groupFields = z.object({
  id: idSchema,
  order: orderSchema,
  controllerId: idSchema,
  name: nameSchema,
  bank,
  page,
  controlIds: z.array(idSchema).max(64),
  /** What a press does on the switch that is on already: it goes off, or stays on and sends again. */
  pressedAgain: z.enum(['turns-off', 'stays-on']),
  /** Whether a switch that another one releases sends what it sends when it goes off. */
  sendsOff: z.boolean(),
  entered: tickSchema.nullable().default(null),
  note: noteSchema,
});

/**
 * Switches of one controller of which at most one is on: pressing one turns the others off, their latches and lights with them. At one bank and page, or null for every
 * one; in Base.
 */
export const groupSchema = groupFields.refine((g) => new Set(g.controlIds).size === g.controlIds.length, {
  message: 'a switch stands here twice',
  path: ['controlIds'],
});
export type SwitchGroup = z.infer<typeof groupSchema>;

/** The fields of an arrival, without the rules between them. */
export const arrivalFields = z.object({
  id: idSchema,
  order: orderSchema,
  controllerId: idSchema,
  bank,
  page,
  actions: z.array(actionSchema).max(64),
  /** Switches whose latches stand on or off from then on; nothing is sent for them. */
  latches: z.array(z.object({ controlId: idSchema, on: z.boolean() })).max(64),
  /** Whether it is done after switching on as well, where the controller starts there. */
  atStart: z.boolean(),
  entered: tickSchema.nullable().default(null),
  note: noteSchema,
});

/**
 * What a controller does on arriving at a bank and page, null for every one: sends, one after another, and latches that it sets. The most exact one of a place is
 * done, as with functions. Nobody presses anything: values are fixed, nothing counts, takes turns or goes elsewhere.
 */
export const arrivalSchema = arrivalFields
  .refine((a) => a.actions.every((x) => x.type !== 'go'), { message: 'arriving somewhere leads nowhere else', path: ['actions'] })
  .refine((a) => a.actions.every((x) => x.type !== 'tempo' || x.bpm !== null), {
    message: 'arriving somewhere taps no tempo',
    path: ['actions'],
  })
  .refine((a) => a.actions.every((x) => x.turn === undefined && (x.type !== 'send' || x.behaviour.type === 'fixed')), {
    message: 'arriving somewhere sends fixed values',
    path: ['actions'],
  });
export type Arrival = z.infer<typeof arrivalSchema>;
