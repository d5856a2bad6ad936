// Writes the lines of a unit in a form of a player's own: a template of the Liquid language with limits on what it may take.
import { Liquid } from 'liquidjs';
import type { FormData } from '@/core/sheets';
import { letThrough, ownFilters, tagsLetThrough } from './filters';

export type Written =
  | { readonly type: 'written'; readonly text: string }
  /** What is wrong, in a sentence; with the line of the template where that is known. */
  | { readonly type: 'refused'; readonly why: string; readonly line: number | null };

/** Milliseconds that writing may take, before whoever waits ends it: the limits below count work, this one counts time. */
export const FORM_MS = 2000;
/** Longest text that is written, in characters. */
export const FORM_LENGTH = 4_000_000;
/** What a template may take while it is written: milliseconds of rendering, and a measure of memory of the language's own (arrays and texts that it makes). */
const LIMITS = { parseLimit: 100_000, renderLimit: 1500, memoryLimit: 50_000_000 } as const;

/** The language with nothing but what is let through: no files, no other templates, no prototypes. */
function engine(): Liquid {
  const liquid = new Liquid({
    ...LIMITS,
    fs: closed,
    ownPropertyOnly: true,
    strictFilters: true,
    strictVariables: false,
    cache: false,
    jsTruthy: false,
    relativeReference: false,
  });
  const allowed = new Set(letThrough);
  for (const name of Object.keys(liquid.filters)) if (!allowed.has(name)) delete liquid.filters[name];
  const tags = new Set(tagsLetThrough);
  for (const name of Object.keys(liquid.tags)) if (!tags.has(name)) delete liquid.tags[name];
  for (const [name, filter] of Object.entries(ownFilters)) liquid.registerFilter(name, filter);
  return liquid;
}

/** No template names a file. */
const closed = {
  readFileSync: (): string => '',
  readFile: async (): Promise<string> => '',
  existsSync: (): boolean => false,
  exists: async (): Promise<boolean> => false,
  contains: async (): Promise<boolean> => false,
  containsSync: (): boolean => false,
  resolve: (): string => '',
} as const;

/** Writes a form. It never throws: what is wrong with the template is told. */
export function writeForm(template: string, data: FormData): Written {
  try {
    const liquid = engine();
    const text: unknown = liquid.parseAndRenderSync(template, { ...data });
    if (typeof text !== 'string') return refused('The form wrote no text.');
    if (text.length > FORM_LENGTH) return refused(`It writes more than ${FORM_LENGTH / 1_000_000} million characters.`);
    return { type: 'written', text };
  } catch (error) {
    return told(error);
  }
}

const refused = (why: string, line: number | null = null): Written => ({ type: 'refused', why, line });

/** What went wrong in words that say what to do. */
function told(error: unknown): Written {
  const message = error instanceof Error ? error.message : 'It cannot be written.';
  const [, plain = message, at] = /^(.*?)(?:, (?:file:.*?, )?line:(\d+).*)?$/s.exec(message) ?? [];
  const line = at === undefined ? null : Number(at);
  if (error instanceof RangeError || /Invalid string length|call stack/.test(plain))
    return refused('It takes too much time or room to write. Make it shorter.', line);
  if (/limit exceeded/.test(plain))
    return refused(
      /^parse/.test(plain)
        ? 'The form is too long.'
        : 'It takes too much time or room to write: a loop may never end. Make it shorter.',
      line,
    );
  const filter = /undefined filter: ?(\S+)/.exec(plain)?.[1];
  if (filter !== undefined) return refused(`There is no filter called “${filter}”.`, line);
  const tag = /tag "([^"]+)" not found/.exec(plain)?.[1];
  if (tag !== undefined) return refused(`There is no tag called “${tag}”.`, line);
  return refused(plain.charAt(0).toUpperCase() + plain.slice(1), line);
}
