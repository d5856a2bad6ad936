'use client';

// The panel to scale, with tape on every control that does something at this place.

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { type KeyboardEvent, memo, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Finding, gravest } from '@/core/checks';
import { isRaw, type Place } from '@/core/commands';
import { shortName } from '@/core/midi';
import { type Assignment, type Control, type Controller, doingWords, type Layer, type RigIndex } from '@/core/rig';
import { ColourMark } from '../primitives/colour-mark';
import { cx } from '../primitives/cx';
import { LayerMark, SeverityMark } from '../primitives/marks';
import { ControlDrawing } from './control-drawing';
import { type Effective, effective, offeredGestures } from './effective';
import { neighbour, roomBelow, tapeWidth } from './neighbours';
import { tapeId } from './tape-id';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly place: Place;
  readonly chosen: Control | null;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  readonly tape: 'both' | 'function' | 'number';
  readonly onChoose: (control: Control) => void;
  /** Single keys on the panel, besides the arrows; true when the key was taken. */
  readonly onKey: (key: string) => boolean;
}

const MAX_HEIGHT = 408;
/** Pixels that a line of tape or a printed name takes below its control, and a character of a name inside of it. */
const LINE = 19;
const CHARACTER = 7.6;
const roomInside = new Set<Control['kind']>(['pad', 'encoder', 'knob', 'button']);

export function Faceplate({ index, controller, place, chosen, findings, tape, onChoose, onKey }: Props) {
  const controls = index.controlsOf.get(controller.id) ?? [];
  const panel = useRef<HTMLDivElement>(null);
  const focus = chosen ?? controls[0] ?? null;
  const scale = useScale(panel, controller.width);

  const keyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const)[
      event.key as 'ArrowLeft'
    ]; // border: a key that is none of these gives undefined
    if (way && focus) {
      event.preventDefault();
      const next = neighbour(controls, focus, way[0], way[1]);
      if (next) {
        onChoose(next);
        panel.current?.querySelector<HTMLButtonElement>(`[data-control="${next.id}"]`)?.focus();
      }
      return;
    }
    if (onKey(event.key)) event.preventDefault();
  };

  return (
    <div
      ref={panel}
      role="group"
      aria-label={`Panel of ${controller.name}`}
      onKeyDown={keyDown}
      className="relative mx-auto rounded-[14px] border-2 border-ink bg-sheet shadow-sm"
      style={{
        width: `min(100%, ${(MAX_HEIGHT * controller.width) / controller.height}px)`,
        aspectRatio: `${controller.width} / ${controller.height}`,
      }}
    >
      <div aria-hidden className="pointer-events-none absolute inset-1.5 rounded-[10px] border border-rule" />
      {controls.map((control) => (
        <PanelControl
          key={control.id}
          index={index}
          control={control}
          controller={controller}
          place={place}
          width={tapeWidth(controls, control, controller.width)}
          scale={scale}
          room={roomBelow(controls, control, tapeWidth(controls, control, controller.width), controller.height) * scale}
          chosen={chosen?.id === control.id}
          reachable={focus?.id === control.id}
          findings={findings}
          tape={tape}
          onChoose={onChoose}
        />
      ))}
    </div>
  );
}

/** Pixels per millimetre of the panel as it is drawn now. */
function useScale(panel: RefObject<HTMLDivElement | null>, width: number): number {
  const [scale, setScale] = useState(1.4);
  useEffect(() => {
    const box = panel.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setScale(box.clientWidth / width));
    watch.observe(box);
    return () => watch.disconnect();
  }, [panel, width]);
  return scale;
}

interface ControlProps {
  readonly index: RigIndex;
  readonly control: Control;
  readonly controller: Controller;
  readonly place: Place;
  /** Millimetres. */
  readonly width: number;
  /** Pixels below the control. */
  readonly room: number;
  /** Pixels per millimetre. */
  readonly scale: number;
  readonly chosen: boolean;
  readonly reachable: boolean;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  readonly tape: 'both' | 'function' | 'number';
  readonly onChoose: (control: Control) => void;
}

