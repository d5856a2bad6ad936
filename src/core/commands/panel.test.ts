// Laying out a panel: geometry as laws over random boxes, commands over a small rig.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { controllerTemplates, templateRig } from '../library';
import {
  aligned,
  apply,
  type Box,
  type Control,
  type Edit,
  firstBroken,
  indexRig,
  keptInside,
  overlaps,
  type Rig,
  readingOrder,
  snapped,
  spread,
  tenth,
} from '../rig';
import {
  addGrid,
  alignControls,
  changeControls,
  copyControls,
  type GridWish,
  moveControls,
  nameInOrder,
  removeControls,
  resizePanel,
  roomFor,
  spreadControls,
} from './panel';

const box: fc.Arbitrary<Box> = fc
  .tuple(
    fc.integer({ min: 0, max: 800 }),
    fc.integer({ min: 0, max: 500 }),
    fc.integer({ min: 20, max: 300 }),
    fc.integer({ min: 20, max: 300 }),
  )
  .map(([x, y, width, height]) => ({ x: x / 10, y: y / 10, width: width / 10, height: height / 10 }));
const boxes = fc.array(box, { minLength: 1, maxLength: 12 });

describe('geometry', () => {
  it('a kept move never leaves the panel that the boxes were on, and never reverses', () => {
    fc.assert(
      fc.property(boxes, fc.integer({ min: -200, max: 200 }), fc.integer({ min: -200, max: 200 }), (list, dx, dy) => {
        const by = keptInside(list, dx, dy, { width: 120, height: 90 });
        for (const b of list) {
          expect(b.x + by.dx).toBeGreaterThanOrEqual(-0.051);
          expect(b.x + by.dx + b.width).toBeLessThanOrEqual(120.051);
          expect(b.y + by.dy + b.height).toBeLessThanOrEqual(90.051);
        }
        expect(by.dx * dx).toBeGreaterThanOrEqual(0);
        expect(Math.abs(by.dx)).toBeLessThanOrEqual(Math.abs(dx));
      }),
    );
  });
  it('aligned boxes share that line and keep their size; aligning twice is aligning once', () => {
    fc.assert(
      fc.property(boxes, fc.constantFrom('left', 'right', 'top', 'bottom', 'centre', 'middle'), (list, edge) => {
        const done = aligned(list, edge);
        const line = (b: Box): number =>
          ({
            left: b.x,
            right: b.x + b.width,
            centre: b.x + b.width / 2,
            top: b.y,
            bottom: b.y + b.height,
            middle: b.y + b.height / 2,
          })[edge];
        const lines = done.map(line);
        expect(Math.max(...lines) - Math.min(...lines)).toBeLessThanOrEqual(0.11);
        expect(done.map((b) => [b.width, b.height])).toEqual(list.map((b) => [b.width, b.height]));
        aligned(done, edge).forEach((b, i) => {
          expect(Math.abs(line(b) - (lines[i] ?? 0))).toBeLessThanOrEqual(0.11);
        });
      }),
    );
  });
  it('spread boxes have even steps between their middles, and the outermost two stay', () => {
    fc.assert(
      fc.property(fc.array(box, { minLength: 3, maxLength: 9 }), (list) => {
        const before = list.map((b) => b.x + b.width / 2).sort((a, b) => a - b);
        const after = spread(list, 'across')
          .map((b) => b.x + b.width / 2)
          .sort((a, b) => a - b);
        expect(after[0]).toBeCloseTo(before[0] ?? 0, 0);
        expect(after.at(-1)).toBeCloseTo(before.at(-1) ?? 0, 0);
        const steps = after.slice(1).map((m, i) => m - (after[i] ?? 0));
        expect(Math.max(...steps) - Math.min(...steps)).toBeLessThanOrEqual(0.21);
      }),
    );
  });
  it('a snapped move ends on a line of a box that stays, where one is in reach, and on the raster where none is', () => {
    const still = { x: 50, y: 50, width: 20, height: 20 };
    const moving = { x: 10, y: 10, width: 10, height: 10 };
    expect(snapped(moving, [still], { dx: 39, dy: 3 }, 1.5, 0)).toEqual({ dx: 40, dy: 3, guides: [{ axis: 'x', at: 50 }] });
    expect(snapped(moving, [still], { dx: 44.4, dy: 3 }, 1.5, 0)).toMatchObject({ dx: 45, guides: [{ axis: 'x', at: 60 }] });
    expect(snapped(moving, [], { dx: 3.3, dy: 1.1 }, 1.5, 5)).toEqual({ dx: 5, dy: 0, guides: [] });
  });
  it('finds the same overlaps as comparing every pair does', () => {
    fc.assert(
      fc.property(fc.array(box, { maxLength: 30 }), (list) => {
        const plain = new Set<string>();
        list.forEach((a, i) => {
          list.forEach((b, k) => {
            if (k <= i) return;
            const over = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
            const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
            if (tenth(over) > 0.1 && tenth(down) > 0.1) plain.add(`${i} ${k}`);
          });
        });
        expect(new Set(overlaps(list).map(([a, b]) => `${a} ${b}`))).toEqual(plain);
      }),
    );
  });
  it('reads rows from the top, each from the left, though a row is not quite straight', () => {
    const at = (x: number, y: number): Box => ({ x, y, width: 10, height: 10 });
    const order = readingOrder([at(40, 31), at(0, 2), at(20, 0), at(0, 29), at(40, 1)]);
    expect(order.map((b) => [b.x, b.y])).toEqual([
      [0, 2],
      [20, 0],
      [40, 1],
      [0, 29],
      [40, 31],
    ]);
  });
});

