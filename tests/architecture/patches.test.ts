// What it takes to add a kind of message, a receive mode and a check: three patches of made-up ones, each a file, a line in a list
// and an example in a test. They must apply and compile, and the compiler must refuse each of them with any one part left out.
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
const folder = join(root, 'tests/patches');
const patches = readdirSync(folder).filter((name) => name.endsWith('.patch'));

/** The parts of a patch: one for each file that it changes. */
const partsOf = (patch: string): readonly { readonly file: string; readonly text: string }[] =>
  readFileSync(join(folder, patch), 'utf8')
    .split(/^(?=diff --git )/m)
    .map((text) => ({ file: /^\+\+\+ b\/(.+)$/m.exec(text)?.[1] ?? '', text }));

let copy = '';
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'keen-dial-patches-'));
  for (const name of ['src', 'tests', 'scripts', 'tsconfig.json', 'package.json', 'vitest.config.ts'])
    cpSync(join(root, name), join(copy, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  writeFileSync(
    join(copy, 'tsconfig.core.json'),
    JSON.stringify({ extends: './tsconfig.json', include: ['src/core/checks', 'src/core/midi', 'src/core/modes'] }),
  );
  execFileSync('git', ['init', '-q'], { cwd: copy });
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

const git = (text: string, ...options: string[]): void =>
  void execFileSync('git', ['apply', ...options, '-'], { cwd: copy, input: text });

/** What the compiler refuses, by the files in which it does; none where all is well. */
function refused(project: 'tsconfig.json' | 'tsconfig.core.json'): readonly string[] {
  const { stdout } = spawnSync(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '--noEmit', '-p', project], {
    cwd: copy,
    encoding: 'utf8',
  });
  return [...new Set([...stdout.matchAll(/^(\S+)\(\d+,\d+\): error/gm)].map((m) => m[1] ?? ''))];
}

/** Which part of a patch a file is. */
const roleOf = ({ file, text }: { readonly file: string; readonly text: string }): string =>
  text.includes('new file mode') ? 'its file' : file.includes('.test.') ? 'its example' : 'its line in a list';
const roles = ['its file', 'its line in a list', 'its example'];

describe('a made-up message kind, receive mode and check', () => {
  const all = patches.map((patch) => ({ patch, parts: partsOf(patch) }));
  it('are each a file, a line in a list and an example in a test', () => {
    expect(patches).toEqual(['check.patch', 'message-kind.patch', 'receive-mode.patch']);
    for (const { patch, parts } of all) expect(parts.map(roleOf).sort(), patch).toEqual([...roles].sort());
  });
  it('compile as they are', { timeout: 60_000 }, () => {
    git(all.flatMap(({ parts }) => parts.map((p) => p.text)).join(''));
    expect(refused('tsconfig.json')).toEqual([]);
  });
  it.each(roles)('are each refused by the compiler without %s', { timeout: 60_000 }, (role) => {
    const left = all.flatMap(({ parts }) => parts.filter((p) => roleOf(p) === role).map((p) => p.text)).join('');
    git(left, '--reverse');
    // All that can refuse it stands in the core.
    const where = refused('tsconfig.core.json');
    git(left);
    for (const { patch, parts } of all)
      expect(
        parts.map((p) => p.file).filter((f) => where.includes(f)),
        patch,
      ).not.toEqual([]);
  });
});
