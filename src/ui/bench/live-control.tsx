'use client';
// One control of the panel to play: pressed, turned, slid, by mouse, touch or keys.
import { type KeyboardEvent, memo, type PointerEvent, useEffect, useRef, useState } from 'react';
import type { ControlView } from '@/core/controller';
import { fitWords } from '@/core/paper';
import type { Control, Layer } from '@/core/rig';
import { ControlDrawing } from '../faceplate/control-drawing';
import { onTape } from '../faceplate/on-tape';
import { ColourMark } from '../primitives/colour-mark';
import { cx } from '../primitives/cx';
import { LayerMark } from '../primitives/marks';
import type { Untimed } from './bench-store';
import { isSwitch } from './keys';

interface Props {
  readonly control: Control;
  readonly view: ControlView | undefined;
  readonly layer: Layer | null;
  /** What it does here, for the tape; null where it does nothing. */
  readonly label: string | null;
  readonly letter: string | null;
  readonly printed: string | null;
  /** Percent of the panel. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  /** Pixels for the words on its tape. */
  readonly room: number;
  /** Width of the drawing in percent of the box. */
  readonly share: number;
  readonly does: (event: Untimed, stamp?: number) => void;
}

/** Keys that move what slides: while one is down, a finger is on it. */
const MOVING: ReadonlySet<string> = new Set(['ArrowUp', 'ArrowDown', 'PageUp', 'PageDown', 'Home', 'End']);

/** How long the wheel of a mouse stands still, in milliseconds, until what it moved is let go. */
const STILL_MS = 400;

/** Pixels of dragging for the whole travel of a knob, and for one click of an encoder. */
const TRAVEL = 180;
const CLICK = 5;

