'use client';
// What is seen of a drag on the panel: the nodes are moved by hand and nothing is rendered until it is let go.
import { type RefObject, useRef } from 'react';
import type { Box, Guide } from '@/core/rig';

/** Of more than so many controls only the outlines move. */
const MANY = 24;

/** Millimetres on the panel. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Lifted {
  readonly panel: RefObject<HTMLDivElement | null>;
  readonly frame: RefObject<HTMLDivElement | null>;
  readonly lines: RefObject<{ x: HTMLDivElement | null; y: HTMLDivElement | null }>;
  readonly outlines: RefObject<SVGSVGElement | null>;
  readonly node: (id: string) => HTMLElement | null;
  /** Takes up the nodes that will move. */
  readonly lift: (ids: readonly string[], boxes: readonly Box[]) => void;
  /** Moves what is lifted, in millimetres from where it lay. */
  readonly shift: (dx: number, dy: number) => void;
  readonly showGuides: (guides: readonly Guide[]) => void;
  readonly drawFrame: (from: Point, to: Point) => void;
  /** Puts everything back to what is rendered. */
  readonly drop: () => void;
}

export function useLifted(scale: number): Lifted {
  const panel = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const lines = useRef<{ x: HTMLDivElement | null; y: HTMLDivElement | null }>({ x: null, y: null });
  const outlines = useRef<SVGSVGElement>(null);
  // The nodes that move, looked up once when a drag begins. Of many only their outlines move, as one drawing: three hundred nodes
  // restyled a frame would be felt.
  const moving = useRef<readonly (HTMLElement | SVGElement)[]>([]);
  const node = (id: string): HTMLElement | null => panel.current?.querySelector<HTMLElement>(`[data-control="${id}"]`) ?? null;
  const shift = (dx: number, dy: number): void => {
    const by = dx === 0 && dy === 0 ? '' : `translate(${dx * scale}px, ${dy * scale}px)`;
    for (const el of moving.current) el.style.transform = by;
  };
  const showGuides = (guides: readonly Guide[]): void => {
    for (const axis of ['x', 'y'] as const) {
      const line = lines.current[axis];
      const guide = guides.find((g) => g.axis === axis);
      if (!line) continue;
      line.style.display = guide ? 'block' : 'none';
      if (guide) line.style[axis === 'x' ? 'left' : 'top'] = `${guide.at * scale}px`;
    }
  };
  return {
    panel,
    frame,
    lines,
    outlines,
    node,
    shift,
    showGuides,
    lift: (ids, boxes) => {
      const drawing = outlines.current;
      if (ids.length <= MANY || !drawing) {
        moving.current = ids.flatMap((id) => node(id) ?? []);
        return;
      }
      drawing.firstElementChild?.setAttribute('d', boxes.map((c) => outline(c, scale)).join(''));
      drawing.style.display = 'block';
      panel.current?.setAttribute('data-lifted', '');
      moving.current = [drawing];
    },
    drawFrame: (from, to) => drawFrame(frame.current, from, to, scale),
    drop: () => {
      shift(0, 0);
      moving.current = [];
      if (outlines.current) outlines.current.style.display = 'none';
      panel.current?.removeAttribute('data-lifted');
      showGuides([]);
      if (frame.current) frame.current.style.display = 'none';
    },
  };
}

const outline = (c: Box, scale: number): string =>
  `M${c.x * scale} ${c.y * scale}h${c.width * scale}v${c.height * scale}h${-c.width * scale}z`;

function drawFrame(
  frame: HTMLDivElement | null,
  from: { readonly x: number; readonly y: number },
  to: { readonly x: number; readonly y: number },
  scale: number,
): void {
  if (!frame) return;
  frame.style.display = 'block';
  frame.style.left = `${Math.min(from.x, to.x) * scale}px`;
  frame.style.top = `${Math.min(from.y, to.y) * scale}px`;
  frame.style.width = `${Math.abs(to.x - from.x) * scale}px`;
  frame.style.height = `${Math.abs(to.y - from.y) * scale}px`;
}
