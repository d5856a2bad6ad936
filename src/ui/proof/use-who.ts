'use client';
// Who proves, as they call themselves: kept in this browser, and written into each trial.
import { useCallback, useEffect, useState } from 'react';

const KEY = 'keen-dial who';

export function useWho(): readonly [string, (who: string) => void] {
  const [who, setWho] = useState('');
  useEffect(() => {
    try {
      setWho(window.localStorage.getItem(KEY) ?? '');
    } catch {
      // A browser that keeps nothing: it is asked for each time.
    }
  }, []);
  const put = useCallback((next: string): void => {
    setWho(next);
    try {
      window.localStorage.setItem(KEY, next);
    } catch {
      // As above.
    }
  }, []);
  return [who, put];
}