export const LiveControl = memo(function LiveControl(props: Props) {
  const { control, view, layer, label, letter, printed, left, top, width, room, share, does } = props;
  const box = useRef<HTMLButtonElement>(null);
  const drag = useRef<{ y: number; position: number; clicks: number; pressed: boolean; moved: boolean } | null>(null);
  // Where the hand has put it; what the panel says is older by a frame.
  const [hand, setHand] = useState<number | null>(null);
  const on = control.id;
  const presses = isSwitch(control) || control.subControls.length > 0;
  const turns = control.kind === 'encoder' || control.kind === 'jog';
  const slides = !isSwitch(control) && !turns;
  const position = turns ? (view?.position ?? null) : (hand ?? view?.position ?? null);

  const moveTo = (next: number): void => {
    const position = Math.min(1, Math.max(0, next));
    setHand(position);
    does({ do: 'move', on, position });
  };
  const turnBy = (clicks: number): void => {
    if (clicks !== 0) does({ do: 'turn', on, clicks });
  };
  const press = (velocity: number | null, stamp: number): void => does({ do: 'press', on, velocity }, stamp);
  const release = (stamp?: number): void => does({ do: 'release', on }, stamp);
  // Whether a key holds it: asked of the hand, for what is drawn comes a frame later.
  const keyed = useRef(false);
  const letGo = (): void => {
    if (keyed.current) release();
    keyed.current = false;
  };

  const down = (event: PointerEvent<HTMLButtonElement>): void => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const rect = event.currentTarget.getBoundingClientRect();
    const high = (event.clientY - rect.top) / Math.max(1, rect.height);
    // The cap of an encoder is pushed, its rim is turned; a fader is touched wherever it is taken.
    const rim =
      turns &&
      Math.hypot(event.clientX - rect.left - rect.width / 2, event.clientY - rect.top - rect.height / 2) > rect.width * 0.3;
    const pressed = isSwitch(control) || (control.subControls.length > 0 && !rim);
    drag.current = { y: event.clientY, position: position ?? 0, clicks: 0, pressed, moved: false };
    // A pad is struck harder towards its lower edge.
    if (pressed) press(control.kind === 'pad' ? Math.round(Math.min(1, 0.3 + 0.7 * high) * 127) / 127 : null, event.timeStamp);
  };
  const move = (event: PointerEvent<HTMLButtonElement>): void => {
    const now = drag.current;
    if (!now) return;
    const up = now.y - event.clientY;
    if (turns) {
      const clicks = Math.trunc(up / CLICK);
      turnBy(clicks - now.clicks);
      now.clicks = clicks;
    } else if (slides) {
      const rect = box.current?.getBoundingClientRect();
      const length = control.kind === 'knob' ? TRAVEL : Math.max(60, (rect?.height ?? TRAVEL) * 0.86);
      if (up !== 0 || now.moved) moveTo(now.position + up / length);
      now.moved = true;
    }
  };
  const springs = control.springsTo !== null;
  // What springs back goes where it rests: the panel says where that is. A wheel of a mouse is a finger until it stands still.
  const fingered = useRef(false);
  const still = useRef<number | undefined>(undefined);
  const spring = (): void => {
    if (fingered.current && springs) {
      setHand(null);
      release();
    }
    fingered.current = false;
  };
  const up = (event: PointerEvent<HTMLButtonElement>): void => {
    if (drag.current && slides && springs) {
      fingered.current = true;
      spring();
    } else if (drag.current?.pressed) release(event.timeStamp);
    drag.current = null;
  };

  // A wheel that turns a knob must not scroll the page: React's own listener could not keep it from that.
  const wheel = useRef<(event: WheelEvent) => void>(() => undefined);
  wheel.current = (event) => {
    event.preventDefault();
    const clicks = event.deltaY < 0 ? 1 : -1;
    if (turns) turnBy(clicks);
    else {
      moveTo((position ?? 0) + clicks * (event.shiftKey ? 8 / 127 : 1 / 127));
      fingered.current = true;
      window.clearTimeout(still.current);
      if (springs) still.current = window.setTimeout(spring, STILL_MS);
    }
  };
  useEffect(() => () => window.clearTimeout(still.current), []);
  useEffect(() => {
    const node = box.current;
    if (!node || isSwitch(control)) return;
    const listen = (event: WheelEvent): void => wheel.current(event);
    node.addEventListener('wheel', listen, { passive: false });
    return () => node.removeEventListener('wheel', listen);
  }, [control]);

  const keyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 8, PageDown: -8 }[event.key];
    if (by !== undefined && !isSwitch(control)) {
      if (turns) turnBy(by);
      else moveTo((position ?? 0) + by / 127);
      fingered.current = slides;
    } else if ((event.key === 'Home' || event.key === 'End') && slides) {
      moveTo(event.key === 'Home' ? 0 : 1);
      fingered.current = true;
    } else if ((event.key === ' ' || event.key === 'Enter') && presses) {
      if (!event.repeat) press(null, event.timeStamp);
      keyed.current = true;
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const keyUp = (event: KeyboardEvent): void => {
    if ((event.key === ' ' || event.key === 'Enter') && presses) {
      event.preventDefault();
      letGo();
    } else if (MOVING.has(event.key)) spring();
  };

  const pose = {
    position,
    lit: view?.lit ?? false,
    down: view?.down ?? false,
    colour: view?.colour ?? '',
    blinks: view?.blinks ?? 0,
  };
  const value = position === null ? '' : `, at ${Math.round(position * 100)} %`;
  return (
    <div className="absolute flex flex-col items-center px-0.5" style={{ left: `${left}%`, top: `${top}%`, width: `${width}%` }}>
      <button
        ref={box}
        type="button"
        data-control={control.id}
        data-lit={pose.lit}
        aria-label={`${control.name}: ${label ?? 'nothing here'}${value}${letter === null ? '' : `, key ${letter.toUpperCase()}`}`}
        aria-pressed={isSwitch(control) ? pose.down : undefined}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onKeyDown={keyDown}
        onKeyUp={keyUp}
        onBlur={() => {
          letGo();
          spring();
        }}
        onContextMenu={(event) => event.preventDefault()}
        className={cx('relative block touch-none rounded-md select-none', turns || slides ? 'cursor-ns-resize' : '')}
        style={{ width: `${share}%`, aspectRatio: `${control.width} / ${control.height}` }}
      >
        <ControlDrawing control={control} pose={pose} />
        {pose.colour !== '' && <ColourMark name={pose.colour} off={!pose.lit} className="absolute bottom-0.5 left-0.5" />}
        {printed !== null && (
          <span className="pointer-events-none absolute inset-0 flex items-center justify-center font-mono text-xs text-ink-2">
            {printed}
          </span>
        )}
        {letter !== null && (
          <kbd className="pointer-events-none absolute -top-1 -right-1 min-w-4 rounded-sm border border-control-edge bg-film px-1 text-center font-mono text-xs leading-4 text-ink-2 uppercase">
            {letter}
          </kbd>
        )}
        {layer && <LayerMark layer={layer} size={12} className="pointer-events-none absolute -top-1 -left-1" />}
      </button>
      {label !== null && (
        <span className="tape mt-1 max-w-full truncate px-1 text-xs leading-4 font-semibold">
          {fitWords(label, room, 1, onTape)[0]}
        </span>
      )}
      {label === null && printed === null && (
        <span className="mt-0.5 max-w-full truncate text-xs leading-4 text-ink-3">{control.name}</span>
      )}
    </div>
  );
});
