// Arrows point one way, folders have one door, and types are not talked round: kept by a test, not by goodwill.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
const core = join(root, 'src/core');

function files(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return files(path);
    return /\.tsx?$/.test(entry.name) && !entry.name.includes('.test.') ? [path] : [];
  });
}

/** The folders of the core, each with those it may import. */
const allowed: Readonly<Record<string, readonly string[]>> = {
  base: [],
  midi: [],
  values: [],
  modes: ['midi', 'values'],
  rig: ['midi', 'values', 'modes'],
  sync: ['rig'],
  library: ['midi', 'values', 'rig'],
  troubleshooting: ['midi', 'rig'],
  controller: ['midi', 'values', 'rig'],
  wires: ['midi', 'values', 'rig'],
  receiver: ['midi', 'values', 'modes', 'rig', 'wires'],
  bench: ['midi', 'values', 'rig', 'controller', 'wires', 'receiver'],
  numbers: ['midi', 'values', 'rig', 'wires', 'bench'],
  commands: ['midi', 'modes', 'values', 'rig', 'library', 'wires', 'bench', 'numbers'],
  wants: ['midi', 'modes', 'rig', 'bench', 'commands'],
  checks: ['midi', 'modes', 'values', 'rig', 'library', 'controller', 'wires', 'bench', 'numbers', 'commands', 'wants'],
  sheets: ['midi', 'modes', 'values', 'rig', 'library', 'wires', 'receiver', 'bench', 'numbers', 'commands'],
  calibration: ['midi', 'values'],
  probe: ['midi', 'rig', 'receiver'],
  proof: ['midi', 'values', 'rig', 'controller', 'wires', 'receiver', 'bench', 'commands', 'sheets'],
  voice: ['rig', 'values'],
  touching: ['midi', 'rig', 'library', 'commands'],
  through: ['midi', 'rig', 'controller', 'wires'],
  following: ['midi', 'rig', 'controller'],
  stage: ['midi', 'values', 'rig', 'wires', 'controller', 'receiver', 'bench', 'commands', 'sheets'],
  rehearsal: ['midi', 'rig', 'controller', 'receiver', 'bench', 'following', 'stage'],
  begin: ['rig', 'library', 'bench', 'commands', 'wants', 'proof'],
  paper: ['midi', 'values', 'rig', 'sheets', 'stage'],
  formats: [
    'midi',
    'modes',
    'values',
    'rig',
    'library',
    'wires',
    'receiver',
    'bench',
    'numbers',
    'commands',
    'checks',
    'sheets',
    'proof',
  ],
};

const importsOf = (text: string): string[] => [...text.matchAll(/from '([^']+)'/g)].map((m) => m[1] ?? '');

describe('the core', () => {
  it('has only folders with a stated place', () => {
    const folders = readdirSync(core, { withFileTypes: true })
      .filter((e) => e.isDirectory())
      .map((e) => e.name);
    expect(folders.sort()).toEqual(Object.keys(allowed).sort());
  });
  it('imports only zod, its parsers, and folders before it, through their door', () => {
    const wrong: string[] = [];
    for (const file of files(core)) {
      const [home = ''] = relative(core, file).split('/');
      for (const target of importsOf(readFileSync(file, 'utf8'))) {
        if (!target.startsWith('.')) {
          const fine = target === 'zod' || (home === 'formats' && ['papaparse', 'midi-file', 'fast-xml-parser'].includes(target));
          if (!fine) wrong.push(`${relative(root, file)} imports ${target}`);
          continue;
        }
        const path = relative(core, resolve(dirname(file), target)).split('/');
        const [folder = ''] = path;
        if (folder === home || (folder === 'base' && path.length === 1)) continue;
        if (!allowed[home]?.includes(folder)) wrong.push(`${relative(root, file)} points the wrong way: ${target}`);
        if (path.length > 1) wrong.push(`${relative(root, file)} goes past the door of ${folder}: ${target}`);
      }
    }
    expect(wrong).toEqual([]);
  });
  it('casts only at a border, and says so on the line', () => {
    const wrong: string[] = [];
    for (const file of files(core)) {
      readFileSync(file, 'utf8')
        .split('\n')
        .forEach((line, i, all) => {
          if (/^\s*(\*|\/\*\*)/.test(line)) return;
          const code = line.replace(/\/\/.*$/, '').replace(/'[^']*'|`[^`]*`/g, '');
          if (!/\bas (?!const\b)[A-Za-z{(]/.test(code) || /^\s*(import|export)\b|\* as /.test(code)) return;
          const near = `${all[i - 1] ?? ''}${line}${all[i + 1] ?? ''}`;
          if (!/border:|compiler cannot|parsed by|accepted the row/.test(near))
            wrong.push(`${relative(root, file)}:${i + 1} ${line.trim()}`);
        });
    }
    expect(wrong).toEqual([]);
  });
  it('reads no clock and rolls no dice', () => {
    const wrong = files(core).filter((f) =>
      /Date\.now|new Date|Math\.random|performance\.now|crypto\./.test(readFileSync(f, 'utf8')),
    );
    expect(wrong).toEqual([]);
  });
});

describe('screens', () => {
  it('never name a database, and the server never imports a screen', () => {
    const wrong: string[] = [];
    for (const file of files(join(root, 'src'))) {
      const place = relative(join(root, 'src'), file);
      for (const target of importsOf(readFileSync(file, 'utf8'))) {
        if (/^(ui|workers)\//.test(place) && /sequelize|sqlite3|umzug|server\/(database|rigs)/.test(target))
          wrong.push(`${place} → ${target}`);
        if (place.startsWith('server/') && /\/(ui|app|workers)\//.test(target)) wrong.push(`${place} → ${target}`);
        if (place.startsWith('ui/') && /\/app\//.test(target)) wrong.push(`${place} → ${target}`);
      }
    }
    expect(wrong).toEqual([]);
  });
});

describe('the interface', () => {
  const ui = join(root, 'src/ui');
  it('has one kind of link: others fetch whole pages because they are in sight', () => {
    const wrong = files(join(root, 'src')).filter((f) => importsOf(readFileSync(f, 'utf8')).includes('next/link'));
    expect(wrong.map((f) => relative(root, f))).toEqual(['src/ui/primitives/link.tsx']);
  });
  it('has no two folders that import each other, in however many steps', () => {
    const arrows = new Map<string, Set<string>>();
    for (const file of files(ui)) {
      const [home = ''] = relative(ui, file).split('/');
      const text = readFileSync(file, 'utf8');
      const targets = [...importsOf(text), ...[...text.matchAll(/import\('(\.[^']+)'\)/g)].map((m) => m[1] ?? '')];
      for (const target of targets.filter((t) => t.startsWith('.'))) {
        const [folder = ''] = relative(ui, resolve(dirname(file), target)).split('/');
        if (folder !== home) arrows.set(home, (arrows.get(home) ?? new Set()).add(folder));
      }
    }
    const circles: string[] = [];
    const walk = (way: readonly string[]): void => {
      for (const next of arrows.get(way.at(-1) ?? '') ?? [])
        if (next === way[0]) circles.push([...way, next].join(' → '));
        else if (!way.includes(next) && way.length < 6) walk([...way, next]);
    };
    for (const folder of arrows.keys()) walk([folder]);
    expect(circles).toEqual([]);
  });
});
