'use client';
// Which songs are played here: those of the set that was chosen on this device, or all of them. Set, Rehearse and Stage go by the same.
import { useCallback, useEffect, useMemo, useState } from 'react';
import * as z from 'zod';
import { playedIn, type RigIndex, type SetList } from '@/core/rig';
import { recalled, remember } from '../primitives/kept-here';
import { useRig } from '../store/provider';

const KEY = 'keen-dial set';
const keptSchema = z.string().max(64);

export interface Played {
  /** The rig as it is played: with the songs of the chosen set alone. Null until this device was asked which one that is. */
  readonly index: RigIndex | null;
  readonly list: SetList | null;
  /** Null for all songs. */
  readonly choose: (setId: string | null) => void;
}

export function usePlayed(): Played {
  const whole = useRig((s) => s.index);
  const { id } = whole.rig;
  const [chosen, setChosen] = useState<string | null | undefined>(undefined);
  useEffect(() => {
    const recall = (): void => setChosen(recalled(`${KEY} ${id}`, keptSchema));
    recall();
    // Another window of this browser chose: windows that follow each other on Stage play the same.
    const other = ({ key }: StorageEvent): void => {
      if (key === `${KEY} ${id}`) recall();
    };
    window.addEventListener('storage', other);
    return () => window.removeEventListener('storage', other);
  }, [id]);
  const choose = useCallback(
    (setId: string | null): void => {
      setChosen(setId);
      remember(`${KEY} ${id}`, setId);
    },
    [id],
  );
  const index = useMemo(() => {
    if (chosen === undefined) return null;
    const rig = playedIn(whole.rig, chosen);
    return rig === whole.rig ? whole : { ...whole, rig };
  }, [whole, chosen]);
  return { index, list: whole.rig.sets.find((s) => s.id === chosen) ?? null, choose };
}
