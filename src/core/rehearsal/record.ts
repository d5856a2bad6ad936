// The logbook: one way into one section as it was played, kept as it was.
import * as z from 'zod';
import { idSchema, lineSchema, type RigIndex } from '../rig';
import { stepWords, type Transition } from '../stage';
import type { Attempt } from './attempt';

const foundSchema = z.object({ parameterId: idSchema, value: z.number().finite().nullable() });

/** One attempt, as it is kept. Nothing in it changes afterwards. Times in milliseconds. */
export const attemptRecordSchema = z.object({
  id: idSchema,
  at: z.iso.datetime(),
  songId: idSchema,
  /** Names as they were then: of the section, and of the song that it is in. */
  song: lineSchema(120),
  section: lineSchema(80),
  /** What stands for the way: what is done, gesture by gesture, in words. */
  way: lineSchema(2000),
  /** The share of the song's tempo. */
  share: z.number().min(0.1).max(4),
  /** Whether the drawn panel or a real controller was played. */
  by: z.enum(['panel', 'controller']),
  reached: z.enum(['in-time', 'early', 'late', 'not']),
  ms: z.number().finite().nullable(),
  right: z.boolean(),
  missing: z.array(foundSchema).max(600),
  /** Controllers that stood elsewhere. */
  elsewhere: z.array(idSchema).max(64),
  extra: z
    .array(
      z.object({
        does: z.enum(['press', 'hold', 'move', 'button', 'heard']),
        controllerId: idSchema,
        controlId: idSchema.nullable(),
        ms: z.number().finite(),
        moved: z.array(foundSchema).max(600),
      }),
    )
    .max(200),
  /** Gestures of the way that were not done, in words. */
  leftOut: z.array(lineSchema(1000)).max(200),
});
export type AttemptRecord = z.infer<typeof attemptRecordSchema>;

/** The most touches beside the way that are kept of one attempt. */
const MOST = 200;

/** Between the gestures of a way. */
const BETWEEN = '; ';

/** As much of a text as is kept; never half of a character. */
const cut = (text: string, most: number): string => text.slice(0, most).replace(/[\uD800-\uDBFF]$/, '');

/** What stands for a way: its gestures in words; empty where nothing has to be done, or there is no way. */
export const wayKeyOf = (index: RigIndex, { way }: Pick<Transition, 'way'>): string =>
  way.type === 'way' ? cut(way.steps.map((s) => stepWords(index, s)).join(BETWEEN), 2000) : '';

/** An attempt as it goes into the logbook. */
export function recordOf(
  index: RigIndex,
  transition: Transition,
  attempt: Attempt,
  about: Pick<AttemptRecord, 'id' | 'at' | 'share' | 'by'>,
): AttemptRecord {
  const { song, way } = transition;
  const steps = way.type === 'way' ? way.steps : [];
  const { reached, ms, right, missing, elsewhere, extra, leftOut } = attempt;
  return {
    ...about,
    songId: song.id,
    song: song.name,
    section: song.sections[attempt.at]?.name ?? '',
    way: wayKeyOf(index, transition),
    reached,
    ms,
    right,
    missing: missing.slice(0, 600),
    elsewhere: elsewhere.slice(0, 64),
    extra: extra
      .slice(0, MOST)
      .map(({ does, controllerId, controlId, ms, moved }) => ({ does, controllerId, controlId, ms, moved: moved.slice(0, 600) })),
    leftOut: leftOut.slice(0, MOST).flatMap((i) => steps.slice(i, i + 1).map((step) => cut(stepWords(index, step), 1000))),
  };
}
