'use client';
// Keeps the screen from going dark, where the browser can (Screen Wake Lock API). It is given up when the page is hidden, and asked for again when it is shown.
import { useEffect, useState } from 'react';

export type Awake = 'asked' | 'awake' | 'cannot';

export function useAwake(): Awake {
  const [awake, setAwake] = useState<Awake>('asked');
  useEffect(() => {
    let live = true;
    let lock: WakeLockSentinel | null = null;
    const ask = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (!live) await lock.release();
        else setAwake('awake');
      } catch {
        // No such thing here, or the machine is short of power.
        if (live) setAwake('cannot');
      }
    };
    void ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      live = false;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release().catch(() => undefined);
    };
  }, []);
  return awake;
}
