'use client';
// Reads a pasted or chosen list in a worker, with progress; a newer text ends the reading of the older one.
import { proxy, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { ChosenColumns } from '@/core/formats';
import type { Reception } from '@/core/rig';
import type { FilesWorker, ReadList } from '@/workers/files.worker';

export interface Reading {
  readonly read: ReadList | null;
  /** How far it is, 0–1; null when it is done. */
  readonly part: number | null;
}

/** Pastes are looked at when the typing rests, in milliseconds. */
const REST_MS = 120;

/** `style`: how the target counts channels, programs and notes. `chosen`: which column is what, where somebody chose. */
export function useList(text: string, style: Reception['shows'], chosen: ChosenColumns | null): Reading {
  const [reading, setReading] = useState<Reading>({ read: null, part: null });
  useEffect(() => {
    if (text.trim() === '') {
      setReading({ read: null, part: null });
      return;
    }
    let raw: Worker | null = null;
    const timer = setTimeout(() => {
      raw = new Worker(new URL('../../workers/files.worker.ts', import.meta.url), { type: 'module' });
      setReading((before) => ({ ...before, part: 0 }));
      void wrap<FilesWorker>(raw)
        .read(
          text,
          style,
          chosen,
          proxy((part: number) => setReading((before) => ({ ...before, part }))),
        )
        .then((read) => {
          raw?.terminate();
          setReading({ read, part: null });
        });
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      raw?.terminate();
    };
  }, [text, style, chosen]);
  return reading;
}
