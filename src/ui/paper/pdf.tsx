// Paper as PDF: every page is one drawing, so that nothing is laid out twice and a millimetre is a millimetre.

import { Canvas, Document, Font, Page, pdf } from '@react-pdf/renderer';
import type { ComponentProps } from 'react';
import { exhaustive } from '@/core/base';
import { type Face, hasLetter, type Ink, type Paper, symbolPoints, widthOf } from '@/core/paper';

/** Where the two files of a face are: letters of the west of Europe, and further Latin ones. */
export type FontFiles = Readonly<Record<Face, { readonly latin: string; readonly more: string }>>;

type Loaded = Readonly<Record<Face, { readonly latin: unknown; readonly more: unknown }>>;

async function loaded(files: FontFiles): Promise<Loaded> {
  const one = async (family: string, src: string): Promise<unknown> => {
    Font.register({ family, src });
    await Font.load({ fontFamily: family });
    return Font.getFont({ fontFamily: family })?.data;
  };
  const face = async (name: Face) => ({
    latin: await one(`${name}-latin`, files[name].latin),
    more: await one(`${name}-more`, files[name].more),
  });
  const [plain, bold, mono] = await Promise.all([face('plain'), face('bold'), face('mono')]);
  return { plain, bold, mono };
}

type Painter = Parameters<NonNullable<ComponentProps<typeof Canvas>['paint']>>[0];

const POINTS = 72 / 25.4;
/** What stands for a letter that the fonts have not. */
const MISSING = '?';

/** Draws paper. `told` hears after each page how many are done. Rejects where a font cannot be read. */
export async function paperToPdf(paper: Paper, files: FontFiles, told: (done: number, all: number) => void): Promise<Blob> {
  const fonts = await loaded(files);
  const size = { width: paper.width * POINTS, height: paper.height * POINTS };
  const done = new Set<number>();
  const whole = (
    <Document title={paper.title} creator="Keen Dial" producer="Keen Dial">
      {paper.pages.map((page, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a page is its place
        <Page key={i} size={[size.width, size.height]}>
          <Canvas
            // A hair lower than the page: what is as high as it is taken to need another one.
            style={{ position: 'absolute', top: 0, left: 0, width: size.width, height: size.height - 1 }}
            paint={(painter) => {
              for (const ink of page.ink) draw(painter, ink, fonts);
              if (!done.has(i)) {
                done.add(i);
                told(done.size, paper.pages.length);
              }
              return null;
            }}
          />
        </Page>
      ))}
    </Document>
  );
  return pdf(whole).toBlob();
}

function draw(painter: Painter, ink: Ink, fonts: Loaded): void {
  switch (ink.type) {
    case 'text':
      write(painter, ink, fonts);
      return;
    case 'box':
      painter
        .lineWidth(ink.line * POINTS)
        .strokeColor('black')
        .rect(ink.x * POINTS, ink.y * POINTS, ink.width * POINTS, ink.height * POINTS)
        .stroke();
      return;
    case 'line':
      // Dashes end with what was saved before them.
      painter
        .save()
        .lineWidth(ink.line * POINTS)
        .strokeColor('black');
      if (ink.dashed) painter.dash(1.5, { space: 1.5 });
      painter
        .moveTo(ink.x1 * POINTS, ink.y1 * POINTS)
        .lineTo(ink.x2 * POINTS, ink.y2 * POINTS)
        .stroke()
        .restore();
      return;
    case 'symbol': {
      painter.fillColor('black');
      if (ink.shape === 'circle') {
        const radius = (ink.size / 2) * POINTS;
        painter.circle(ink.x * POINTS + radius, ink.y * POINTS + radius, radius).fill();
        return;
      }
      const points = symbolPoints[ink.shape].map(([x, y]): [number, number] => [
        (ink.x + x * ink.size) * POINTS,
        (ink.y + y * ink.size) * POINTS,
      ]);
      painter.polygon(...points).fill();
      return;
    }
    default:
      exhaustive(ink);
  }
}

/** Writes a line, letter runs that the first file of the face lacks with the second one. */
function write(painter: Painter, { text, face, size, x, y }: Extract<Ink, { type: 'text' }>, fonts: Loaded): void {
  painter.fillColor('black').fontSize(size * POINTS);
  let at = x * POINTS;
  for (const run of runsOf(text, face)) {
    // The name under which the font is kept in the document: without one it would be looked for again for each line.
    const { font } = painter as unknown as { font: (font: unknown, name: string) => Painter }; // border: what pdfkit takes besides a name
    font(fonts[face][run.file], `${face}-${run.file}`);
    painter.text(run.text, at, y * POINTS, { lineBreak: false, baseline: 'alphabetic' } as Parameters<Painter['text']>[3]); // border: pdfkit knows baselines
    at += widthOf(run.text, face, size) * POINTS;
  }
}

function runsOf(text: string, face: Face): ReadonlyArray<{ readonly file: 'latin' | 'more'; readonly text: string }> {
  const runs: { file: 'latin' | 'more'; text: string }[] = [];
  for (const letter of text) {
    const shown = hasLetter(face, letter) ? letter : MISSING;
    const file = isLatin(shown) ? 'latin' : 'more';
    const last = runs.at(-1);
    if (last?.file === file) last.text += shown;
    else runs.push({ file, text: shown });
  }
  return runs;
}

/** Letters of the first file: Latin-1, the punctuation that goes with it, and a few more. */
const isLatin = (letter: string): boolean => {
  const code = letter.codePointAt(0) ?? 0;
  return code < 0x100 || (code >= 0x2000 && code <= 0x206f && letter !== '†') || '€™−ıŒœĂˆ˚˜'.includes(letter);
};
