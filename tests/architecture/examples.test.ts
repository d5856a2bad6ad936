// The examples in the docstrings of the core are run: what they promise is what comes out.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';

const core = resolve(import.meta.dirname, '../../src/core');

interface Example {
  readonly file: string;
  readonly code: string;
  readonly result: string;
  readonly near: boolean;
}

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : entry.name.endsWith('.ts') && !entry.name.includes('.test.') ? [path] : [];
  });
}

const examples: readonly Example[] = filesBelow(core).flatMap((path) =>
  [...readFileSync(path, 'utf8').matchAll(/@example (.+?) \/\/ (=>|≈) (.+)$/gm)].map(([, code = '', sign, result = '']) => ({
    file: relative(core, path),
    code,
    result,
    near: sign === '≈',
  })),
);

const doors = import.meta.glob<Record<string, unknown>>('../../src/core/*/index.ts', { eager: true });
const modules = import.meta.glob<Record<string, unknown>>(['../../src/core/**/*.ts', '!../../src/core/**/*.test.ts'], {
  eager: true,
});
const names: Record<string, unknown> = Object.assign({}, ...Object.values(modules), ...Object.values(doors));

const run = (code: string): unknown => new Function(...Object.keys(names), `return (${code});`)(...Object.values(names));

describe('examples', () => {
  it('are there', () => {
    expect(examples.length).toBeGreaterThan(12);
  });
  it.each(examples)('$file: $code', ({ code, result, near }) => {
    if (near) expect(run(code)).toBeCloseTo(Number(run(result)), 6);
    else expect(run(code)).toEqual(run(result));
  });
});
