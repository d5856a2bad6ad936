'use client';
// Edits of a rig that wait on this device: said on the list of rigs.
import { useEffect, useState } from 'react';
import { counted } from '@/core/base';
import { waitingHere } from '../store/device';

/** How many edits of each rig wait on this device. */
export function useWaiting(): ReadonlyMap<string, number> {
  const [waiting, setWaiting] = useState<ReadonlyMap<string, number>>(new Map());
  useEffect(() => void waitingHere().then(setWaiting, () => undefined), []);
  return waiting;
}

export function WaitingMark({ edits }: { readonly edits: number }) {
  if (edits === 0) return null;
  return (
    <p className="text-xs font-medium text-stop">
      {counted(edits, 'edit waits', 'edits wait')} on this device: open the rig to save.
    </p>
  );
}
