// What a text may hold: everything that can be seen or printed. Control characters and halves of a pair of code units come from damaged files and
// wrong pastes, and no file, sheet or display can carry them.
import * as z from 'zod';

const refused = 'this text holds a character that cannot be seen or printed; type it anew';

/** A text of one line of at most so many characters. */
export const lineSchema = (most: number): z.ZodString =>
  z
    .string()
    .max(most, `at most ${most} characters`)
    .regex(/^[^\p{Cc}\p{Cs}]*$/u, refused);

/** A text of several lines: tabs and line ends are part of it. */
export const linesSchema = (most: number): z.ZodString =>
  z
    .string()
    .max(most, `at most ${most} characters`)
    .regex(/^[\t\n\r\P{C}\p{Cf}\p{Co}\p{Cn}]*$/u, refused);

/** Fields that may have several lines; every other text has one. A test holds it equal to the schemas. */
const several: ReadonlySet<string> = new Set([
  'note',
  'notes',
  'why',
  'replaced',
  'reason',
  'limit',
  'recipe',
  'summary',
  'template',
]);

/**
 * A text as this version takes it: in a text of one line tabs and line ends become a space; other control characters go; what was not empty stays so.
 * @example cleanText('FS\t1\u0007', 'name') // => 'FS 1'
 */
export function cleanText(text: string, field: string): string {
  const lines = several.has(field);
  const cleaned = (lines ? text : text.replace(/[\t\n\r]+/g, ' ')).replace(/[\p{Cc}\p{Cs}]/gu, (c) =>
    lines && (c === '\t' || c === '\n' || c === '\r') ? c : '',
  );
  return cleaned === '' && text !== '' ? '?' : cleaned;
}

/** Every text in a value from outside as this version takes it, by the names of its fields. The very same value where nothing had to be changed. */
export function cleanTexts(value: unknown, field = ''): unknown {
  if (typeof value === 'string') return cleanText(value, field);
  if (Array.isArray(value)) {
    const cleaned = value.map((v) => cleanTexts(v, field));
    return cleaned.some((v, i) => v !== value[i]) ? cleaned : value;
  }
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value);
  const cleaned = entries.map(([key, v]) => [key, cleanTexts(v, key)] as const);
  return cleaned.some(([, v], i) => v !== entries[i]?.[1]) ? Object.fromEntries(cleaned) : value;
}
