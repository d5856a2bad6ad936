// Where the shipped fonts are, for making PDFs outside of a browser.
import { join } from 'node:path';
import type { FontFiles } from '@/ui/paper/pdf';

const file = (family: string, part: string, weight: number): string =>
  join(process.cwd(), `node_modules/@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff`);
const both = (family: string, weight: number) => ({
  latin: file(family, 'latin', weight),
  more: file(family, 'latin-ext', weight),
});

export const shippedFonts: FontFiles = {
  plain: both('atkinson-hyperlegible-next', 400),
  bold: both('atkinson-hyperlegible-next', 700),
  mono: both('atkinson-hyperlegible-mono', 400),
};
