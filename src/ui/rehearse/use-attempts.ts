'use client';
// The logbook of the open rig: read once, and added to as it is played.
import { useCallback, useEffect, useState } from 'react';
import type { AttemptRecord } from '@/core/rehearsal';
import { addAttempts, readAttempts } from '@/server/actions/attempts';
import { toast } from '../primitives/toast';

export interface Logbook {
  /** The oldest first. */
  readonly records: readonly AttemptRecord[];
  readonly failed: boolean;
  readonly keep: (records: readonly AttemptRecord[]) => void;
}

/** How often it is tried again, and after how long. */
const TRIES = 5;
const PAUSE_MS = 1500;

export function useAttempts(rigId: string): Logbook {
  const [records, setRecords] = useState<readonly AttemptRecord[]>([]);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let here = true;
    readAttempts(rigId)
      .then((found) => here && setRecords((played) => [...found.toReversed(), ...played]))
      .catch(() => here && setFailed(true));
    return () => {
      here = false;
    };
  }, [rigId]);
  const keep = useCallback(
    (made: readonly AttemptRecord[]): void => {
      if (made.length === 0) return;
      setRecords((was) => [...was, ...made]);
      // What was played has an id: sent twice, it is kept once.
      const send = async (): Promise<string | null> => {
        for (let left = TRIES; ; left--) {
          try {
            return await addAttempts(rigId, made);
          } catch (error) {
            if (left === 0) throw error;
            await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
          }
        }
      };
      send()
        .then((problem) => problem !== null && toast.error('What was played was not kept.', { description: problem }))
        .catch(() =>
          toast.error('What was played was not kept.', {
            description: 'Keen Dial does not answer. It stays here until you leave the page.',
          }),
        );
    },
    [rigId],
  );
  return { records, failed, keep };
}
