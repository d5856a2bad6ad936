// Text from outside as JSON, within limits: size and depth are looked at before anything is built from it.
import { err, ok, type Result } from '../base';

/** Largest file that is read, in bytes. */
export const FILE_LIMIT = 20 * 1024 * 1024;
/** Deepest nesting of lists and objects. */
export const DEPTH_LIMIT = 50;

export interface ImportProblem {
  /** Where in the file, as a person would point at it. */
  readonly place: string;
  readonly message: string;
}

export const tooLarge: ImportProblem = {
  place: 'the file',
  message: `It has more than ${FILE_LIMIT / 1024 / 1024} MB, the most that is read.`,
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
    return err([
      { place: 'the file', message: `It is nested deeper than ${DEPTH_LIMIT} lists and objects, the most that is read.` },
    ]);
  try {
    return ok(JSON.parse(text.replace(/^\uFEFF/, '')));
  } catch (error) {
    const why = error instanceof Error ? error.message.slice(0, 200) : 'it cannot be read';
    return err([{ place: 'the file', message: `It is not JSON: ${why}.` }]);
  }
}
