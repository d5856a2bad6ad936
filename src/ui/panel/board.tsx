'use client';
// The panel in millimetres, to be laid out: choose, draw a frame, drag with snapping, nudge with the arrows. While something is dragged
// the nodes are moved by hand and nothing is rendered; the edit is made once, when it is let go.
import { type KeyboardEvent, memo, type PointerEvent, useMemo, useRef } from 'react';
import { type Box, boundsOf, type Control, type Controller, type Guide, keptInside, snapped } from '@/core/rig';
import { ControlDrawing } from '../faceplate/control-drawing';
import { cx } from '../primitives/cx';
import { RULER, Ruler } from './ruler';

/** Millimetres within which a line draws; pixels that a pointer moves before it counts as dragging. */
const REACH = 1.6;
const SLACK = 3;
/** Of more than so many controls only the outlines move. */
const MANY = 24;
/** Pixels below which a name says nothing any more. */
const LEAST_NAME = 24;

interface Props {
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly chosen: ReadonlySet<string>;
  /** Controls that lie over each other. */
  readonly over: ReadonlySet<string>;
  /** What would be added now, drawn faintly. */
  readonly ghosts: readonly Control[];
  /** Pixels per millimetre. */
  readonly scale: number;
  /** Step of the raster in millimetres; 0 for none. */
  readonly raster: number;
  readonly onChoose: (ids: readonly string[]) => void;
  readonly onMove: (dx: number, dy: number) => void;
  readonly onKey: (event: KeyboardEvent) => void;
}

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

export function Board({ controller, controls, chosen, over, ghosts, scale, raster, onChoose, onMove, onKey }: Props) {
  const panel = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const lines = useRef<{ x: HTMLDivElement | null; y: HTMLDivElement | null }>({ x: null, y: null });
  const drag = useRef<Drag | null>(null);
  const byId = useMemo(() => new Map(controls.map((c) => [c.id, c])), [controls]);
  // Handlers that a thousand renders of the controls share.
  const live = useRef({ byId, controls, chosen, scale, raster, controller, onChoose, onMove });
  live.current = { byId, controls, chosen, scale, raster, controller, onChoose, onMove };

  const node = (id: string): HTMLElement | null => panel.current?.querySelector<HTMLElement>(`[data-control="${id}"]`) ?? null;
  // The nodes that move, looked up once when a drag begins. Of many only their outlines move, as one drawing: three hundred nodes
  // restyled a frame would be felt.
  const moving = useRef<readonly (HTMLElement | SVGElement)[]>([]);
  const outlines = useRef<SVGSVGElement>(null);
  const beginMove = (ids: readonly string[]): void => {
    const drawing = outlines.current;
    if (ids.length <= MANY || !drawing) {
      moving.current = ids.flatMap((id) => node(id) ?? []);
      return;
    }
    const path = ids
      .flatMap((id) => byId.get(id) ?? [])
      .map((c) => `M${c.x * scale} ${c.y * scale}h${c.width * scale}v${c.height * scale}h${-c.width * scale}z`)
      .join('');
    drawing.firstElementChild?.setAttribute('d', path);
    drawing.style.display = 'block';
    panel.current?.setAttribute('data-lifted', '');
    moving.current = [drawing];
  };
  const shift = (dx: number, dy: number): void => {
    const by = dx === 0 && dy === 0 ? '' : `translate(${dx * live.current.scale}px, ${dy * live.current.scale}px)`;
    for (const el of moving.current) el.style.transform = by;
  };
  const showGuides = (guides: readonly Guide[]): void => {
    for (const axis of ['x', 'y'] as const) {
      const line = lines.current[axis];
      const guide = guides.find((g) => g.axis === axis);
      if (!line) continue;
      line.style.display = guide ? 'block' : 'none';
      if (guide) line.style[axis === 'x' ? 'left' : 'top'] = `${guide.at * live.current.scale}px`;
    }
  };
  const endDrag = (): void => {
    if (drag.current?.type === 'move') shift(0, 0);
    drag.current = null;
    if (outlines.current) outlines.current.style.display = 'none';
    panel.current?.removeAttribute('data-lifted');
    showGuides([]);
    if (frame.current) frame.current.style.display = 'none';
  };
  const at = (event: PointerEvent): { x: number; y: number } => {
    const box = panel.current?.getBoundingClientRect();
    return { x: (event.clientX - (box?.left ?? 0)) / scale, y: (event.clientY - (box?.top ?? 0)) / scale };
  };

  const down = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.button !== 0) return;
    const id = (event.target instanceof Element ? event.target.closest<HTMLElement>('[data-control]') : null)?.dataset.control;
    const where = at(event);
    panel.current?.setPointerCapture(event.pointerId);
    if (id === undefined) {
      drag.current = { type: 'frame', ...where, kept: event.shiftKey ? [...chosen] : [] };
      if (!event.shiftKey) onChoose([]);
      return;
    }
    const next = event.shiftKey
      ? chosen.has(id)
        ? [...chosen].filter((c) => c !== id)
        : [...chosen, id]
      : chosen.has(id)
        ? [...chosen]
        : [id];
    onChoose(next);
    drag.current = { type: 'move', ...where, ids: next, begun: false, dx: 0, dy: 0 };
    // After the drag has begun: a focus that comes with it is no Tab key.
    node(id)?.focus({ preventScroll: true });
  };
  const move = (event: PointerEvent<HTMLDivElement>): void => {
    const now = drag.current;
    if (!now) return;
    const where = at(event);
    if (now.type === 'frame') {
      drawFrame(frame.current, now, where, scale);
      return;
    }
    const dx = where.x - now.x;
    const dy = where.y - now.y;
    if (!now.begun && Math.hypot(dx, dy) * scale < SLACK) return;
    if (!now.begun) beginMove(now.ids);
    now.begun = true;
    const boxes = now.ids.flatMap((id) => byId.get(id) ?? []);
    const around = boundsOf(boxes);
    if (!around) return;
    const ids = new Set(now.ids);
    const to = event.altKey
      ? { dx, dy, guides: [] }
      : snapped(
          around,
          controls.filter((c) => !ids.has(c.id)),
          { dx, dy },
          REACH,
          raster,
        );
    const by = keptInside(boxes, to.dx, to.dy, controller);
    now.dx = by.dx;
    now.dy = by.dy;
    shift(by.dx, by.dy);
    showGuides(to.guides);
  };
  const up = (event: PointerEvent<HTMLDivElement>): void => {
    const now = drag.current;
    if (!now) return;
    if (now.type === 'frame') {
      const caught = within(controls, now, at(event)).map((c) => c.id);
      if (caught.length > 0) onChoose([...new Set([...now.kept, ...caught])]);
      endDrag();
      return;
    }
    const { dx, dy, begun } = now;
    endDrag();
    if (begun && (dx !== 0 || dy !== 0)) onMove(dx, dy);
  };
  const keyDown = (event: KeyboardEvent<HTMLDivElement>): void => {
    if (event.key === 'Escape' && drag.current) {
      event.preventDefault();
      endDrag();
      return;
    }
    onKey(event);
  };

  return (
    <div className="relative w-max" style={{ paddingLeft: RULER, paddingTop: RULER }}>
      <Ruler axis="x" length={controller.width} scale={scale} />
      <Ruler axis="y" length={controller.height} scale={scale} />
      <div
        ref={panel}
        role="group"
        aria-label={`Panel of ${controller.name}, to be laid out`}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={endDrag}
        onKeyDown={keyDown}
        className="relative touch-none border-2 border-ink bg-sheet select-none"
        style={{ width: controller.width * scale + 4, height: controller.height * scale + 4, ...paper(scale) }}
      >
        {controls.map((control) => (
          <Placed
            key={control.id}
            control={control}
            scale={scale}
            chosen={chosen.has(control.id)}
            over={over.has(control.id)}
            onReach={() => {
              // Reached by the Tab key: it becomes the chosen one. A pointer has chosen already.
              if (!drag.current && !live.current.chosen.has(control.id)) live.current.onChoose([control.id]);
            }}
          />
        ))}
        {ghosts.map((ghost) => (
          <span key={ghost.id} aria-hidden className="absolute block text-spark opacity-60" style={boxStyle(ghost, scale)}>
            <ControlDrawing control={ghost} />
          </span>
        ))}
        <svg ref={outlines} aria-hidden className="pointer-events-none absolute inset-0 hidden h-full w-full overflow-visible">
          <path fill="none" stroke="var(--spark)" strokeWidth={1.5} />
        </svg>
        <div ref={frame} aria-hidden className="pointer-events-none absolute hidden border border-spark bg-spark/10" />
        <div
          ref={(el) => {
            lines.current.x = el;
          }}
          aria-hidden
          className="pointer-events-none absolute inset-y-0 hidden w-px bg-spark"
        />
        <div
          ref={(el) => {
            lines.current.y = el;
          }}
          aria-hidden
          className="pointer-events-none absolute inset-x-0 hidden h-px bg-spark"
        />
      </div>
    </div>
  );
}

