// What a screen carries into the window: nothing of the play where it is played in a worker. What one name of a folder's door
// needs comes along whole, so a small helper in the file of a search brings the simulator to a phone on a stand.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';

const src = resolve(import.meta.dirname, '../../src');

interface Import {
  readonly names: readonly string[];
  readonly from: string;
}

/** Values that a file takes from others; types leave nothing behind. `*` is everything. */
function importsOf(text: string): readonly Import[] {
  const named = [...text.matchAll(/(?:import|export)\s+(?!type\s)(?:[\w$]+\s*,\s*)?\{([^}]*)\}\s*from '([^']+)'/g)].map(
    ([, names = '', from = '']) => ({
      names: names
        .split(',')
        .map((name) => name.trim())
        .filter((name) => name !== '' && !name.startsWith('type ')),
      from,
    }),
  );
  const whole = [...text.matchAll(/(?:import|export)\s+(?:\*|\* as \w+|[\w$]+)\s+from '([^']+)'/g)].map(([, from = '']) => ({
    names: ['*'],
    from,
  }));
  return [...named.filter((i) => i.names.length > 0), ...whole];
}

function fileOf(from: string, target: string): string | null {
  const path = target.startsWith('@/')
    ? join(src, target.slice(2))
    : target.startsWith('.')
      ? resolve(dirname(from), target)
      : null;
  if (path === null) return null;
  return ['.ts', '.tsx', '/index.ts'].map((end) => path + end).find(existsSync) ?? null;
}

const read = (file: string): string => readFileSync(file, 'utf8');
const isDoor = (file: string): boolean => file.endsWith('/index.ts');

/** The file that a name behind a door is made in. */
function madeIn(door: string, name: string): string {
  const text = read(door);
  for (const { names, from } of importsOf(text)) {
    const at = fileOf(door, from);
    if (!at) continue;
    const own = names.map((n) => n.split(' as ')).find(([inner = '', outer = inner]) => outer === name)?.[0];
    const through =
      own ?? (names[0] === '*' && new RegExp(`export (?:const|function\\*?|class) ${name}\\b`).test(read(at)) ? name : null);
    if (through !== null) return isDoor(at) ? madeIn(at, through) : at;
  }
  return door;
}

/** Every file that a page brings into the window. What the server does and what runs in a worker stays there. */
function windowOf(page: string): ReadonlySet<string> {
  const seen = new Set<string>();
  const walk = (file: string): void => {
    const at = relative(src, file);
    if (seen.has(at) || at.startsWith('server/') || at.startsWith('workers/')) return;
    seen.add(at);
    for (const { names, from } of importsOf(read(file))) {
      const target = fileOf(file, from);
      if (!target) continue;
      if (isDoor(target) && names[0] !== '*') for (const name of names) walk(madeIn(target, name.split(' as ')[0] ?? ''));
      else walk(target);
    }
  };
  walk(page);
  return seen;
}

const pages = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? pages(path) : entry.name === 'page.tsx' ? [path] : [];
  });

/** Where a controller and a target are played, and where ways are searched. */
const play = [
  'core/controller/step.ts',
  'core/receiver/step.ts',
  'core/bench/run.ts',
  'core/stage/way.ts',
  'core/numbers/plan.ts',
];

/** Screens that hold some of it in the window, and why. */
const playing: Readonly<Record<string, string>> = {
  'gear/through': 'messages pass through it at once',
  proof: 'one answer is held against what one gesture sends',
  begin: 'one answer is held against what one gesture sends',
  checks: 'each check says of itself what it is called, beside what it does',
};

describe('the window', () => {
  it('reads pages as they are: through is played, and Stage has its clock', () => {
    const files = (page: string) => windowOf(join(src, 'app/rigs/[id]', page, 'page.tsx'));
    expect(files('(work)/gear/through').has('core/controller/step.ts')).toBe(true);
    expect(files('stage').has('core/stage/clock.ts')).toBe(true);
    expect(files('stage').has('ui/stage/stage-screen.tsx')).toBe(true);
  });
  it('carries nothing of the play but where it says why', () => {
    const found = pages(join(src, 'app')).flatMap((page) => {
      const name = relative(join(src, 'app'), dirname(page)).replace(/^rigs\/\[id\]\/(\(work\)\/?)?/, '');
      const here = windowOf(page);
      return play.some((file) => here.has(file)) ? [name] : [];
    });
    expect(found.sort()).toEqual(Object.keys(playing).sort());
  });
});
