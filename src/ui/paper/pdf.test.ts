// PDFs measured by an independent reader of PDF (pdfjs): boxes in millimetres, heights of capitals, all words of the sheet.
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { CAP_HEIGHT, capsFor, makeLabels, type Paper, sheetPaper, widthOf } from '@/core/paper';
import { indexRig } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { lanternHour } from '@/demo/lantern-hour';
import { shippedFonts } from '../../../tests/kit/fonts';
import { paperToPdf } from './pdf';

const MM = 25.4 / 72;

interface Word {
  readonly text: string;
  readonly size: number;
  readonly width: number;
}
interface Read {
  readonly sizes: ReadonlyArray<readonly [number, number]>;
  /** Width and height of every drawn path, by page. */
  readonly paths: ReadonlyArray<ReadonlyArray<{ readonly width: number; readonly height: number; readonly x: number }>>;
  readonly words: ReadonlyArray<readonly Word[]>;
}

async function read(paper: Paper, told: (done: number, all: number) => void = () => undefined): Promise<Read> {
  const blob = await paperToPdf(paper, shippedFonts, told);
  const task = getDocument({ data: new Uint8Array(await blob.arrayBuffer()), verbosity: 0 });
  const document = await task.promise;
  const sizes: [number, number][] = [];
  const paths: { width: number; height: number; x: number }[][] = [];
  const words: Word[][] = [];
  for (let n = 1; n <= document.numPages; n++) {
    const page = await document.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    sizes.push([width * MM, height * MM]);
    const list = await page.getOperatorList();
    paths.push(
      list.fnArray.flatMap((fn, i) => {
        if (fn !== OPS.constructPath) return [];
        const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = list.argsArray[i]?.[2] ?? [];
        return [{ width: (x1 - x0) * MM, height: (y1 - y0) * MM, x: x0 * MM }];
      }),
    );
    const content = await page.getTextContent();
    words.push(
      content.items.flatMap((item): Word[] =>
        'str' in item && item.str.trim() !== ''
          ? [{ text: item.str, size: Math.abs(item.transform[3]) * MM, width: item.width * MM }]
          : [],
      ),
    );
  }
  await task.destroy();
  return { sizes, paths, words };
}

