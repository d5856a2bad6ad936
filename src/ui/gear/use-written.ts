'use client';
// A form being written in a worker of its own, which is ended at its limit or when something else is to be written.
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { FormData } from '@/core/sheets';
import { FORM_MS, type Written } from '@/forms';
import type { FormWorker } from '@/workers/form.worker';

/** Milliseconds without a key, after which what is typed is written. */
const PAUSE_MS = 250;

const tooLong: Written = { type: 'refused', why: 'It took longer than two seconds, and was ended.', line: null };

/** What a template writes; null while it is being written, and where there is nothing to write. */
export function useWritten(template: string, data: FormData | null): Written | null {
  const [written, setWritten] = useState<Written | null>(null);
  useEffect(() => {
    setWritten(null);
    if (data === null || template.trim() === '') return;
    let worker: Worker | null = null;
    let limit: ReturnType<typeof setTimeout> | undefined;
    const end = (): void => {
      worker?.terminate();
      worker = null;
      clearTimeout(limit);
    };
    const pause = setTimeout(() => {
      worker = new Worker(new URL('../../workers/form.worker.ts', import.meta.url), { type: 'module' });
      const done = (result: Written): void => {
        if (worker === null) return;
        end();
        setWritten(result);
      };
      limit = setTimeout(() => done(tooLong), FORM_MS);
      wrap<FormWorker>(worker)
        .write(template, data)
        .then(done)
        .catch(() => done({ type: 'refused', why: 'It could not be written. Try it once more.', line: null }));
    }, PAUSE_MS);
    return () => {
      clearTimeout(pause);
      end();
    };
  }, [template, data]);
  return written;
}
