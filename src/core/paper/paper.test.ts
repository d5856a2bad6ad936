// Laying out paper: what fits, what is broken and cut, and that nothing lies on anything else.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomRig } from '../../../tests/kit/random-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { indexRig } from '../rig';
import { isEntered, makeSheet } from '../sheets';
import { fitWords } from './fit';
import { capsFor, makeLabels } from './labels';
import { brokenTo, CAP_HEIGHT, hasLetter, widthOf } from './measure';
import type { Ink } from './paper';
import { sheetPaper } from './sheet-paper';

const line = fc.string({ unit: fc.constantFrom(...'abcdefg WiMl.éß1280-'), maxLength: 60 });
const width = fc.integer({ min: 8, max: 80 });

describe('writing', () => {
  it('has the letters of the west of Europe in all faces, and tells what it has not', () => {
    for (const face of ['plain', 'bold', 'mono'] as const) {
      for (const letter of 'AZaz09äöüßéèñçøåÆœ–—…“”’·×°') expect(hasLetter(face, letter)).toBe(true);
      for (const letter of 'ŁłŹźČčŞşőĞ') expect(hasLetter(face, letter)).toBe(true);
      expect(hasLetter(face, '漢')).toBe(false);
    }
  });
  it('every letter of the mono face is as wide as every other one', () => {
    const widths = new Set([...'iWm0.…é'].map((l) => widthOf(l, 'mono', 1000)));
    expect(widths.size).toBe(1);
  });
  it('is as wide as its letters together, and twice as wide at twice the size', () => {
    fc.assert(
      fc.property(line, line, (a, b) => {
        expect(widthOf(a + b, 'plain', 3)).toBeCloseTo(widthOf(a, 'plain', 3) + widthOf(b, 'plain', 3), 9);
        expect(widthOf(a, 'bold', 6)).toBeCloseTo(2 * widthOf(a, 'bold', 3), 9);
      }),
    );
  });
  it('shortened to a width it fits, its words begin as those of the text do, and it is whole where the text fits', () => {
    fc.assert(
      fc.property(line, width, (text, room) => {
        const [cut = ''] = fitWords(text, room, 1, (t) => widthOf(t, 'bold', 4));
        expect(widthOf(cut, 'bold', 4)).toBeLessThanOrEqual(room);
        const words = text.trim().split(/\s+/);
        if (widthOf(words.join(' '), 'bold', 4) <= room) expect(cut).toBe(words.join(' '));
        else if (!cut.includes('…'))
          for (const [i, part] of cut.split(' ').entries())
            expect(words[i]?.startsWith(part) || words.at(-1)?.endsWith(part)).toBe(true);
      }),
    );
  });
  it('broken to a width every line fits, and nothing is lost', () => {
    fc.assert(
      fc.property(line, width, (text, room) => {
        const lines = brokenTo(text, 'plain', 4, room);
        for (const l of lines) expect(widthOf(l, 'plain', 4) <= room || [...l].length === 1).toBe(true);
        expect(lines.join('').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
      }),
    );
  });
});

/** Boxes, and where the writing of a page begins and ends. */
const boxes = (ink: readonly Ink[]) => ink.flatMap((i) => (i.type === 'box' ? [i] : []));
const words = (ink: readonly Ink[]) => ink.flatMap((i) => (i.type === 'text' ? [i] : []));

describe('labels', () => {
  it('lie on the paper, on nothing else, and hold their writing, for any rig and distance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(400, 600, 1000, 1500),
        (seed, bank, distance) => {
          const index = indexRig(randomRig(seed));
          const labels = makeLabels(index, { controllerId: 'board', bank, page: null, distance, tape: 12 });
          if (!labels) throw new Error('there is a board');
          expect(labels.paper.pages.flatMap((p) => boxes(p.ink)).length).toBe(labels.pieces.length);
          for (const { ink } of labels.paper.pages) {
            const all = boxes(ink);
            all.forEach((a, i) => {
              expect(a.x >= 0 && a.y >= 0 && a.x + a.width <= 210 && a.y + a.height <= 297 - 16).toBe(true);
              for (const b of all.slice(i + 1))
                expect(a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y).toBe(true);
            });
            for (const w of words(ink)) {
              if (w.face !== 'bold' || w.size !== capsFor(distance) / CAP_HEIGHT) continue;
              const home = all.find((b) => w.x >= b.x && w.x <= b.x + b.width && w.y >= b.y && w.y <= b.y + b.height);
              // Every word of a label lies inside of its piece: what has no room is told, and not drawn.
              expect(home).toBeDefined();
              if (home) expect(w.x + widthOf(w.text, 'bold', w.size)).toBeLessThanOrEqual(home.x + home.width + 0.01);
            }
          }
        },
      ),
      { numRuns: 60, examples: [[394, 1, 1500]] },
    );
  });
  it('have letters of one size, that of the distance', () => {
    const index = indexRig(lanternHour());
    const [controller] = index.rig.controllers;
    const labels = makeLabels(index, { controllerId: controller?.id ?? '', bank: 1, page: null, distance: 1500, tape: 18 });
    const sizes = new Set(
      labels?.paper.pages.flatMap((p) => words(p.ink).filter((w) => w.face === 'bold' && w.size > 4.1)).map((w) => w.size),
    );
    expect([...sizes]).toEqual([capsFor(1500) / CAP_HEIGHT]);
    expect(capsFor(1500)).toBe(7.5);
  });
  it('have a symbol for each line of a layer, and none for Base', () => {
    const index = indexRig(lanternHour());
    const board = index.rig.controllers.find((c) => c.name === 'Floorboard 8+2');
    const labels = makeLabels(index, { controllerId: board?.id ?? '', bank: 1, page: null, distance: 600, tape: 12 });
    const symbols = labels?.paper.pages.flatMap((p) => p.ink.filter((i) => i.type === 'symbol')) ?? [];
    // Two functions in Heel, and the switch that opens it.
    expect(symbols.length).toBe(3);
    expect(makeLabels(index, { controllerId: 'nobody', bank: 1, page: null, distance: 600, tape: 12 })).toBeNull();
  });
});

describe('the sheet on paper', () => {
  it('has a box to tick for every line, ticked where it is entered, on as many pages as it takes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), (seed) => {
        const index = indexRig(randomRig(seed));
        const paper = sheetPaper(index, '2026-05-02');
        const lines = makeSheet(index)
          .controllers.flatMap((c) => c.lines)
          .filter((l) => isEntered(l) !== null).length;
        expect(paper.pages.flatMap((p) => boxes(p.ink)).length).toBe(lines);
        for (const { ink } of paper.pages)
          for (const w of words(ink)) expect(w.x + widthOf(w.text, w.face, w.size) <= 210 && w.y <= 297).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
  it('lines of a page never lie on each other', () => {
    const paper = sheetPaper(indexRig(lanternHour()), '2026-05-02');
    for (const { ink } of paper.pages) {
      const tops = boxes(ink).map((b) => b.y);
      expect(tops.every((t, i) => i === 0 || t - (tops[i - 1] ?? 0) > 3.6)).toBe(true);
    }
  });
});