const PanelControl = memo(function PanelControl({
  index,
  control,
  controller,
  place,
  width,
  room,
  scale,
  chosen,
  reachable,
  findings,
  tape,
  onChoose,
}: ControlProps) {
  const acting = useMemo(
    () => offeredGestures(index, control).flatMap((g) => effective(index, control, place, g) ?? []),
    [index, control, place],
  );
  const { setNodeRef: setGoal, isOver } = useDroppable({ id: control.id });
  const {
    setNodeRef: setSource,
    listeners,
    isDragging,
  } = useDraggable({ id: tapeId(control.id), disabled: acting.length === 0 });
  const setNodeRef = useCallback(
    (node: HTMLElement | null): void => {
      setGoal(node);
      setSource(node);
    },
    [setGoal, setSource],
  );
  const elsewhere = otherLayers(index, control, place);
  const worst = gravest(acting.flatMap((a) => findings.get(a.assignment.id) ?? []))?.severity ?? null;
  const opened = index.layersByModifier.get(control.id) ?? [];
  const [first] = acting;
  const percent = (mm: number, of: number): string => `${(mm / of) * 100}%`;
  const printed = control.name.replace(/^([A-Z]+) (\d+)$/, '$1$2');
  const inside = roomInside.has(control.kind) && control.width * scale >= printed.length * CHARACTER + 6;
  const lines = room >= LINE * 2 + (inside ? 0 : LINE) ? 2 : 1;
  const taped = acting.length > 0 || opened.length > 0;
  const below = !inside && room >= LINE + (taped ? LINE * lines : 0);
  const spoken = `${control.name}: ${first ? acting.map((a) => `${a.assignment.gesture.type} ${doingWords(index, a.assignment)}`).join(', ') : opened.length > 0 ? `opens ${opened.map((l) => l.name).join(', ')}` : 'free'}${worst === null ? '' : worst === 'stop' ? ', must fix' : ', look at'}`;
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-control={control.id}
      data-over={isOver && !isDragging ? '' : undefined}
      {...listeners}
      tabIndex={reachable ? 0 : -1}
      aria-pressed={chosen}
      aria-label={spoken}
      title={first ? `${control.name}: ${doingWords(index, first.assignment)}` : control.name}
      onClick={() => onChoose(control)}
      className={cx(
        'absolute flex flex-col items-center rounded-md px-0.5 pt-1 pb-1',
        chosen && 'bg-verdigris-wash ring-2 ring-verdigris',
        isOver && !isDragging && 'bg-verdigris-wash ring-2 ring-spark',
        isDragging && 'opacity-60',
      )}
      style={{
        left: percent(control.x + control.width / 2 - width / 2, controller.width),
        top: `calc(${percent(control.y, controller.height)} - 4px)`,
        width: percent(width, controller.width),
      }}
    >
      <span
        className="relative block"
        style={{ width: percent(control.width, width), aspectRatio: `${control.width} / ${control.height}` }}
      >
        <ControlDrawing control={control} />
        {lightOf(acting) !== null && (
          <span className="absolute bottom-0.5 left-0.5 flex gap-px">
            <ColourMark name={lightOf(acting)?.colour ?? ''} size={12} />
            <ColourMark name={lightOf(acting)?.colourOff ?? ''} size={12} off />
          </span>
        )}
        {inside && (
          <span className="absolute inset-0 flex items-center justify-center font-mono text-xs text-ink-2">{printed}</span>
        )}
      </span>
      <span className="absolute top-0 left-0 flex gap-0.5">
        {elsewhere.map((layer) => (
          <LayerMark key={layer?.id ?? 'base'} layer={layer} />
        ))}
      </span>
      {worst !== null && <SeverityMark severity={worst} size={20} className="absolute top-0 right-0 z-10" />}
      <TapeStrip index={index} acting={acting} opened={opened} tape={lines === 1 && tape === 'both' ? 'function' : tape} />
      {below && <span className="mt-0.5 max-w-full truncate text-xs leading-4 text-ink-2">{control.name}</span>}
    </button>
  );
});

/** The function whose colours a control shows: the first that has some. */
const lightOf = (acting: readonly Effective[]): Assignment | null =>
  acting.find((a) => a.assignment.colour !== '' || a.assignment.colourOff !== '')?.assignment ?? null;

/** Layers other than the one shown in which this control does something. */
function otherLayers(index: RigIndex, control: Control, place: Place): readonly (Layer | null)[] {
  const ids = new Set(
    (index.assignmentsOf.get(control.id) ?? [])
      .filter((a) => a.layerId !== place.layerId && (a.bank === null || place.bank === null || a.bank === place.bank))
      .map((a) => a.layerId),
  );
  return [...ids].map((id) => (id === null ? null : (index.layers.get(id) ?? null))).slice(0, 3);
}

/** What the tape says: the player's own text where no display says it or nothing is moved, else what is moved. */
function tapeWords(index: RigIndex, assignment: Assignment, moved: number): string {
  const shown = index.controls.get(assignment.controlId)?.display && !isRaw(assignment);
  const text = shown ? '' : assignment.textShort.trim();
  return text || (moved > 1 ? `Macro of ${moved}` : doingWords(index, assignment));
}

interface TapeProps {
  readonly index: RigIndex;
  readonly acting: readonly Effective[];
  readonly opened: readonly Layer[];
  readonly tape: 'both' | 'function' | 'number';
}

function TapeStrip({ index, acting, opened, tape }: TapeProps) {
  const [first, ...more] = acting;
  if (!first && opened.length === 0) return null;
  const send = first?.assignment.actions.find((a) => a.type === 'send');
  const meant = send?.type === 'send' ? send.meant : [];
  const name = first ? tapeWords(index, first.assignment, meant.length) : opened.map((l) => l.name).join(', ');
  const number = first ? (send?.type === 'send' ? shortName(send.message) : '') : 'layer';
  return (
    <span
      className={cx(
        'mt-1 flex w-full flex-col items-center px-1 py-px leading-tight',
        first === undefined || first.from === 'here' || first.from === 'every-bank' ? 'tape' : 'tape-fallen',
      )}
    >
      {tape !== 'number' && <span className="max-w-full truncate text-xs font-semibold">{name}</span>}
      {tape !== 'function' && (
        <span className="max-w-full truncate font-mono text-xs leading-4 opacity-90">
          {number}
          {more.length > 0 && <span> +{more.length}</span>}
        </span>
      )}
    </span>
  );
}
