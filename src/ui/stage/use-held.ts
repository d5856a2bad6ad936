'use client';
// What is too grave for a tap: done once a key or a button was held for a second.
import { useCallback, useEffect, useRef, useState } from 'react';

/** How long it has to be held, in milliseconds. */
const HELD_MS = 1000;

export interface Held {
  /** Whether it is being held now. */
  readonly holding: boolean;
  readonly begin: () => void;
  readonly end: () => void;
}

export function useHeld(done: () => void): Held {
  const [holding, setHolding] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const latest = useRef(done);
  latest.current = done;
  const end = useCallback((): void => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
    setHolding(false);
  }, []);
  const begin = useCallback((): void => {
    if (timer.current !== null) return;
    setHolding(true);
    timer.current = setTimeout(() => {
      timer.current = null;
      setHolding(false);
      latest.current();
    }, HELD_MS);
  }, []);
  useEffect(() => end, [end]);
  return { holding, begin, end };
}
