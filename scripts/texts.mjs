// Every text that somebody may read on a screen, on paper or at the command line, with its place in the source.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { parse } from '@babel/parser';

const below = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? below(path) : [path];
  });

/** Strings that are code and not words: names of classes, of events, of colours, paths. */
const isWords = (text) => /\p{L}{2}/u.test(text) && (/\s\p{L}|[.!?:…]$|^\p{Lu}\p{Ll}/u.test(text) || text.includes(' '));
const isCode = (text) =>
  /^[\w-]+(\[[^\]]*\])?(:[\w-[\]()%.,/]+)*( [\w-[\]():%.,/!&>#]+)*$/.test(text) &&
  /(^| )(flex|grid|text-|bg-|border|rounded|px-|py-|p-|m[trblxy]?-|w-|h-|gap-|min-|max-|inset|absolute|relative|sr-only|truncate|col-|row-)/.test(
    text,
  );
const skipped = new Set([
  'className',
  'class',
  'd',
  'viewBox',
  'path',
  'type',
  'id',
  'href',
  'key',
  'style',
  'transform',
  'fill',
]);

/** Texts of one file: `{ line, text }`. Expressions inside a text stand as `{…}`. */
function textsOf(path) {
  const source = readFileSync(path, 'utf8');
  const tree = parse(source, { sourceType: 'module', plugins: ['typescript', 'jsx'], errorRecovery: true });
  const found = [];
  const take = (node, raw) => {
    const text = raw.replace(/\s+/g, ' ').trim();
    if (isWords(text) && !isCode(text)) found.push({ line: node.loc.start.line, text });
  };
  const walk = (node, parent) => {
    if (!node || typeof node.type !== 'string') return;
    if (node.type === 'ImportDeclaration' || node.type === 'ExportAllDeclaration' || node.type.startsWith('TS')) return;
    if (node.type === 'JSXAttribute' && skipped.has(String(node.name.name))) return;
    if (node.type === 'JSXElement') {
      // What stands in one line for the reader is one text, with whatever is put into it.
      const inline = node.children.map((c) =>
        c.type === 'JSXText'
          ? c.value
          : c.type === 'JSXExpressionContainer' && c.expression.type === 'StringLiteral'
            ? c.expression.value
            : c.type === 'JSXExpressionContainer' && c.expression.type !== 'JSXEmptyExpression'
              ? '{…}'
              : c.type === 'JSXElement'
                ? '{…}'
                : '',
      );
      if (node.children.some((c) => c.type === 'JSXText' && /\p{L}/u.test(c.value))) take(node, inline.join(''));
    } else if (
      node.type === 'StringLiteral' &&
      parent?.type !== 'ExportNamedDeclaration' &&
      parent?.type !== 'CallExpression_import'
    )
      take(node, node.value);
    else if (node.type === 'TemplateLiteral') take(node, node.quasis.map((q) => q.value.cooked ?? '').join('{…}'));
    for (const key of Object.keys(node)) {
      if (key === 'loc' || key === 'leadingComments' || key === 'trailingComments' || key === 'typeAnnotation') continue;
      const part = node[key];
      if (Array.isArray(part)) for (const one of part) walk(one, node);
      else if (part && typeof part === 'object') walk(part, node);
    }
  };
  walk(tree.program, null);
  return found;
}

/** Every text below `src` of a project folder: `{ place, text }`, in the order of files and lines. */
export const textsBelow = (root) =>
  below(join(root, 'src'))
    .filter(
      (path) => /\.tsx?$/.test(path) && !path.includes('.test.') && !path.includes('frozen') && !path.includes('/migrations/'),
    )
    .sort()
    .flatMap((path) => textsOf(path).map(({ line, text }) => ({ place: `${relative(root, path)}:${line}`, text })));
