// One word for one thing: exported names use none of the words that were dropped (docs/words.md, last table).
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
/** Names that say *word* for a message as an integer: what people read is always in the plural, or a part of a sentence on the screen. */
const ofMidi =
  /^(cc|note|program|bend|pressure|poly|realTime|sysex|say|heard|timed)Word$|^Word$|^word(Value|Number|Channel|Status|Bytes|Type|Key|Length)$/i;

const dropped = ['ear', 'ears', 'grip', 'grips', 'seat', 'seats', 'silence', 'strand', 'strands', 'footing'];
/** Where the word means itself: a way to silence everything. */
const other: ReadonlySet<string> = new Set(['noSilence']);

const below = (folder: string): readonly string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? below(path) : /\.tsx?$/.test(entry.name) && !entry.name.includes('.test.') ? [path] : [];
  });

/** `looseGripOf` is made of loose, grip and of. */
const partsOf = (name: string): readonly string[] => name.split(/(?=[A-Z])|[-_]/).map((part) => part.toLowerCase());

it('no exported name, file or folder of the program uses a word that was dropped', () => {
  const wrong: string[] = [];
  let seen = 0;
  for (const file of below(join(root, 'src'))) {
    const path = relative(root, file);
    for (const part of path
      .replace(/\.tsx?$/, '')
      .split('/')
      .flatMap(partsOf))
      if (dropped.includes(part)) wrong.push(path);
    for (const [, name = ''] of readFileSync(file, 'utf8').matchAll(
      /^export (?:const|function|async function|class|interface|type) (\w+)/gm,
    )) {
      seen++;
      if (!other.has(name) && (ofMidi.test(name) || partsOf(name).some((part) => dropped.includes(part))))
        wrong.push(`${path}: ${name}`);
    }
  }
  expect(seen).toBeGreaterThan(500);
  expect(wrong).toEqual([]);
});

it('every word that was dropped stands in the list with what is said instead', () => {
  const text = readFileSync(join(root, 'docs/words.md'), 'utf8');
  const rows = text.slice(text.indexOf('## Dropped'));
  for (const word of ['ear', 'grip', 'seat', 'silence', 'strand', 'footing'])
    expect(rows).toMatch(new RegExp(`^\\| ${word} `, 'm'));
});

/** Words that could mean several things: at most one exported type of the core, the screens and the server is called so. */
const single = ['Place', 'Unit', 'Standing', 'Step', 'Trial', 'Answer', 'Verdict'];

it.each(single)('%s means one thing: no two types are called so', (word) => {
  const named = below(join(root, 'src')).filter((file) =>
    new RegExp(`^(export )?(interface|type) ${word}\\b`, 'm').test(readFileSync(file, 'utf8')),
  );
  expect(named.length).toBeLessThanOrEqual(1);
});
