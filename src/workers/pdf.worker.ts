// Paper to PDF off the screen's thread. It is stopped by ending the worker.
import { expose } from 'comlink';
import { cardsPaper, type LabelWish, makeLabels, type SetWish, setPaper, sheetPaper } from '@/core/paper';
import { indexRig, type Rig } from '@/core/rig';
import type { RecoveryCard, ToldTransition } from '@/core/stage';
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
  /** The songs of a rig with the ways that were found. */
  set(rig: Rig, ways: readonly ToldTransition[], wish: SetWish, told: (done: number, all: number) => void): Promise<Blob> {
    return paperToPdf(setPaper(indexRig(rig), ways, wish), fonts, told);
  },
  /** Cards for when something goes wrong. */
  cards(rig: Rig, cards: readonly RecoveryCard[], day: string, told: (done: number, all: number) => void): Promise<Blob> {
    return paperToPdf(cardsPaper(indexRig(rig), cards, day), fonts, told);
  },
};

export type PdfWorker = typeof api;
expose(api);
