// Library entries as files hold them: the same rows as in a rig, without identifiers.
import * as z from 'zod';
import { channelSchema } from '../midi';
import { entryFields, givenSchema, lineSchema, linesSchema, nameSchema, rowSchemas } from '../rig';
import type { TargetProfile } from './profile';
import type { ControllerTemplate } from './template';

const { controller, control, counter, target, parameter, preset, landing } = entryFields;
/** The place of a parameter in the list of its profile, from 0. */
const placeSchema = z.number().int().min(0).max(49_999);

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
  setUp: controller.shape.setUp,
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
  parameters: z.array(parameter.omit({ id: true, order: true, targetId: true })).max(50_000),
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
          note: true,
        })
        .extend({ parameter: placeSchema, given: givenSchema }),
    )
    .max(20_000)
    .default([]),
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