const template = controllerTemplates.find((t) => t.id === 'pocket-4-4');
if (!template) throw new Error('the template is gone');
const small = templateRig(template, 'r');
const unit = (rig: Rig) => {
  const [c] = rig.controllers;
  if (!c) throw new Error('no unit');
  return c;
};
let count = 0;
const newId = (): string => `n${++count}`;
const done = (rig: Rig, edit: Edit | null): Rig => {
  if (!edit) throw new Error('no edit');
  const next = apply(rig, edit);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  expect(firstBroken(next.value)).toBeNull();
  return next.value;
};
const byName = (rig: Rig, ...names: string[]): Control[] => names.flatMap((n) => rig.controls.find((c) => c.name === n) ?? []);
const faders: GridWish = {
  kind: 'fader',
  count: 8,
  columns: 8,
  x: 10,
  y: 100,
  dx: 20,
  dy: 0,
  width: 14,
  height: 80,
  prefix: 'F',
  from: 1,
};

describe('commands on a panel', () => {
  it('8 faders, 20 mm apart, named F 1 to F 8, once the panel is large enough', () => {
    expect(addGrid(small, unit(small), faders, newId)).toBeNull();
    expect(roomFor(faders)).toEqual({ width: 164, height: 180 });
    const large = done(small, resizePanel(small, unit(small), { width: 240, height: 190 }));
    const added = addGrid(large, unit(large), faders, newId);
    const rig = done(large, added?.edit ?? null);
    const row = rig.controls.filter((c) => c.kind === 'fader');
    expect(row.map((c) => c.name)).toEqual(['F 1', 'F 2', 'F 3', 'F 4', 'F 5', 'F 6', 'F 7', 'F 8']);
    expect(row.map((c) => c.x)).toEqual([10, 30, 50, 70, 90, 110, 130, 150]);
    expect(new Set(row.map((c) => c.family))).toEqual(new Set(['faders']));
  });
  it('moves several together and stops them at the edge', () => {
    const [k1, k4] = byName(small, 'K 1', 'K 4');
    if (!k1 || !k4) throw new Error('gone');
    const rig = done(small, moveControls(unit(small), [k1, k4], 500, 0));
    const [m1, m4] = byName(rig, 'K 1', 'K 4');
    expect((m4?.x ?? 0) + (m4?.width ?? 0)).toBe(220);
    expect((m4?.x ?? 0) - (m1?.x ?? 0)).toBe(k4.x - k1.x);
    expect(moveControls(unit(rig), byName(rig, 'K 4'), 10, 0)).toBeNull();
  });
  it('copies count on from the highest name, without factory numbers, and stay on the panel', () => {
    const copied = copyControls(small, unit(small), byName(small, 'B 3', 'B 4'), newId);
    const rig = done(small, copied?.edit ?? null);
    const fresh = rig.controls.filter((c) => copied?.ids.includes(c.id));
    expect(fresh.map((c) => c.name)).toEqual(['B 5', 'B 6']);
    expect(fresh.every((c) => c.factory.length === 0 && c.y + c.height <= 116)).toBe(true);
  });
  it('names as one reads, and refuses a name that another control has', () => {
    const all = byName(small, 'K 3', 'K 1', 'K 4', 'K 2');
    const rig = done(small, nameInOrder(small, all, 'Dial', 5));
    expect(rig.controls.slice(0, 4).map((c) => c.name)).toEqual(['Dial 5', 'Dial 6', 'Dial 7', 'Dial 8']);
    expect(nameInOrder(small, byName(small, 'K 1'), 'B', 2)).toBeNull();
  });
  it('aligns and spreads by one edit each, and says so by null when nothing would change', () => {
    const row = byName(small, 'K 1', 'K 2', 'K 3', 'K 4');
    expect(alignControls(row, 'top')).toBeNull();
    expect(spreadControls(row, 'across')).toBeNull();
    const moved = done(small, moveControls(unit(small), byName(small, 'K 2'), 7, 4));
    const again = done(moved, alignControls(byName(moved, 'K 1', 'K 2', 'K 3', 'K 4'), 'top'));
    expect(done(again, spreadControls(byName(again, 'K 1', 'K 2', 'K 3', 'K 4'), 'across')).controls).toEqual(small.controls);
  });
  it('changes the same on several, removes with what stands on them, and keeps a panel around its controls', () => {
    const rig = done(small, changeControls(indexRig(small), byName(small, 'B 1', 'B 2'), { light: 'colour' }));
    expect(rig.controls.filter((c) => c.light === 'colour').map((c) => c.name)).toEqual(['B 1', 'B 2']);
    expect(changeControls(indexRig(rig), byName(rig, 'B 1'), { light: 'colour' })).toBeNull();
    expect(done(rig, removeControls(rig, byName(rig, 'B 1', 'K 1'))).controls).toHaveLength(6);
    expect(resizePanel(rig, unit(rig), { width: 100, height: 116 })).toBeNull();
  });
});
