'use client';
// How fast this player's feet are, measured by a drill and kept on this device; assumed until then.
import { useCallback, useEffect, useMemo, useState } from 'react';
import * as z from 'zod';
import { type Pace, usualPace } from '@/core/stage';
import { recalled, remember } from '../primitives/kept-here';

const keptSchema = z.object({ a: z.number().min(20).max(5000), b: z.number().min(1).max(5000), on: z.string().max(10) });
const KEY = 'keen-dial pace';

interface Kept extends Pace {
  /** The day on which it was measured, as 2026-11-30. */
  readonly on: string;
}

export interface OwnPace {
  /** Null until this device was asked what it kept. */
  readonly pace: Pace | null;
  /** When it was measured; null where it is assumed. */
  readonly measuredOn: string | null;
  /** Null goes back to what is assumed. */
  readonly keep: (pace: Pace | null) => void;
}

/** The same text for the same pace. */
export const paceKey = (pace: Pace | null): string => (pace ? `${pace.a} ${pace.b}` : '');

export function usePace(): OwnPace {
  const [kept, setKept] = useState<Kept | null | undefined>(undefined);
  useEffect(() => setKept(recalled(KEY, keptSchema)), []);
  const keep = useCallback((pace: Pace | null): void => {
    const next = pace && { a: Math.round(pace.a), b: Math.round(pace.b), on: new Date().toISOString().slice(0, 10) };
    setKept(next);
    remember(KEY, next);
  }, []);
  const pace = useMemo(() => (kept === undefined ? null : kept === null ? usualPace : { a: kept.a, b: kept.b }), [kept]);
  return { pace, measuredOn: kept?.on ?? null, keep };
}
