'use client';

// The panel to scale, with tape on every control that does something at this place.

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, memo, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type Finding, gravest } from '@/core/checks';
import { isRaw, type Place } from '@/core/commands';
import { shortName } from '@/core/midi';
import { fitWords } from '@/core/paper';
import { type Assignment, type Control, type Controller, doingWords, type Layer, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { ColourMark } from '../primitives/colour-mark';
import { cx } from '../primitives/cx';
import { LayerMark, SeverityMark } from '../primitives/marks';
import { ControlDrawing } from './control-drawing';
import { type Effective, effective, offeredGestures } from './effective';
import { neighbour, roomBelow, tapeWidth } from './neighbours';
import { fitNumber, onTape } from './on-tape';
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
/** Pixels of tape below which no word has room: then it is tape without writing, and the list below says what it is. */
const NARROW = 38;
/** Pixels of tape below which a longer name is cut: then the panel can be looked at closer. */
const TIGHT = 56;
/** Pixels that a line of tape or a printed name takes below its control, and a character of a name inside of it. */
const LINE = 19;
/** Pixels of tape without writing. */
const BARE = 8;
const CHARACTER = 7.6;
const roomInside = new Set<Control['kind']>(['pad', 'encoder', 'knob', 'button']);

export function Faceplate({ index, controller, place, chosen, findings, tape, onChoose, onKey }: Props) {
  const controls = index.controlsOf.get(controller.id) ?? [];
  const panel = useRef<HTMLDivElement>(null);
  const focus = chosen ?? controls[0] ?? null;
  const scale = useScale(panel, controller.width);
  const { zoom, by } = useZoom(panel, controller.id);
  const widths = useMemo(
    () => new Map(controls.map((c) => [c.id, tapeWidth(controls, c, controller.width)])),
    [controls, controller.width],
  );
  // Where tape has no room for words the panel can be looked at closer.
  const small = controls.some((c) => ((widths.get(c.id) ?? 0) * scale) / zoom < TIGHT);

  const keyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const)[
      event.key as 'ArrowLeft'
    ]; // border: a key that is none of these gives undefined
    // From where the finger is by now: quick keys are ahead of what is chosen.
    const at = event.target instanceof HTMLElement ? event.target.dataset.control : undefined;
    const from = controls.find((c) => c.id === at) ?? focus;
    if (way && from) {
      event.preventDefault();
      const next = neighbour(controls, from, way[0], way[1]);
      if (next) {
        onChoose(next);
        panel.current?.querySelector<HTMLButtonElement>(`[data-control="${next.id}"]`)?.focus();
      }
      return;
    }
    if (event.key === '+' || event.key === '-') {
      event.preventDefault();
      by(event.key === '+' ? 1 : -1);
      return;
    }
    if (onKey(event.key)) event.preventDefault();
  };

  return (
    <div className="relative shrink-0">
      <div className={cx(zoom > 1 && 'overflow-auto')} style={zoom > 1 ? { maxHeight: MAX_HEIGHT } : undefined}>
        <div
          ref={panel}
          role="group"
          aria-label={`Panel of ${controller.name}`}
          onKeyDown={keyDown}
          className="relative mx-auto rounded-[14px] border-2 border-ink bg-sheet shadow-sm"
          style={{
            width: `calc(min(100%, ${(MAX_HEIGHT * controller.width) / controller.height}px) * ${zoom})`,
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
              width={widths.get(control.id) ?? control.width}
              scale={scale}
              room={roomBelow(controls, control, widths.get(control.id) ?? control.width, controller.height) * scale}
              chosen={chosen?.id === control.id}
              reachable={focus?.id === control.id}
              findings={findings}
              tape={tape}
              onChoose={onChoose}
            />
          ))}
        </div>
      </div>
      {(small || zoom > 1) && <ZoomButtons zoom={zoom} by={by} />}
    </div>
  );
}

/** How close a panel is looked at: as a whole, and so many times as large. */
const ZOOMS = [1, 1.5, 2, 3, 4, 6] as const;

