'use client';
// What is played through on this device, by wire of a rig: where it is heard, where it goes, and whether the plan of its controller is played here.
import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';

const portSchema = z.object({ id: z.string(), name: z.string() }).nullable();
const wishSchema = z.object({ input: portSchema, output: portSchema, plays: z.boolean(), sysex: z.boolean().default(false) });
export type ThroughWish = z.infer<typeof wishSchema>;

export const noWish: ThroughWish = { input: null, output: null, plays: false, sysex: false };

const KEY = 'keen-dial through';

function recalled(rigId: string): Readonly<Record<string, ThroughWish>> {
  try {
    const kept: unknown = JSON.parse(window.localStorage.getItem(`${KEY} ${rigId}`) ?? 'null');
    const read = z.record(z.string(), wishSchema).safeParse(kept);
    return read.success ? read.data : {};
  } catch {
    // A browser that keeps nothing.
    return {};
  }
}

/** Null until this device was asked what it kept. */
export function useThroughSettings(rigId: string) {
  const [wishes, set] = useState<Readonly<Record<string, ThroughWish>> | null>(null);
  useEffect(() => set(recalled(rigId)), [rigId]);
  const change = useCallback(
    (wireId: string, to: Partial<ThroughWish>): void =>
      set((now) => {
        const next = { ...now, [wireId]: { ...(now?.[wireId] ?? noWish), ...to } };
        try {
          window.localStorage.setItem(`${KEY} ${rigId}`, JSON.stringify(next));
        } catch {
          // Then it holds for as long as the page is open.
        }
        return next;
      }),
    [rigId],
  );
  return { wishes, change };
}
