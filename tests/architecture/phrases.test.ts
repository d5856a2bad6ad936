// Phrases that no player would say: found in reading all texts (npm run words), put right, and kept out. Each with what to say instead.
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import { textsBelow } from '../../scripts/texts.mjs';

const root = resolve(import.meta.dirname, '../..');

const forbidden: ReadonlyArray<readonly [phrase: RegExp, instead: string]> = [
  [/\bThat did not work\b/, 'say what, and what now'],
  [/^All of it$/, 'name what it is all of'],
  [/\brests on\b/, 'is known by, depends on'],
  [/\blisten to the message of the sheet\b/, 'map it to the message on the sheet'],
  [/^\S+ at once$/, 'count what it is'],
  [/\bare no quiet\b/, 'do not count as silence'],
  [/\bparts (them|what)\b/, 'narrows down, splits'],
  [/\bparted by\b/, 'separated by'],
  [/\bof before\b/, 'earlier'],
  [/\b[Bb]egin anew\b/, 'start over'],
  [/\b[Ll]oad anew\b/, 'reload'],
  [/\bin the place of\b/, 'replaces'],
  [/\bone a line\b|\ba line:/, 'one per line'],
  [/\bplanned nowhere\b/, 'not planned anywhere'],
  [/\brule each other out\b/, 'contradict each other'],
  [/\bby themselves\b.*\bmean\b|\bmean nothing by themselves\b/, 'have no meaning of their own'],
  [/\bsomewhere else\b.*\bparameter\b|\bparameter\b.*\bsomewhere else\b/, 'away from its start'],
];

const texts: readonly { readonly place: string; readonly text: string }[] = textsBelow(root);

describe('the texts of the program', () => {
  it('are found: screens, core, command line', () => {
    for (const part of ['src/ui/', 'src/core/', 'src/cli/'])
      expect(texts.filter((t) => t.place.startsWith(part)).length).toBeGreaterThan(100);
    expect(texts.map((t) => t.text)).toContain('Nothing has that name.');
  });
  it.each(forbidden)('never say %s', (phrase, instead) => {
    expect(texts.filter(({ text }) => phrase.test(text)).map(({ place, text }) => `${place}: ${text} (${instead})`)).toEqual([]);
  });
});

it.each(['README.md', 'docs/guide.md'])('%s says none of them either', (file) => {
  const lines = readFileSync(resolve(root, file), 'utf8').split('\n');
  const found = lines.filter((line) => forbidden.some(([phrase]) => phrase.test(line)));
  expect(found).toEqual([]);
});
