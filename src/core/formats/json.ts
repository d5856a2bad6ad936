// Text from outside as JSON, within limits: size and depth are looked at before anything is built from it.
import { err, ok, type Result } from '../base';
import { type FileProblem, fileProblemWords } from './file-problem';

/** Largest file that is read, in bytes. */
export const FILE_LIMIT = 20 * 1024 * 1024;
/** Deepest nesting of lists and objects. */
export const DEPTH_LIMIT = 50;

export interface ImportProblem {
  /** Where in the file, as a person would point at it. */
  readonly location: string;
  readonly problem: FileProblem;
}

/** A problem with its words, for those who are told. */
export interface ToldProblem {
  readonly place: string;
  readonly message: string;
}

/** A problem as it is told. */
export const inWords = ({ location: place, problem }: ImportProblem): ToldProblem => ({
  place,
  message: fileProblemWords(problem),
});

/** A file above the limit. */
export const tooLarge: ImportProblem = {
  location: 'the file',
  problem: { code: 'too-large', bytes: FILE_LIMIT },
};

/**
 * How deep lists and objects are nested in a JSON text, without parsing it; stops counting beyond `most`.
 * @example depthOf('[{"a":"]["}]', 50) // => 2
 */
export function depthOf(text: string, most: number): number {
  let depth = 0;
  let deepest = 0;
  let inside = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inside) {
      if (c === 0x5c) i++;
      else if (c === 0x22) inside = false;
    } else if (c === 0x22) inside = true;
    else if (c === 0x5b || c === 0x7b) {
      depth++;
      if (depth > deepest) deepest = depth;
      if (deepest > most) return deepest;
    } else if (c === 0x5d || c === 0x7d) depth--;
  }
  return deepest;
}

/** Parses JSON; refuses what is too large, nested too deeply, or no JSON, each with its reason. */
export function readJson(text: string): Result<unknown, readonly ImportProblem[]> {
  if (text.length > FILE_LIMIT) return err([tooLarge]);
  if (depthOf(text, DEPTH_LIMIT) > DEPTH_LIMIT)
    return err([{ location: 'the file', problem: { code: 'too-deep', levels: DEPTH_LIMIT } }]);
  try {
    return ok(JSON.parse(text.replace(/^\uFEFF/, '')));
  } catch (error) {
    const why = error instanceof Error ? error.message.slice(0, 200) : null;
    return err([{ location: 'the file', problem: { code: 'no-json', why } }]);
  }
}