/** Drafting paper: a dot each 10 mm. */
const paper = (scale: number) => ({
  backgroundImage: 'radial-gradient(circle at 0.5px 0.5px, var(--rule) 1px, transparent 1.2px)',
  backgroundSize: `${10 * scale}px ${10 * scale}px`,
});

const boxStyle = (box: Box, scale: number) => ({
  left: box.x * scale,
  top: box.y * scale,
  width: box.width * scale,
  height: box.height * scale,
});

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

interface PlacedProps {
  readonly control: Control;
  readonly scale: number;
  readonly chosen: boolean;
  readonly over: boolean;
  readonly onReach: () => void;
}

const Placed = memo(
  function Placed({ control, scale, chosen, over, onReach }: PlacedProps) {
    const small = Math.min(control.width, control.height) * scale < 26;
    // Half as wide again as the control, so that neighbours keep their own; too narrow for a word, it is left to the tooltip.
    const room = Math.max(control.width * scale * 1.5, Math.min(36, (control.width + 12) * scale));
    return (
      <button
        type="button"
        data-control={control.id}
        aria-pressed={chosen}
        aria-label={`${control.name}, ${control.kind.replace('-', ' ')}, ${control.x} by ${control.y} mm${over ? ', lies over another' : ''}`}
        title={control.name}
        onFocus={onReach}
        className={cx(
          'absolute block cursor-move rounded-sm outline-offset-1 in-data-lifted:aria-pressed:opacity-40',
          chosen && 'bg-verdigris-wash ring-2 ring-verdigris',
          over && !chosen && 'ring-2 ring-caution',
        )}
        style={boxStyle(control, scale)}
      >
        <ControlDrawing control={control} />
        {room >= LEAST_NAME && (
          <span
            className={cx(
              'pointer-events-none absolute left-1/2 -translate-x-1/2 truncate font-mono text-xs leading-4 text-ink-2',
              small || control.kind === 'fader' || control.kind === 'ribbon' || control.kind === 'footswitch'
                ? 'top-full mt-1'
                : 'top-1/2 -translate-y-1/2',
            )}
            style={{ maxWidth: room }}
          >
            {control.name}
          </span>
        )}
      </button>
    );
  },
  (a, b) => a.control === b.control && a.scale === b.scale && a.chosen === b.chosen && a.over === b.over,
);
