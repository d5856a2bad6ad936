'use client';
// What was set up for Stage on this device, by rig: where each controller is heard, which are shown, where silence is sent, and from how far the letters are read.
import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';
import { recalled, remember } from '../primitives/kept-here';

/** Centimetres from which letters are read. */
export const DISTANCES = [60, 100, 150, 200, 300] as const;

const portSchema = z.object({ id: z.string(), name: z.string() });

const settingsSchema = z.object({
  /** By controller: the port on which it is heard; what is not named is played on the drawing. */
  heardOn: z.record(z.string(), portSchema),
  /** Controllers that are shown; null for those that the set is played on. */
  shown: z.array(z.string()).nullable(),
  /** Ports to which silence is sent. */
  silence: z.array(portSchema),
  /** By what bars are counted: nothing, the song's own tempo from where the player goes on, or the clock on a port. */
  clock: z.union([z.enum(['none', 'song']), portSchema]).default('none'),
  /** A pedal that goes on to the next section: its port and its message, as a packed message without its value. */
  pedal: z
    .object({ port: portSchema, word: z.number().int().min(0) })
    .nullable()
    .default(null),
  /** Centimetres. */
  distance: z.number().min(30).max(600),
  /** Pixels of this screen that are one millimetre. */
  pixels: z.number().min(1).max(20),
});
export type StageSettings = z.infer<typeof settingsSchema>;

/** A pixel of CSS is 1/96 of an inch where nobody measured (CSS Values and Units). */
const usual: StageSettings = {
  heardOn: {},
  shown: null,
  silence: [],
  clock: 'none',
  pedal: null,
  distance: 100,
  pixels: 96 / 25.4,
};

const KEY = 'keen-dial stage';

/** Null until this device was asked what it kept. */
export function useStageSettings(rigId: string) {
  const [settings, set] = useState<StageSettings | null>(null);
  useEffect(() => set(recalled(`${KEY} ${rigId}`, settingsSchema) ?? usual), [rigId]);
  const change = useCallback(
    (to: Partial<StageSettings>): void =>
      set((now) => {
        const next = { ...(now ?? usual), ...to };
        remember(`${KEY} ${rigId}`, next);
        return next;
      }),
    [rigId],
  );
  return { settings, change };
}

/** Minutes of arc that a capital letter needs to be read at a glance. Common practice for signs, from memory: 20. */
const ARC_MINUTES = 20;
/** Height of capitals by size of writing, of the font that ships. */
const CAPITALS = 0.67;

/** Pixels of writing that is read at a distance in centimetres on a screen with so many pixels a millimetre. */
export function letterPixels({ distance, pixels }: Pick<StageSettings, 'distance' | 'pixels'>): number {
  const millimetres = distance * 10 * Math.tan((ARC_MINUTES / 60) * (Math.PI / 180));
  return (millimetres / CAPITALS) * pixels;
}
