'use client';
// What was just done, told with a way back.
import { useCallback } from 'react';
import { toast } from '../primitives/toast';
import { useRigStore } from './provider';

/** Long enough to read it, look at what became of it, and press. */
const SHOWN_MS = 12_000;

/** Tells what was just done. Its *Undo* takes back that very change, and nothing that came after it: then it says so. */
export function useUndoable(): (title: string, description?: string) => void {
  const store = useRigStore();
  return useCallback(
    (title, description) => {
      const made = store.getState().undoId;
      const takeBack = (): void => {
        const { undoId, undo } = store.getState();
        if (undoId === made) undo();
        else toast.error('Something else was changed since then.', { description: 'Undo at the top takes that back first.' });
      };
      toast(title, { description, duration: SHOWN_MS, action: { label: 'Undo', onClick: takeBack } });
    },
    [store],
  );
}
