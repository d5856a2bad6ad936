'use client';
// The wires drawn: units in columns in the direction in which messages go, one line for each wire. A new one is drawn from the right edge of a unit.
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { Picture, PictureUnit, PictureWire } from '@/core/wires';
import { cx } from '../primitives/cx';
import { transportName } from '../primitives/transports';

const BOX = { width: 172, height: 44, gap: 26 } as const;
const PAD = 22;
/** Room at the right for wires between units of the last column. */
const ASIDE = 96;

interface Props {
  readonly picture: Picture;
  readonly chosen: string | null;
  /** Cables that hang loose. */
  readonly pulled?: ReadonlySet<string>;
  readonly onChoose: (wireId: string) => void;
  /** Absent where wires are neither drawn nor taken away. */
  readonly onAdd?: (fromId: string, toId: string) => void;
  readonly onRemove?: (wireId: string) => void;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A wire on its way: where it begins, and where the pointer is. */
interface Pull {
  readonly from: PictureUnit;
  readonly to: Point;
}

export function WiringDrawing({ picture, chosen, pulled, onChoose, onAdd, onRemove }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  const [pulling, setPulling] = useState<Pull | null>(null);
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setWidth(el.clientWidth));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const { height, total, byId, cornerOf } = layoutOf(picture, width);
  const at = (event: PointerEvent): Point => {
    const r = box.current?.getBoundingClientRect();
    return { x: event.clientX - (r?.left ?? 0) + (box.current?.scrollLeft ?? 0), y: event.clientY - (r?.top ?? 0) };
  };
  const unitAt = (p: Point): PictureUnit | null =>
    picture.units.find((u) => {
      const q = cornerOf(u);
      return p.x >= q.x - 12 && p.x <= q.x + BOX.width + 12 && p.y >= q.y - 6 && p.y <= q.y + BOX.height + 6;
    }) ?? null;
  const drop = (): void => {
    const to = pulling ? unitAt(pulling.to) : null;
    if (pulling && to && to.id !== pulling.from.id) onAdd?.(pulling.from.id, to.id);
    setPulling(null);
  };
  return (
    <div ref={box} className="relative shrink-0 overflow-x-auto rounded-md border bg-sheet" style={{ height }}>
      <svg width={total} height={height} className="absolute inset-0 text-ink-2" role="group" aria-label="The wires drawn">
        <title>The wires drawn</title>
        <ArrowTips />
        {picture.wires.map((w, i) => {
          const from = byId.get(w.wire.from.unitId);
          const to = byId.get(w.wire.to.unitId);
          if (!from || !to) return null;
          return (
            <WireLine
              key={w.wire.id}
              wire={w}
              names={[from.name, to.name]}
              path={
                from.column === to.column
                  ? besidePath(cornerOf(from), cornerOf(to), 34 + (i % 4) * 16)
                  : pathOf(cornerOf(from), cornerOf(to), w.back, height - 12 - (i % 6) * 8)
              }
              chosen={chosen === w.wire.id}
              pulled={pulled ? pulled.has(w.wire.id) : null}
              onChoose={() => onChoose(w.wire.id)}
              onRemove={() => onRemove?.(w.wire.id)}
            />
          );
        })}
        {pulling && (
          <path
            d={curve({ x: cornerOf(pulling.from).x + BOX.width, y: cornerOf(pulling.from).y + BOX.height / 2 }, pulling.to)}
            fill="none"
            stroke="var(--spark)"
            strokeWidth={2}
            strokeDasharray="5 4"
          />
        )}
      </svg>
      {picture.units.map((u) => {
        const p = cornerOf(u);
        const aimed = pulling !== null && pulling.from.id !== u.id && unitAt(pulling.to)?.id === u.id;
        const pull = onAdd ? { pulling, setPulling, at, drop } : null;
        return <UnitBox key={u.id} pull={pull} u={u} p={p} aimed={aimed} />;
      })}
    </div>
  );
}