const index = indexRig(lanternHour());
const controllerNamed = (name: string) => {
  const found = index.rig.controllers.find((c) => c.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const wish = (name: string, distance: number) => ({
  controllerId: controllerNamed(name).id,
  bank: 1,
  page: null,
  distance,
  tape: 12,
});

describe('labels as PDF', () => {
  it('pieces have the size of the panel, on A4, within a tenth of a millimetre', async () => {
    for (const name of ['Floorboard 8+2', 'Pad tray 4×4', 'Encoder slab 16']) {
      const labels = makeLabels(index, wish(name, 600));
      if (!labels) throw new Error('no labels');
      const { sizes, paths } = await read(labels.paper);
      for (const [w, h] of sizes) {
        expect(w).toBeCloseTo(210, 1);
        expect(h).toBeCloseTo(297, 1);
      }
      const boxes = paths.flat().filter((p) => p.height > 5 && p.width > 5);
      for (const piece of labels.pieces)
        expect(boxes.some((b) => Math.abs(b.width - piece.width) < 0.1 && Math.abs(b.height - piece.height) < 0.1)).toBe(true);
      expect(boxes.length).toBe(labels.pieces.length);
    }
  });
  it('stickers are their pads less half a millimetre on each side; strips reach halfway to the neighbours', async () => {
    const labels = makeLabels(index, wish('Pad tray 4×4', 400));
    const stickers = labels?.pieces.filter((p) => p.kind === 'sticker') ?? [];
    expect(stickers.length).toBeGreaterThan(3);
    for (const s of stickers) {
      const pad = index.controls.get(s.controlIds[0] ?? '');
      expect([s.width, s.height]).toEqual([(pad?.width ?? 0) - 1, (pad?.height ?? 0) - 1]);
    }
    const floor = makeLabels(index, wish('Floorboard 8+2', 1000));
    const row = floor?.pieces.find((p) => p.controlIds.some((id) => index.controls.get(id)?.name === 'FS 1'));
    const board = controllerNamed('Floorboard 8+2').id;
    const [a, b, c] = ['FS 1', 'FS 2', 'FS 3'].map((n) =>
      index.rig.controls.find((k) => k.name === n && k.controllerId === board),
    );
    expect(row?.controlIds).toEqual([a?.id, b?.id]);
    // From its own width before the first centre to halfway between the second and its right neighbour.
    const centre = (k: typeof a): number => (k?.x ?? 0) + (k?.width ?? 0) / 2;
    expect(row?.width).toBeCloseTo((centre(b) + centre(c)) / 2 - (centre(a) - (a?.width ?? 0)), 6);
  });
  it('the ruler is 100 mm long on each page, its ticks a millimetre apart', async () => {
    const labels = makeLabels(index, wish('Floorboard 8+2', 1500));
    const { paths } = await read(labels?.paper ?? { title: '', width: 1, height: 1, pages: [] });
    expect(paths.length).toBeGreaterThan(0);
    for (const page of paths) {
      expect(page.some((p) => Math.abs(p.width - 100) < 0.05 && p.height < 0.01)).toBe(true);
      const ticks = page
        .filter((p) => p.width < 0.01 && p.height > 1 && p.height < 5)
        .map((p) => p.x)
        .sort((m, n) => m - n);
      expect(ticks.length).toBe(101);
      expect(Math.max(...ticks.slice(1).map((t, i) => Math.abs(t - (ticks[i] ?? 0) - 1)))).toBeLessThan(0.01);
    }
  });
  it('capitals are as high as the distance over 200 asks for, at each distance', async () => {
    for (const distance of [400, 1000, 1800]) {
      const labels = makeLabels(index, wish('Floorboard 8+2', distance));
      if (!labels) throw new Error('no labels');
      const { words } = await read(labels.paper);
      const texts = new Set(['THUNDER', 'CHOIR', 'LOOM']);
      const seen = words.flat().filter((w) => texts.has(w.text));
      expect(seen.length).toBe(3);
      for (const w of seen) expect(w.size * CAP_HEIGHT).toBeGreaterThanOrEqual(capsFor(distance) - 0.001);
    }
  });
  it('what does not fit is cut and told, never made smaller', () => {
    const far = makeLabels(index, wish('Pad tray 4×4', 1800));
    expect(far?.troubles.length).toBeGreaterThan(0);
    for (const t of far?.troubles ?? []) expect(t.shown).not.toBe(t.text);
    expect(makeLabels(index, wish('Floorboard 8+2', 400))?.troubles).toEqual([]);
  });
});

describe('the sheet as PDF', () => {
  it('has every word of the sheet, on pages that say how many there are', async () => {
    const told: string[] = [];
    const { words } = await read(sheetPaper(index, '2026-05-02'), (done, all) => void told.push(`${done}/${all}`));
    const text = words
      .flat()
      .map((w) => w.text)
      .join(' ');
    const sheet = makeSheet(index);
    // Every fact of every line, word by word: what is broken over lines of a cell stays together in its words.
    for (const { name, lines } of [...sheet.controllers, ...sheet.targets])
      for (const word of [name, ...lines.flatMap((l) => l.facts.flatMap((f) => f.text.split(' ')))]) expect(text).toContain(word);
    expect(told.at(-1)).toBe(`${words.length}/${words.length}`);
    expect(text).toContain(`${words.length} of ${words.length}`);
  });
  it('writing is as wide as it was reckoned, within 3 %, letters of other languages too', async () => {
    const lines = ['Quarry Hall: Freeze', 'Straße, élan, København', 'Łódź, Żółć, Čeština', 'AVATAR To Ty'];
    const { words } = await read({
      title: 'test',
      width: 210,
      height: 297,
      pages: [{ ink: lines.map((text, i) => ({ type: 'text', x: 20, y: 20 + i * 10, text, face: 'plain', size: 5 })) }],
    });
    const whole = words.flat().reduce((sum, w) => sum + w.width, 0);
    const reckoned = lines.reduce((sum, l) => sum + widthOf(l, 'plain', 5), 0);
    expect(Math.abs(whole / reckoned - 1)).toBeLessThan(0.03);
    expect(
      words
        .flat()
        .map((w) => w.text)
        .join(''),
    ).toContain('Łódź');
  });
  it('nothing on the paper lies outside of it, for a rig with very long names', () => {
    const long = {
      ...index.rig,
      parameters: index.rig.parameters.map((p) => ({ ...p, name: 'Averylongparametername'.repeat(5).slice(0, 120) })),
    };
    const paper = sheetPaper(indexRig(long), '2026-05-02');
    for (const { ink } of paper.pages)
      for (const i of ink) {
        if (i.type !== 'text') continue;
        expect(i.x + widthOf(i.text, i.face, i.size)).toBeLessThanOrEqual(paper.width);
        expect(i.y).toBeLessThanOrEqual(paper.height);
      }
  });
});
