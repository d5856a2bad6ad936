// Library entries as files hold them: the same rows as in a rig, without identifiers.
import * as z from 'zod';
import { channelSchema } from '../midi';
import { entryFields, givenSchema, innerFields, lineSchema, linesSchema, nameSchema, rowSchemas } from '../rig';
import { arrivalRows, groupRows } from './places';
import type { TargetProfile } from './profile';
import type { ControllerTemplate } from './template';

const { controller, control, counter, group, arrival, target, parameter, preset, landing } = entryFields;
/** The place of a parameter in the list of its profile, from 0. */
const placeSchema = z.number().int().min(0).max(49_999);
const { drive, condition, channelBank, bankRows } = innerFields;

/** The place of a control in the panel of its template, from 0. */
const panelPlaceSchema = z.number().int().min(0).max(1999);

/** One control of a template; `origin` is its identifier within the template. */
const panelControlSchema = control.omit({ id: true, order: true, controllerId: true });

/** A controller template as a file holds it. */
export const templateSchema = z.object({
  id: lineSchema(60).default(''),
  version: z.number().int().min(0).default(0),
  name: nameSchema,
  summary: linesSchema(4000),
  channel: channelSchema,
  bankNames: controller.shape.bankNames,
  firmware: controller.shape.firmware,
  panel: z.object({
    width: controller.shape.width,
    height: controller.shape.height,
    controls: z.array(panelControlSchema).max(2000),
  }),
  counters: z
    .array(counter.omit({ id: true, order: true, controllerId: true }))
    .max(128)
    .default([]),
  groups: z
    .array(
      group
        .pick({ name: true, bank: true, page: true, pressedAgain: true, sendsOff: true, note: true })
        .extend({ controls: z.array(panelPlaceSchema).max(64) }),
    )
    .max(500)
    .default([]),
  arrivals: z
    .array(
      arrival
        .pick({ bank: true, page: true, actions: true, atStart: true, note: true })
        .extend({ latches: z.array(z.object({ control: panelPlaceSchema, on: z.boolean() })).max(64) }),
    )
    .max(500)
    .default([]),
  setUp: controller.shape.setUp,
  clock: controller.shape.clock,
  form: controller.shape.form,
  evidence: controller.shape.evidence,
  note: controller.shape.note,
});

/** A target profile as a file holds it. */
export const profileSchema = z.object({
  id: lineSchema(60).default(''),
  version: z.number().int().min(0).default(0),
  name: nameSchema,
  summary: linesSchema(4000),
  kind: target.shape.kind,
  reception: target.shape.reception,
  parameters: z
    .array(
      parameter.omit({ id: true, order: true, targetId: true, drives: true, entered: true }).extend({
        moves: z
          .array(drive.omit({ parameterId: true }).extend({ parameter: placeSchema }))
          .max(64)
          .optional(),
      }),
    )
    .max(50_000),
  presets: z
    .array(
      preset.pick({ step: true, stored: true, rest: true, note: true }).extend({
        parameter: placeSchema,
        values: z.array(z.object({ parameter: placeSchema, value: z.number().finite() })).max(512),
      }),
    )
    .max(2000)
    .default([]),
  numbers: z
    .array(
      landing
        .pick({
          address: true,
          mode: true,
          coding: true,
          from: true,
          to: true,
          curve: true,
          takeover: true,
          setValue: true,
          chosenBy: true,
          by: true,
          channels: true,
          scope: true,
          note: true,
        })
        .extend({
          parameter: placeSchema,
          given: givenSchema,
          conditions: z
            .array(
              condition
                .pick({ words: true, instead: true })
                .extend({ when: z.object({ parameter: placeSchema, value: z.number().finite() }).nullable() }),
            )
            .max(8)
            .default([]),
        }),
    )
    .max(20_000)
    .default([]),
  channelBanks: z
    .array(
      channelBank.omit({ moved: true, lanes: true, rows: true, toSelected: true }).extend({
        moved: placeSchema,
        lanes: z.array(z.array(placeSchema).min(1).max(1024)).min(1).max(32),
        rows: bankRows.extend({ moved: placeSchema }).optional(),
        toSelected: z.object({ selected: placeSchema, by: placeSchema.nullable() }).optional(),
      }),
    )
    .max(16)
    .default([]),
  form: target.shape.form,
  software: target.shape.version.default(''),
  setUp: target.shape.setUp,
  evidence: target.shape.evidence,
  note: target.shape.note,
});

/** The first rule between fields that a template breaks; null when all hold. The schema itself cannot say these. */
export function brokenTemplate(template: z.infer<typeof templateSchema>): string | null {
  for (const counterDraft of template.counters) {
    const parsed = rowSchemas.counters.safeParse({ ...counterDraft, id: 'x', order: 0, controllerId: 'x' });
    if (!parsed.success) return `counter ${counterDraft.name}: ${parsed.error.issues[0]?.message ?? 'not valid'}`;
  }
  const ids = template.panel.controls.map((_, i) => `c${i}`);
  const key = (n: number) => ({ id: `x${n}`, order: n });
  for (const row of groupRows(template.groups, 'x', ids, key)) {
    const parsed = rowSchemas.groups.safeParse(row);
    if (!parsed.success) return `group ${row.name}: ${parsed.error.issues[0]?.message ?? 'not valid'}`;
  }
  for (const row of arrivalRows(template.arrivals, 'x', ids, key)) {
    const parsed = rowSchemas.arrivals.safeParse(row);
    if (!parsed.success) return `arrival ${row.order + 1}: ${parsed.error.issues[0]?.message ?? 'not valid'}`;
  }
  for (const c of template.panel.controls)
    if (c.x + c.width > template.panel.width + 0.05 || c.y + c.height > template.panel.height + 0.05)
      return `${c.name} lies outside of the panel`;
  return null;
}

/** As `brokenTemplate`, for a profile. */
export function brokenProfile(profile: z.infer<typeof profileSchema>): string | null {
  for (const draft of profile.parameters) {
    const parsed = rowSchemas.parameters.safeParse({ ...draft, id: 'x', order: 0, targetId: 'x' });
    if (!parsed.success) return `parameter ${draft.name}: ${parsed.error.issues[0]?.message ?? 'not valid'}`;
  }
  return null;
}

// What is read is what the rest of the program works with.
/** What a schema read, as a template. */
export const asTemplate = (parsed: z.infer<typeof templateSchema>): ControllerTemplate => parsed;
/** What a schema read, as a profile. */
export const asProfile = (parsed: z.infer<typeof profileSchema>): TargetProfile => parsed;
