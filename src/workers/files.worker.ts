// Reads files off the screen's thread: a list of ten thousand parameters never holds a frame up, and can be stopped by ending the worker.

import { expose } from 'comlink';
import {
  type ChosenColumns,
  type ImportProblem,
  inWords,
  isControllerList,
  type NameDocument,
  type ParameterList,
  parseControllerList,
  parseFile,
  parseMidnam,
  parseParameters,
  type ToldProblem,
} from '@/core/formats';
import type { Reception, Rig } from '@/core/rig';

export type ReadList =
  | { readonly type: 'parameters'; readonly list: ParameterList }
  | { readonly type: 'names'; readonly document: NameDocument }
  | { readonly type: 'refused'; readonly message: string };

export type ReadRig =
  | { readonly type: 'rig'; readonly rig: Rig; readonly cleaned: boolean }
  | { readonly type: 'refused'; readonly problems: readonly ToldProblem[] };

/** Lines between two words of progress. */
const EVERY = 250;

const refused = (problems: readonly ImportProblem[]): ReadList => ({
  type: 'refused',
  message: problems
    .map(inWords)
    .map((p) => `${p.place}: ${p.message}`)
    .join(' '),
});

const api = {
  /** The one rig of a file. */
  rig(text: string): ReadRig {
    const read = parseFile(text);
    if (!read.ok) return { type: 'refused', problems: read.error.map(inWords) };
    const [only, more] = read.value.filter((item) => item.kind === 'rig' || item.kind === 'rig-template');
    return only && !more
      ? { type: 'rig', rig: only.rig, cleaned: only.cleaned }
      : {
          type: 'refused',
          problems: [inWords({ location: 'the file', problem: { code: 'rigs', found: more ? 'several' : 'none' } })],
        };
  },
  /** A list of parameters as a table, or a name document. `told` hears how far it is, 0–1. */
  read(text: string, style: Reception['shows'], chosen: ChosenColumns | null, told: (part: number) => void): ReadList {
    if (text.trimStart().startsWith('<')) {
      const read = parseMidnam(text);
      return read.ok ? { type: 'names', document: read.value } : refused(read.error);
    }
    if (isControllerList(text)) {
      const read = parseControllerList(text);
      return read.ok ? { type: 'parameters', list: read.value } : refused(read.error);
    }
    return {
      type: 'parameters',
      list: parseParameters(
        text,
        (done, all) => {
          if (done % EVERY === 0) told(done / all);
        },
        style,
        chosen,
      ),
    };
  },
};

export type FilesWorker = typeof api;
expose(api);
