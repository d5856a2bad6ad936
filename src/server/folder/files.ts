// Files whose place is known only when the program runs: asked for here, so that a build does not take the whole project for them.
import { existsSync, statSync } from 'node:fs';

/** Bytes of a file; null where there is none. */
export const bytesAt = (file: string): number | null =>
  existsSync(/* turbopackIgnore: true */ file) ? statSync(/* turbopackIgnore: true */ file).size : null;
