'use client';
// Leaving what is open for another page while changes wait: asked first, wherever one leaves. Closing the tab asks by itself.
import { useRouter } from 'next/navigation';
import { useCallback, useEffect } from 'react';
import { create } from 'zustand';
import { useRigStore } from '../store/provider';
import type { RigState } from '../store/rig-store';

/** Where somebody wants to go while changes wait. */
export const useWayOut = create<{ readonly to: string | null }>(() => ({ to: null }));

/** Whether changes wait for more than the usual answer. */
const waits = ({ unsent, saving, far }: Pick<RigState, 'unsent' | 'saving' | 'far'>): boolean =>
  unsent.length > 0 && (saving !== 'saving' || far !== null);

/** The first two parts of a path: the rig, or the entry of the library, that it belongs to. */
const homeOf = (path: string): string => path.split('/').slice(0, 3).join('/');
const leaves = (path: string): boolean => !path.startsWith('/api/') && homeOf(path) !== homeOf(location.pathname);

/** The page to which a click on a link leads in this tab; null for any other click. */
function led(event: MouseEvent): string | null {
  if (event.defaultPrevented || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey)
    return null;
  const link = event.target instanceof Element ? event.target.closest('a') : null;
  return link && link.target === '' && link.origin === location.origin ? link.pathname + link.search : null;
}

/** Asks before a link leaves what is open while changes wait. */
export function useAskedBeforeLeaving(): void {
  const store = useRigStore();
  useEffect(() => {
    const ask = (event: MouseEvent): void => {
      const to = waits(store.getState()) ? led(event) : null;
      if (to === null || !leaves(to)) return;
      event.preventDefault();
      event.stopPropagation();
      useWayOut.setState({ to });
    };
    document.addEventListener('click', ask, true);
    return () => {
      document.removeEventListener('click', ask, true);
      useWayOut.setState({ to: null });
    };
  }, [store]);
}

/** Goes to a page, or asks first. */
export function useGo(): (to: string) => void {
  const store = useRigStore();
  const router = useRouter();
  return useCallback(
    (to) => {
      if (waits(store.getState()) && leaves(to)) useWayOut.setState({ to });
      else router.push(to);
    },
    [store, router],
  );
}
