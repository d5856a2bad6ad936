// Reads files off the screen's thread: a list of ten thousand parameters never holds a frame up, and can be stopped by ending the worker.
import { expose } from 'comlink';
import { type NameDocument, type ParameterList, parseMidnam, parseParameters } from '@/core/formats';

export type ReadList =
  | { readonly type: 'parameters'; readonly list: ParameterList }
  | { readonly type: 'names'; readonly document: NameDocument }
  | { readonly type: 'refused'; readonly message: string };

/** Lines between two words of progress. */
const EVERY = 250;

const api = {
  /** A list of parameters as a table, or a name document. `told` hears how far it is, 0–1. */
  read(text: string, told: (part: number) => void): ReadList {
    if (text.trimStart().startsWith('<')) {
      const read = parseMidnam(text);
      return read.ok
        ? { type: 'names', document: read.value }
        : { type: 'refused', message: read.error.map((p) => `${p.place}: ${p.message}`).join(' ') };
    }
    return {
      type: 'parameters',
      list: parseParameters(text, (done, all) => {
        if (done % EVERY === 0) told(done / all);
      }),
    };
  },
};

export type FilesWorker = typeof api;
expose(api);
