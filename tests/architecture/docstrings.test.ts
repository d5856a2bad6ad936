// Whatever the core exports says what it is: functions and values have a docstring. A check describes itself in its own fields instead.

import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { parse } from '@babel/parser';
import { expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '../..');
const below = (folder: string): readonly string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? below(path) : [path];
  });

it('every exported function and value of the core has a docstring', () => {
  const bare: string[] = [];
  let seen = 0;
  for (const path of below(join(root, 'src/core'))) {
    if (!path.endsWith('.ts') || path.includes('.test.') || path.endsWith('/index.ts')) continue;
    const tree = parse(readFileSync(path, 'utf8'), { sourceType: 'module', plugins: ['typescript'] });
    for (const node of tree.program.body) {
      if (node.type !== 'ExportNamedDeclaration' || !node.declaration) continue;
      const { declaration } = node;
      const isValue = declaration.type === 'FunctionDeclaration' || declaration.type === 'VariableDeclaration';
      if (!isValue) continue;
      const [first] = declaration.type === 'VariableDeclaration' ? declaration.declarations : [];
      const name =
        declaration.type === 'FunctionDeclaration' ? declaration.id?.name : first?.id.type === 'Identifier' ? first.id.name : '';
      const type = first?.id.type === 'Identifier' ? first.id.typeAnnotation : null;
      const isCheck =
        type?.type === 'TSTypeAnnotation' && /Check</.test(readFileSync(path, 'utf8').slice(type.start ?? 0, type.end ?? 0));
      const isEffect =
        first?.init?.type === 'CallExpression' &&
        first.init.callee.type === 'Identifier' &&
        first.init.callee.name === 'effectCheck';
      if (isCheck || isEffect) continue;
      seen++;
      if (!node.leadingComments?.some((c) => c.type === 'CommentBlock' && c.value.startsWith('*')))
        bare.push(`${relative(root, path)} ${name}`);
    }
  }
  expect(seen).toBeGreaterThan(600);
  expect(bare).toEqual([]);
});
