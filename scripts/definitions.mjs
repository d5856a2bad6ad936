// Functions and components of the program by their length, the longest first: `{ place, name, lines }`.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { parse } from '@babel/parser';

const below = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? below(path) : [path];
  });

/** Named functions at the top of a file: declared, or held by a constant. */
function definitionsOf(path) {
  const tree = parse(readFileSync(path, 'utf8'), { sourceType: 'module', plugins: ['typescript', 'jsx'], errorRecovery: true });
  const isFunction = (node) => node?.type === 'ArrowFunctionExpression' || node?.type === 'FunctionExpression';
  return tree.program.body.flatMap((statement) => {
    const node = statement.type.startsWith('Export') ? statement.declaration : statement;
    const lines = statement.loc.end.line - statement.loc.start.line + 1;
    if (node?.type === 'FunctionDeclaration') return [{ name: node.id?.name ?? 'default', lines }];
    if (node?.type !== 'VariableDeclaration') return [];
    return node.declarations.flatMap((d) =>
      isFunction(d.init) || isFunction(d.init?.expression) ? [{ name: d.id.name, lines }] : [],
    );
  });
}

export const definitionsBelow = (root) =>
  below(join(root, 'src'))
    .filter((path) => /\.tsx?$/.test(path) && !path.includes('.test.') && !path.includes('/migrations/'))
    .flatMap((path) => definitionsOf(path).map((d) => ({ place: relative(root, path), ...d })))
    .sort((a, b) => b.lines - a.lines);
