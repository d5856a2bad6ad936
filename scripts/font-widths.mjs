// Writes how wide each letter of the shipped fonts is, in thousandths of the size, for laying paper out without a browser.
// Run it again when a font package is updated: `node scripts/font-widths.mjs`.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const fromPdf = createRequire(createRequire(join(root, 'package.json')).resolve('@react-pdf/renderer'));
const fontkit = createRequire(fromPdf.resolve('@react-pdf/font'))('fontkit');

const faces = {
  plain: ['atkinson-hyperlegible-next', 400],
  bold: ['atkinson-hyperlegible-next', 700],
  mono: ['atkinson-hyperlegible-mono', 400],
};

function widths(family, weight) {
  const found = new Map();
  for (const part of ['latin', 'latin-ext']) {
    const font = fontkit.create(
      readFileSync(join(root, `node_modules/@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff`)),
    );
    for (const code of font.characterSet)
      if (code >= 32 && !found.has(code)) found.set(code, Math.round(font.glyphForCodePoint(code).advanceWidth));
  }
  return [...found].sort((a, b) => a[0] - b[0]);
}

/** Runs of letters of one width, as `code+count:width` with the code in base 36. */
function packed(list) {
  const runs = [];
  for (const [code, width] of list) {
    const last = runs.at(-1);
    if (last && last.code + last.count === code && last.width === width) last.count++;
    else runs.push({ code, count: 1, width });
  }
  return runs.map((r) => `${r.code.toString(36)}${r.count > 1 ? `+${r.count}` : ''}:${r.width}`).join(' ');
}

const lines = Object.entries(faces).map(([face, [family, weight]]) => `  ${face}:\n    '${packed(widths(family, weight))}',`);
writeFileSync(
  join(root, 'src/core/paper/widths.data.ts'),
  `// How wide each letter is, in thousandths of the size: written by scripts/font-widths.mjs from the shipped fonts.
// Runs of letters of one width: the first code in base 36, how many, the width.
export const packedWidths = {
${lines.join('\n')}
} as const;
`,
);
