// How much later than it was meant comes what this player does on this device: measured once by sixteen taps, kept here.
import { useCallback, useEffect, useState } from 'react';
import * as z from 'zod';

const keptSchema = z.object({ ms: z.number().min(-200).max(1000) });
const KEY = 'keen-dial delay';

function recalled(): number | null {
  try {
    const kept = keptSchema.safeParse(JSON.parse(window.localStorage.getItem(KEY) ?? 'null'));
    return kept.success ? kept.data.ms : null;
  } catch {
    // A browser that keeps nothing.
    return null;
  }
}

/** Null where it was not measured. */
export function useDelay(): readonly [number | null, (ms: number) => void] {
  const [ms, setMs] = useState<number | null>(null);
  useEffect(() => setMs(recalled()), []);
  const keep = useCallback((next: number): void => {
    setMs(next);
    try {
      window.localStorage.setItem(KEY, JSON.stringify({ ms: next }));
    } catch {
      // It counts until the page is left.
    }
  }, []);
  return [ms, keep];
}