/** Where each unit stands and how large the drawing is, in pixels, for a room of a width. */
function layoutOf(picture: Picture, width: number) {
  const rows = Math.max(1, ...picture.units.map((u) => u.row + 1));
  const backs = picture.wires.filter((w) => w.back).length;
  const height = PAD * 2 + rows * (BOX.height + BOX.gap) + (backs > 0 ? 26 + backs * 8 : 0);
  const byId = new Map(picture.units.map((u) => [u.id, u]));
  const aside = picture.wires.some((w) => byId.get(w.wire.from.unitId)?.column === byId.get(w.wire.to.unitId)?.column);
  const step =
    picture.columns > 1
      ? Math.max(BOX.width + 90, (width - PAD * 2 - BOX.width - (aside ? ASIDE : 0)) / (picture.columns - 1))
      : 0;
  const inColumn = new Map<number, number>();
  for (const u of picture.units) inColumn.set(u.column, (inColumn.get(u.column) ?? 0) + 1);
  const cornerOf = (u: PictureUnit): Point => {
    // A short column stands in the middle of a long one.
    const free = rows - (inColumn.get(u.column) ?? 0);
    return { x: PAD + u.column * step, y: PAD + (u.row + free / 2) * (BOX.height + BOX.gap) };
  };
  const total = Math.max(width, PAD * 2 + (picture.columns - 1) * step + BOX.width);
  return { height, total, byId, cornerOf };
}

function ArrowTips() {
  return (
    <defs>
      {(['ink-2', 'verdigris', 'stop', 'caution'] as const).map((tone) => (
        <marker
          key={tone}
          id={`tip-${tone}`}
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerUnits="userSpaceOnUse"
          markerWidth="12"
          markerHeight="12"
          orient="auto"
        >
          <path d="M0 0L8 4L0 8z" fill={`var(--${tone})`} />
        </marker>
      ))}
    </defs>
  );
}

/** How a new wire is drawn from a unit. */
interface Pulling {
  readonly pulling: Pull | null;
  readonly setPulling: (to: Pull | null) => void;
  readonly at: (event: PointerEvent) => Point;
  readonly drop: () => void;
}

function UnitBox({
  pull,
  u,
  p,
  aimed,
}: {
  readonly pull: Pulling | null;
  readonly u: PictureUnit;
  readonly p: Point;
  readonly aimed: boolean;
}) {
  return (
    <div
      className={cx(
        'absolute flex items-center rounded-md border-2 bg-sheet pl-3',
        u.type === 'controller' ? 'border-ink' : 'border-control-edge',
        aimed && 'border-spark',
      )}
      style={{ left: p.x, top: p.y, width: BOX.width, height: BOX.height }}
    >
      <span className="min-w-0 flex-1 truncate font-semibold" title={u.name}>
        {u.name}
      </span>
      {pull && (
        <span
          aria-hidden
          title={`Draw a wire from ${u.name}`}
          className="-mr-[9px] h-4 w-4 shrink-0 cursor-crosshair touch-none rounded-full border-2 border-ink bg-film hover:border-spark"
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            pull.setPulling({ from: u, to: pull.at(e) });
          }}
          onPointerMove={(e) => pull.pulling && pull.setPulling({ from: u, to: pull.at(e) })}
          onPointerUp={pull.drop}
          onPointerCancel={() => pull.setPulling(null)}
        />
      )}
    </div>
  );
}

function curve(a: Point, b: Point): string {
  const bend = Math.max(40, Math.abs(b.x - a.x) / 2);
  return `M${a.x} ${a.y}C${a.x + bend} ${a.y} ${b.x - bend} ${b.y} ${b.x} ${b.y}`;
}

/** Forward from the right edge to the left edge; back below everything. */
function pathOf(from: Point, to: Point, back: boolean, floor: number): { readonly d: string; readonly label: Point } {
  const a = { x: from.x + BOX.width + 8, y: from.y + BOX.height / 2 };
  const b = { x: to.x - 3, y: to.y + BOX.height / 2 };
  if (!back) return { d: curve(a, b), label: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 } };
  const start = { x: from.x + BOX.width / 2 + 20, y: from.y + BOX.height };
  const end = { x: to.x + BOX.width / 2 - 20, y: to.y + BOX.height };
  return {
    d: `M${start.x} ${start.y}C${start.x} ${floor} ${start.x - 30} ${floor} ${(start.x + end.x) / 2} ${floor}S${end.x} ${floor} ${end.x} ${end.y + 3}`,
    label: { x: (start.x + end.x) / 2, y: floor },
  };
}

