'use client';
// Deleting a rig or an entry of the library, bringing it back, removing it for good: what is said of each, and the list drawn anew.
import { useRouter } from 'next/navigation';
import { useTransition } from 'react';
import { bringBackRig, finishRig, removeRig } from '@/server/actions/rigs';
import { toast } from '../primitives/toast';

export interface Deleting {
  readonly remove: (row: { readonly id: string; readonly name: string }) => void;
  readonly bringBack: (id: string) => void;
  /** Why it was not removed for good, in words; null where it was. */
  readonly finish: (id: string) => Promise<string | null>;
}

/** `note` is said with each deletion. */
export function useDeleting(note?: string): Deleting {
  const router = useRouter();
  const [, start] = useTransition();
  const bringBack = (id: string): void =>
    start(async () => {
      const refused = await bringBackRig(id);
      if (refused !== null) toast.error('It was not brought back.', { description: refused });
      router.refresh();
    });
  const remove: Deleting['remove'] = ({ id, name }) =>
    start(async () => {
      const refused = await removeRig(id);
      if (refused !== null) {
        toast.error('Nothing was deleted.', { description: refused });
        return;
      }
      router.refresh();
      toast(`Deleted ${name}`, {
        ...(note ? { description: note } : {}),
        duration: 12_000,
        action: { label: 'Undo', onClick: () => bringBack(id) },
      });
    });
  const finish = async (id: string): Promise<string | null> => {
    const refused = await finishRig(id);
    if (refused === null) router.refresh();
    return refused;
  };
  return { remove, bringBack, finish };
}
