// Boxes on a panel in millimetres: moving, snapping, aligning and spreading them. Pure geometry, no rows.
import { exhaustive } from '../base';

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

export type Edge = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';

/** A line that a moved box came to lie on: `at` millimetres from the left (`x`) or the top (`y`). */
export interface Guide {
  readonly axis: 'x' | 'y';
  readonly at: number;
}

/** Tenths of a millimetre are as fine as anybody measures a panel. */
export const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** The smallest box around some; null around none. */
export function boundsOf(boxes: readonly Box[]): Box | null {
  const [first] = boxes;
  if (!first) return null;
  const left = Math.min(...boxes.map((b) => b.x));
  const top = Math.min(...boxes.map((b) => b.y));
  return {
    x: left,
    y: top,
    width: Math.max(...boxes.map((b) => b.x + b.width)) - left,
    height: Math.max(...boxes.map((b) => b.y + b.height)) - top,
  };
}

/** A move of some boxes held to a panel: they stop at its edges together and keep their places to each other. */
export function keptInside(
  boxes: readonly Box[],
  dx: number,
  dy: number,
  panel: Size,
): { readonly dx: number; readonly dy: number } {
  const around = boundsOf(boxes);
  if (!around) return { dx: 0, dy: 0 };
  const held = (start: number, length: number, by: number, most: number): number =>
    tenth(Math.max(-start, Math.min(by, Math.max(-start, most - length - start))));
  return { dx: held(around.x, around.width, dx, panel.width), dy: held(around.y, around.height, dy, panel.height) };
}

/**
 * A move drawn to the nearest line within `reach` millimetres: an edge or middle of a box that stays, else the raster. `raster`
 * is its step in millimetres; 0 for none. Each axis snaps by itself.
 */
export function snapped(
  moving: Box,
  staying: readonly Box[],
  by: { readonly dx: number; readonly dy: number },
  reach: number,
  raster: number,
): { readonly dx: number; readonly dy: number; readonly guides: readonly Guide[] } {
  const x = nearest(
    moving.x + by.dx,
    moving.width,
    staying.map((b) => [b.x, b.width]),
    reach,
  );
  const y = nearest(
    moving.y + by.dy,
    moving.height,
    staying.map((b) => [b.y, b.height]),
    reach,
  );
  const onRaster = (start: number, d: number): number =>
    raster > 0 ? tenth(Math.round((start + d) / raster) * raster - start) : tenth(d);
  const guides: Guide[] = [];
  if (x) guides.push({ axis: 'x', at: x.at });
  if (y) guides.push({ axis: 'y', at: y.at });
  return {
    dx: x ? tenth(by.dx + x.off) : onRaster(moving.x, by.dx),
    dy: y ? tenth(by.dy + y.off) : onRaster(moving.y, by.dy),
    guides,
  };
}

/** The nearest line for a stretch: start to start, middle to middle, end to end; null with none in reach. */
function nearest(
  start: number,
  length: number,
  others: readonly (readonly [number, number])[],
  reach: number,
): { readonly off: number; readonly at: number } | null {
  let best: { off: number; at: number } | null = null;
  for (const [from, size] of others) {
    for (const part of [0, 0.5, 1]) {
      const at = from + size * part;
      const off = at - (start + length * part);
      if (Math.abs(off) <= reach && (best === null || Math.abs(off) < Math.abs(best.off))) best = { off, at };
    }
  }
  return best;
}

/** Boxes drawn to one line of their common bounds, in their order. */
export function aligned<B extends Box>(boxes: readonly B[], edge: Edge): readonly B[] {
  const around = boundsOf(boxes);
  if (!around) return boxes;
  return boxes.map((b) => {
    switch (edge) {
      case 'left':
        return { ...b, x: tenth(around.x) };
      case 'centre':
        return { ...b, x: tenth(around.x + (around.width - b.width) / 2) };
      case 'right':
        return { ...b, x: tenth(around.x + around.width - b.width) };
      case 'top':
        return { ...b, y: tenth(around.y) };
      case 'middle':
        return { ...b, y: tenth(around.y + (around.height - b.height) / 2) };
      case 'bottom':
        return { ...b, y: tenth(around.y + around.height - b.height) };
      default:
        return exhaustive(edge);
    }
  });
}

/** Boxes spread so that their middles are evenly apart between the outermost two; in the order given. Fewer than three stay. */
export function spread<B extends Box>(boxes: readonly B[], way: 'across' | 'down'): readonly B[] {
  if (boxes.length < 3) return boxes;
  const middle = (b: Box): number => (way === 'across' ? b.x + b.width / 2 : b.y + b.height / 2);
  const inOrder = boxes.map((box, i) => ({ box, i })).sort((a, b) => middle(a.box) - middle(b.box));
  const middles = inOrder.map((entry) => middle(entry.box));
  const from = middles[0] ?? 0;
  const step = ((middles.at(-1) ?? 0) - from) / (boxes.length - 1);
  const positionOf = new Map(inOrder.map((entry, i) => [entry.i, i]));
  return boxes.map((b, i) => {
    const at = from + step * (positionOf.get(i) ?? 0);
    return way === 'across' ? { ...b, x: tenth(at - b.width / 2) } : { ...b, y: tenth(at - b.height / 2) };
  });
}

/** Pairs of boxes that lie over each other by more than a tenth of a millimetre, as places in the list. */
export function overlaps(boxes: readonly Box[]): readonly (readonly [number, number])[] {
  const byLeft = boxes.map((b, i) => ({ b, i })).sort((p, q) => p.b.x - q.b.x);
  const found: [number, number][] = [];
  byLeft.forEach(({ b, i }, at) => {
    for (let k = at + 1; k < byLeft.length; k++) {
      const other = byLeft[k];
      if (!other || other.b.x >= b.x + b.width) break;
      if (shared(b.x, b.width, other.b.x, other.b.width) > 0.1 && shared(b.y, b.height, other.b.y, other.b.height) > 0.1)
        found.push([Math.min(i, other.i), Math.max(i, other.i)]);
    }
  });
  return found;
}

/** How much two stretches share, to a tenth of a millimetre. */
const shared = (a: number, aLength: number, b: number, bLength: number): number =>
  tenth(Math.min(a + aLength, b + bLength) - Math.max(a, b));

/** Boxes as one reads: in rows from the top, each from the left. What lies within half a height of the first of a row is in it. */
export function readingOrder<B extends Box>(boxes: readonly B[]): readonly B[] {
  const middle = (b: Box): number => b.y + b.height / 2;
  const rows: B[][] = [];
  for (const b of [...boxes].sort((p, q) => middle(p) - middle(q))) {
    const row = rows.at(-1);
    const [first] = row ?? [];
    if (row && first && middle(b) - middle(first) < first.height / 2) row.push(b);
    else rows.push([b]);
  }
  return rows.flatMap((row) => row.sort((p, q) => p.x - q.x));
}
