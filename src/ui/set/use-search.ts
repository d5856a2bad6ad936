'use client';
// A search over the whole set, in a worker of its own: it can be stopped at any moment, and what it found stands for one state of the rig.
import { useEffect, useRef, useState } from 'react';
import type { Rig } from '@/core/rig';
import { toast } from '../primitives/toast';

export interface Search<T> {
  /** Null while nothing was found in this very rig. */
  readonly found: T | null;
  readonly looking: boolean;
  /** Begins anew; `work` asks the worker, and is given whether its search still stands. */
  readonly look: (work: (own: Worker, stands: () => boolean) => Promise<T>) => void;
  readonly stop: () => void;
}

/** Any change of the rig stops the search and takes back what was found; `trouble` is said where the worker fails. */
export function useSearch<T>(rig: Rig, open: () => Worker, trouble: string): Search<T> {
  // With the rig it was found in: of another rig nothing is offered, from the first drawing on.
  const [held, setHeld] = useState<{ readonly rig: Rig; readonly found: T } | null>(null);
  const [looking, setLooking] = useState(false);
  const raw = useRef<Worker | null>(null);
  const stop = (): void => {
    raw.current?.terminate();
    raw.current = null;
    setLooking(false);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig ends the search in the one before
  useEffect(() => stop, [rig]);
  const look: Search<T>['look'] = (work) => {
    stop();
    const own = open();
    const stands = (): boolean => raw.current === own;
    raw.current = own;
    setLooking(true);
    work(own, stands)
      .then((found) => stands() && setHeld({ rig, found }))
      .catch(() => stands() && toast.error(trouble, { description: 'Try it once more.' }))
      .finally(() => stands() && stop());
  };
  return { found: held?.rig === rig ? held.found : null, looking, look, stop };
}
