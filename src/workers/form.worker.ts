// Writes a form off the screen's thread. Whoever waits ends this worker when it takes longer than a form may.
import { expose } from 'comlink';
import type { FormData } from '@/core/sheets';
import { type Written, writeForm } from '@/forms';

const api = {
  /** A template over the lines of a unit. */
  write: (template: string, data: FormData): Written => writeForm(template, data),
};

/** What the screen sees of this worker. */
export type FormWorker = typeof api;

expose(api);
