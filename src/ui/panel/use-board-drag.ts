'use client';
// Choosing and moving controls by pointer: a frame over empty ground, a drag with snapping on a control. The edit is made once, at its end.
import { type PointerEvent, useRef } from 'react';
import { boundsOf, type Control, type Controller, keptInside, snapped } from '@/core/rig';
import type { Lifted, Point } from './lifted';

/** Millimetres within which a line draws; pixels that a pointer moves before it counts as dragging. */
const REACH = 1.6;
const SLACK = 3;

type Drag =
  | {
      readonly type: 'move';
      readonly x: number;
      readonly y: number;
      readonly ids: readonly string[];
      begun: boolean;
      dx: number;
      dy: number;
    }
  | { readonly type: 'frame'; readonly x: number; readonly y: number; readonly kept: readonly string[] };

interface Ground {
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly chosen: ReadonlySet<string>;
  readonly scale: number;
  readonly raster: number;
  readonly onChoose: (ids: readonly string[]) => void;
  readonly onMove: (dx: number, dy: number) => void;
}

export interface BoardDrag {
  readonly down: (event: PointerEvent<HTMLDivElement>) => void;
  readonly move: (event: PointerEvent<HTMLDivElement>) => void;
  readonly up: (event: PointerEvent<HTMLDivElement>) => void;
  readonly cancel: () => void;
  readonly isDragging: () => boolean;
}

export function useBoardDrag(ground: Ground, lifted: Lifted): BoardDrag {
  const { controls, chosen, scale, onChoose, onMove } = ground;
  const drag = useRef<Drag | null>(null);
  const at = (event: PointerEvent): Point => {
    const box = lifted.panel.current?.getBoundingClientRect();
    return { x: (event.clientX - (box?.left ?? 0)) / scale, y: (event.clientY - (box?.top ?? 0)) / scale };
  };
  const cancel = (): void => {
    drag.current = null;
    lifted.drop();
  };
  const down = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.button !== 0) return;
    const id = (event.target instanceof Element ? event.target.closest<HTMLElement>('[data-control]') : null)?.dataset.control;
    const where = at(event);
    lifted.panel.current?.setPointerCapture(event.pointerId);
    if (id === undefined) {
      drag.current = { type: 'frame', ...where, kept: event.shiftKey ? [...chosen] : [] };
      if (!event.shiftKey) onChoose([]);
      return;
    }
    const next = chosenWith(chosen, id, event.shiftKey);
    onChoose(next);
    drag.current = { type: 'move', ...where, ids: next, begun: false, dx: 0, dy: 0 };
    // After the drag has begun: a focus that comes with it is no Tab key.
    lifted.node(id)?.focus({ preventScroll: true });
  };
  const move = (event: PointerEvent<HTMLDivElement>): void => {
    const now = drag.current;
    if (!now) return;
    const where = at(event);
    if (now.type === 'frame') {
      lifted.drawFrame(now, where);
      return;
    }
    const dx = where.x - now.x;
    const dy = where.y - now.y;
    if (!now.begun && Math.hypot(dx, dy) * scale < SLACK) return;
    const ids = new Set(now.ids);
    const boxes = controls.filter((c) => ids.has(c.id));
    if (!now.begun) lifted.lift(now.ids, boxes);
    now.begun = true;
    const to = snappedMove(ground, boxes, ids, { x: dx, y: dy }, event.altKey);
    now.dx = to.dx;
    now.dy = to.dy;
    lifted.shift(to.dx, to.dy);
    lifted.showGuides(to.guides);
  };
  const up = (event: PointerEvent<HTMLDivElement>): void => {
    const now = drag.current;
    if (!now) return;
    cancel();
    if (now.type === 'frame') {
      const caught = within(controls, now, at(event)).map((c) => c.id);
      if (caught.length > 0) onChoose([...new Set([...now.kept, ...caught])]);
    } else if (now.begun && (now.dx !== 0 || now.dy !== 0)) onMove(now.dx, now.dy);
  };
  return { down, move, up, cancel, isDragging: () => drag.current !== null };
}

/** What is chosen after a press on a control: with shift it is added or taken away, else it comes alone unless it was chosen already. */
function chosenWith(chosen: ReadonlySet<string>, id: string, shift: boolean): readonly string[] {
  if (shift) return chosen.has(id) ? [...chosen].filter((c) => c !== id) : [...chosen, id];
  return chosen.has(id) ? [...chosen] : [id];
}

/** How far boxes move: to the lines of the others and the raster unless that is held off, never off the panel. */
function snappedMove(
  { controller, controls, raster }: Ground,
  boxes: readonly Control[],
  ids: ReadonlySet<string>,
  by: Point,
  free: boolean,
) {
  const around = boundsOf(boxes);
  const others = controls.filter((c) => !ids.has(c.id));
  const to =
    free || !around ? { dx: by.x, dy: by.y, guides: [] } : snapped(around, others, { dx: by.x, dy: by.y }, REACH, raster);
  return { ...keptInside(boxes, to.dx, to.dy, controller), guides: to.guides };
}

/** Controls that a frame touches. */
function within(
  controls: readonly Control[],
  from: { readonly x: number; readonly y: number },
  to: { readonly x: number; readonly y: number },
): readonly Control[] {
  const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
  const [top, bottom] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
  return controls.filter((c) => c.x < right && c.x + c.width > left && c.y < bottom && c.y + c.height > top);
}
