// How wide writing is, and how it is cut or broken to fit.
import type { Face } from './paper';
import { packedWidths } from './widths.data';

/** Height of a capital as a part of the size, in both shipped families (their OS/2 tables: 668 of 1000). */
export const CAP_HEIGHT = 0.668;
/** Letters that the fonts have not are taken to be as wide as this. */
const UNKNOWN = 600;

const tables: Readonly<Record<Face, ReadonlyMap<number, number>>> = {
  plain: unpacked(packedWidths.plain),
  bold: unpacked(packedWidths.bold),
  mono: unpacked(packedWidths.mono),
};

function unpacked(packed: string): ReadonlyMap<number, number> {
  const found = new Map<number, number>();
  for (const run of packed.split(' ')) {
    const [letters = '', width = '0'] = run.split(':');
    const [code = '', count = '1'] = letters.split('+');
    const first = Number.parseInt(code, 36);
    for (let i = 0; i < Number(count); i++) found.set(first + i, Number(width));
  }
  return found;
}

/** Whether the shipped fonts have a letter. */
export const hasLetter = (face: Face, letter: string): boolean => tables[face].has(letter.codePointAt(0) ?? 0);

/** The width of a line of writing, in the unit of `size`; kerning is left out, which makes it a little narrower. */
export function widthOf(text: string, face: Face, size: number): number {
  let sum = 0;
  for (const letter of text) sum += tables[face].get(letter.codePointAt(0) ?? 0) ?? UNKNOWN;
  return (sum * size) / 1000;
}

/** Lines that fit a width: broken at spaces, else inside of a word that is too long by itself. */
export function brokenTo(text: string, face: Face, size: number, width: number): readonly string[] {
  const lines: string[] = [];
  let line = '';
  const fits = (t: string): boolean => widthOf(t, face, size) <= width;
  for (const word of text.split(/\s+/).filter((w) => w !== '')) {
    const joined = line === '' ? word : `${line} ${word}`;
    if (fits(joined)) {
      line = joined;
      continue;
    }
    if (line !== '') lines.push(line);
    line = word;
    while (!fits(line) && [...line].length > 1) {
      const letters = [...line];
      let n = letters.length - 1;
      while (n > 1 && !fits(letters.slice(0, n).join(''))) n--;
      lines.push(letters.slice(0, n).join(''));
      line = letters.slice(n).join('');
    }
  }
  if (line !== '') lines.push(line);
  return lines;
}
