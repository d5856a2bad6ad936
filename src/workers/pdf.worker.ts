// Paper to PDF off the screen's thread. It is stopped by ending the worker.
import { expose } from 'comlink';
import { type LabelWish, makeLabels, sheetPaper } from '@/core/paper';
import { indexRig, type Rig } from '@/core/rig';
import { type FontFiles, paperToPdf } from '@/ui/paper/pdf';

const files = {
  plain: {
    latin: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
      import.meta.url,
    ),
    more: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff',
      import.meta.url,
    ),
  },
  bold: {
    latin: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff',
      import.meta.url,
    ),
    more: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff',
      import.meta.url,
    ),
  },
  mono: {
    latin: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff',
      import.meta.url,
    ),
    more: new URL(
      '../../node_modules/@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-ext-400-normal.woff',
      import.meta.url,
    ),
  },
} as const;

const at = ({ latin, more }: (typeof files)['plain' | 'bold' | 'mono']) => ({ latin: latin.href, more: more.href });
const fonts: FontFiles = { plain: at(files.plain), bold: at(files.bold), mono: at(files.mono) };

const api = {
  /** The sheet of a rig. `day` stands at the foot; `told` hears how far it is, in pages. */
  sheet(rig: Rig, day: string, told: (done: number, all: number) => void): Promise<Blob> {
    return paperToPdf(sheetPaper(indexRig(rig), day), fonts, told);
  },
  /** Labels; null where the controller is gone. */
  async labels(rig: Rig, wish: LabelWish, told: (done: number, all: number) => void): Promise<Blob | null> {
    const labels = makeLabels(indexRig(rig), wish);
    return labels && paperToPdf(labels.paper, fonts, told);
  },
};

export type PdfWorker = typeof api;
expose(api);