/** Closer and back, by buttons, keys, and the wheel with Ctrl; another panel is seen as a whole again. */
function useZoom(panel: RefObject<HTMLDivElement | null>, controllerId: string) {
  const [closer, setCloser] = useState<{ readonly of: string; readonly at: number }>({ of: controllerId, at: 0 });
  const at = closer.of === controllerId ? closer.at : 0;
  const by = useCallback(
    (steps: 1 | -1 | 'whole'): void =>
      setCloser((now) => {
        const before = now.of === controllerId ? now.at : 0;
        return { of: controllerId, at: steps === 'whole' ? 0 : Math.min(ZOOMS.length - 1, Math.max(0, before + steps)) };
      }),
    [controllerId],
  );
  useEffect(() => {
    const box = panel.current;
    if (!box) return;
    // The browser's own zoom would take the whole page along: React's listener could not keep it from that.
    const wheel = (event: WheelEvent): void => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      by(event.deltaY < 0 ? 1 : -1);
    };
    box.addEventListener('wheel', wheel, { passive: false });
    return () => box.removeEventListener('wheel', wheel);
  }, [panel, by]);
  return { zoom: ZOOMS[at] ?? 1, by };
}

function ZoomButtons({ zoom, by }: { readonly zoom: number; readonly by: (steps: 1 | -1 | 'whole') => void }) {
  return (
    <div className="mt-1 flex justify-end gap-1">
      <Button
        size="icon"
        aria-label="Closer"
        title="Closer (+)"
        disabled={zoom === ZOOMS[ZOOMS.length - 1]}
        onClick={() => by(1)}
      >
        <ZoomIn size={15} aria-hidden />
      </Button>
      <Button size="icon" aria-label="Further away" title="Further away (−)" disabled={zoom === 1} onClick={() => by(-1)}>
        <ZoomOut size={15} aria-hidden />
      </Button>
      {zoom > 1 && (
        <Button size="small" onClick={() => by('whole')}>
          Whole panel
        </Button>
      )}
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
  const lines = Math.min(3, Math.max(1, Math.floor((room - (inside ? 0 : LINE)) / LINE)));
  const taped = acting.length > 0 || opened.length > 0;
  const narrow = width * scale < NARROW;
  const written = [control.name, printed].find((name) => name.length * CHARACTER <= width * scale) ?? '';
  const below = !inside && written !== '' && room >= LINE + (taped ? (narrow ? BARE : LINE * lines) : 0);
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
      {narrow ? (
        taped && <span className={cx('mt-0.5 h-1.5 w-full', tapeLook(acting[0]))} />
      ) : (
        <TapeStrip
          index={index}
          acting={acting}
          opened={opened}
          tape={lines === 1 && tape === 'both' ? 'function' : tape}
          width={width * scale - 14}
          nameLines={Math.max(1, tape === 'both' ? lines - 1 : lines)}
        />
      )}
      {below && <span className="mt-0.5 max-w-full truncate text-xs leading-4 text-ink-2">{written}</span>}
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

/** Fresh tape for what stands here, faded for what shows through from Base. */
const tapeLook = (first: Effective | undefined): string =>
  first === undefined || first.from === 'here' || first.from === 'every-bank' ? 'tape' : 'tape-fallen';

interface TapeProps {
  readonly index: RigIndex;
  readonly acting: readonly Effective[];
  readonly opened: readonly Layer[];
  readonly tape: 'both' | 'function' | 'number';
  /** Pixels for a line. */
  readonly width: number;
  /** Lines that a name may take. */
  readonly nameLines: number;
}

function TapeStrip({ index, acting, opened, tape, width, nameLines }: TapeProps) {
  const [first, ...more] = acting;
  if (!first && opened.length === 0) return null;
  const send = first?.assignment.actions.find((a) => a.type === 'send');
  const meant = send?.type === 'send' ? send.meant : [];
  const name = first ? tapeWords(index, first.assignment, meant.length) : opened.map((l) => l.name).join(', ');
  const number = first ? (send?.type === 'send' ? shortName(send.message) : '') : 'layer';
  return (
    <span className={cx('mt-1 flex w-full flex-col items-center px-1 py-px leading-tight', tapeLook(first))}>
      {tape !== 'number' &&
        fitWords(name, width, nameLines, onTape).map((line, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the lines of one name, in order
          <span key={i} className="max-w-full truncate text-xs leading-4 font-semibold">
            {line}
          </span>
        ))}
      {tape !== 'function' && (
        <span className="max-w-full truncate font-mono text-xs leading-4 opacity-90">
          {fitNumber(number, more.length, Math.floor(width / CHARACTER))}
        </span>
      )}
    </span>
  );
}
