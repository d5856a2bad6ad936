// How much later than it was meant comes what this player does on this device: measured once by sixteen taps, kept here.
import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';
import { recalled, remember } from '../primitives/kept-here';

const keptSchema = z.object({ ms: z.number().min(-200).max(1000) });
const KEY = 'keen-dial delay';

/** Null where it was not measured. */
export function useDelay(): readonly [number | null, (ms: number) => void] {
  const [ms, setMs] = useState<number | null>(null);
  useEffect(() => setMs(recalled(KEY, keptSchema)?.ms ?? null), []);
  const keep = useCallback((next: number): void => {
    setMs(next);
    remember(KEY, { ms: next });
  }, []);
  return [ms, keep];
}
