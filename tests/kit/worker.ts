// The interface of a worker, without the worker: what it would expose is handed over.
import { vi } from 'vitest';

/** Loads a worker's module anew, with a state of its own. */
export async function workerApi<T>(load: () => Promise<unknown>): Promise<T> {
  let api: unknown = null;
  vi.resetModules();
  vi.doMock('comlink', () => ({
    expose: (exposed: unknown) => {
      api = exposed;
    },
    transfer: (value: unknown) => value,
  }));
  await load();
  vi.doUnmock('comlink');
  return api as T; // border: the worker's own type of what it exposes
}
