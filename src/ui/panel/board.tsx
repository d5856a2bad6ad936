'use client';
// The panel in millimetres, to be laid out: choose, draw a frame, drag with snapping, nudge with the arrows.
import { type KeyboardEvent, memo, useRef } from 'react';
import type { Box, Control, Controller } from '@/core/rig';
import { ControlDrawing } from '../faceplate/control-drawing';
import { cx } from '../primitives/cx';
import { useLifted } from './lifted';
import { RULER, Ruler } from './ruler';
import { useBoardDrag } from './use-board-drag';

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

export function Board({ controller, controls, chosen, over, ghosts, scale, raster, onChoose, onMove, onKey }: Props) {
  const lifted = useLifted(scale);
  const drag = useBoardDrag({ controller, controls, chosen, scale, raster, onChoose, onMove }, lifted);
  // For handlers that a thousand renders of the controls share.
  const live = useRef({ chosen, onChoose });
  live.current = { chosen, onChoose };
  const { panel, frame, lines, outlines } = lifted;
  const keyDown = (event: KeyboardEvent<HTMLDivElement>): void => {
    if (event.key === 'Escape' && drag.isDragging()) {
      event.preventDefault();
      drag.cancel();
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
        onPointerDown={drag.down}
        onPointerMove={drag.move}
        onPointerUp={drag.up}
        onPointerCancel={drag.cancel}
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
              if (!drag.isDragging() && !live.current.chosen.has(control.id)) live.current.onChoose([control.id]);
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
