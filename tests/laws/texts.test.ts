// Texts of a rig: what the schemas refuse is what cleaning takes out, everywhere, by the same names of fields.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { cleanText, cleanTexts, lineSchema, linesSchema, rowSchemas, tableNames } from '@/core/rig';
import { cleanEdit, cleanLine, cleanText as frozenText } from '@/server/database/migrations/006-clean';

const anyText = fc.string({
  unit: fc.oneof(
    fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }),
    fc.constantFrom('\u0000', '\t', '\n', '\r', '\u007f', '\u0085', '\ud800', '\udc00', '\u200d', '\u2028', 'a'),
  ),
  maxLength: 20,
});

describe('a text', () => {
  it('that was cleaned is accepted, one that is accepted is left as it is, and a second cleaning changes nothing (property)', () => {
    fc.assert(
      fc.property(anyText, fc.constantFrom('name', 'note'), (text, field) => {
        const schema = field === 'note' ? linesSchema(200) : lineSchema(200);
        const cleaned = cleanText(text, field);
        expect(schema.safeParse(cleaned).success).toBe(true);
        if (schema.safeParse(text).success) expect(cleaned).toBe(text);
        expect(cleanText(cleaned, field)).toBe(cleaned);
        expect(cleaned === '').toBe(text === '');
      }),
      { numRuns: 5000 },
    );
  });
  it('is refused in plain words where it holds what cannot be printed', () => {
    const said = lineSchema(20).safeParse('a\u0007b');
    expect(said.success ? '' : said.error.issues[0]?.message).toContain('cannot be seen or printed');
    expect(lineSchema(20).safeParse('two\nlines').success).toBe(false);
    expect(linesSchema(20).safeParse('two\n\tlines').success).toBe(true);
    expect(linesSchema(20).safeParse('\u2028 word joined \u200d \u{1F3B9}').success).toBe(true);
  });
  it('is cleaned alike by the frozen step of the database and by whoever reads an older file (property)', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(cleanLine(text)).toBe(cleanText(text, 'name'));
        expect(frozenText(text)).toBe(cleanText(text, 'note'));
        const edit = { type: 'set', table: 'parameters', id: 'p', field: 'note', was: text, to: text };
        expect(JSON.parse(cleanEdit(JSON.stringify(edit)))).toMatchObject({ was: cleanText(text, 'note') });
      }),
      { numRuns: 2000 },
    );
  });
});

it('the fields that may have several lines are those whose schema takes a line end', () => {
  const takesLines = (
    schema: z.core.JSONSchema.BaseSchema | boolean | undefined,
    key: string,
    found: Map<string, boolean>,
  ): void => {
    if (typeof schema !== 'object') return;
    if (schema.type === 'string' && schema.pattern !== undefined && schema.format === undefined)
      if (!/A-Za-z0-9/.test(schema.pattern)) found.set(key, new RegExp(schema.pattern, 'u').test('a\nb'));
    for (const [name, inner] of Object.entries(schema.properties ?? {})) takesLines(inner, name, found);
    for (const inner of [...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])])
      takesLines(inner, key, found);
    if (!Array.isArray(schema.items)) takesLines(schema.items, key, found);
  };
  const found = new Map<string, boolean>();
  for (const table of tableNames) takesLines(z.toJSONSchema(rowSchemas[table], { io: 'input' }), table, found);
  expect(found.size).toBeGreaterThan(20);
  for (const [field, lines] of found)
    expect([field, cleanTexts({ [field]: 'a\nb' })]).toEqual([field, { [field]: lines ? 'a\nb' : 'a b' }]);
});