/** Between two units of one column: out at the right and in at the right. */
function besidePath(from: Point, to: Point, out: number): { readonly d: string; readonly label: Point } {
  const way = to.y > from.y ? -1 : 1;
  const a = { x: from.x + BOX.width + 8, y: from.y + BOX.height / 2 };
  const b = { x: to.x + BOX.width + 4, y: to.y + BOX.height / 2 + way * 14 };
  const far = a.x + out;
  return { d: `M${a.x} ${a.y}C${far} ${a.y} ${far} ${b.y} ${b.x} ${b.y}`, label: { x: a.x + out * 0.8, y: (a.y + b.y) / 2 } };
}

/** What is written on a wire: what is wrong with it, its ports, what it lets through. */
function wireLabel({ wire, loop, doubled, carries }: PictureWire, pulled: boolean): string {
  const marks = [
    pulled ? '× pulled' : '',
    wire.translator === null ? '' : `translated${wire.translator.name === '' ? '' : ` by ${wire.translator.name}`}`,
    loop ? 'loop' : '',
    doubled && !loop ? 'twice' : '',
    carries === 'notes' ? 'notes only' : '',
    carries === 'nothing' ? 'closed' : '',
  ]
    .filter((m) => m !== '')
    .join(', ');
  const filters = [wire.channels === null ? '' : `ch ${wire.channels.join(' ')}`, wire.types === null ? '' : 'some kinds']
    .filter((f) => f !== '')
    .join(', ');
  const ports = wire.from.port === '' && wire.to.port === '' ? '' : `${wire.from.port || '…'} → ${wire.to.port || '…'}`;
  return [marks, ports, filters].filter((l) => l !== '').join('; ');
}

function WireLine({
  wire: picture,
  names: [from, to],
  path,
  chosen,
  pulled,
  onChoose,
  onRemove,
}: {
  readonly wire: PictureWire;
  readonly names: readonly [string, string];
  readonly path: { readonly d: string; readonly label: Point };
  readonly chosen: boolean;
  /** Null where wires are chosen and not pulled. */
  readonly pulled: boolean | null;
  readonly onChoose: () => void;
  readonly onRemove: () => void;
}) {
  const { wire, loop, doubled, carries } = picture;
  const tone = chosen ? 'verdigris' : pulled ? 'stop' : loop ? 'stop' : doubled ? 'caution' : 'ink-2';
  const label = wireLabel(picture, pulled === true);
  return (
    // An SVG group is the only thing that can be pressed along a curve.
    <g
      role="button"
      tabIndex={0}
      aria-pressed={pulled ?? chosen}
      aria-label={`${pulled === null ? 'Wire' : 'Cable'} from ${from} to ${to} over ${transportName(wire.transport)}${label === '' ? '' : `: ${label}`}`}
      className="cursor-pointer outline-none [&:focus-visible>path:last-of-type]:stroke-[4px]"
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') onChoose();
        else if (e.key === 'Delete' || e.key === 'Backspace') onRemove();
        else return;
        e.preventDefault();
      }}
    >
      <path d={path.d} fill="none" stroke="transparent" strokeWidth={16} />
      <path
        d={path.d}
        fill="none"
        stroke={`var(--${tone})`}
        strokeWidth={chosen ? 3 : loop || doubled ? 2.5 : 1.6}
        strokeDasharray={
          pulled
            ? '3 9'
            : carries === 'nothing'
              ? '2 5'
              : carries === 'notes'
                ? '7 4'
                : wire.transport === 'bluetooth'
                  ? '1 4'
                  : undefined
        }
        strokeLinecap="round"
        markerEnd={`url(#tip-${tone})`}
      />
      {label !== '' && (
        <text
          x={path.label.x}
          y={path.label.y - 5}
          textAnchor="middle"
          className={cx('text-xs font-medium', loop || pulled ? 'fill-stop' : doubled ? 'fill-caution' : 'fill-ink-2')}
          style={{ paintOrder: 'stroke', stroke: 'var(--sheet)', strokeWidth: 4 }}
        >
          {label}
        </text>
      )}
    </g>
  );
}
