'use client';
// Making a PDF in a worker: how far it is, stopping it, and saving what came of it.
import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PdfWorker } from '@/workers/pdf.worker';
import { saveFile } from '../primitives/save-file';
import { toast } from '../primitives/toast';

export interface PdfMaking {
  /** Pages done and all of them; null while none is made. */
  readonly progress: { readonly done: number; readonly all: number } | null;
  readonly make: (
    name: string,
    work: (worker: Remote<PdfWorker>, told: (done: number, all: number) => void) => Promise<Blob | null>,
  ) => void;
  readonly stop: () => void;
}

export function usePdf(): PdfMaking {
  const [progress, setProgress] = useState<PdfMaking['progress']>(null);
  const raw = useRef<Worker | null>(null);
  const stop = useCallback((): void => {
    raw.current?.terminate();
    raw.current = null;
    setProgress(null);
  }, []);
  useEffect(() => stop, [stop]);
  const make: PdfMaking['make'] = useCallback(
    (name, work) => {
      stop();
      const own = new Worker(new URL('../../workers/pdf.worker.ts', import.meta.url), { type: 'module' });
      raw.current = own;
      setProgress({ done: 0, all: 0 });
      const told = proxy((done: number, all: number): void => {
        if (raw.current === own) setProgress({ done, all });
      });
      work(wrap<PdfWorker>(own), told)
        .then((blob) => {
          if (raw.current !== own) return;
          if (blob) saveFile(blob, name);
          else toast.error('There is nothing to print any more.');
        })
        .catch((error: unknown) => {
          if (raw.current === own)
            toast.error('The PDF could not be made.', {
              description: error instanceof Error ? error.message : 'Try it once more.',
            });
        })
        .finally(() => {
          if (raw.current === own) stop();
        });
    },
    [stop],
  );
  return { progress, make, stop };
}
