'use client';

// Laying out the panel of a controller in millimetres: what is on it, where, how large, what it is called. The same for a controller on a rig and for
// a template of the library.

import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { counted } from '@/core/base';
import { addGrid, type GridWish, moveControls, resizePanel } from '@/core/commands';
import { type Control, type Controller, type Edit, overlaps, type RigIndex, rowSchemas } from '@/core/rig';
import { useCommand } from '../commands/use-command';
import { NumberField } from '../primitives/number-field';
import { useRig } from '../store/provider';
import { Board } from './board';
import { GridForm } from './grid-form';
import { LayoutBar } from './layout-bar';
import { Properties } from './properties';
import { RULER } from './ruler';
import { useLayoutEdits } from './use-layout-edits';

const STEP_MM = 1;

export function PanelScreen({
  index,
  controller,
  aside,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  /** What stands above the properties: where this panel belongs. */
  readonly aside?: ReactNode;
}) {
  const edit = useRig((s) => s.edit);
  const controls = index.controlsOf.get(controller.id) ?? none;
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const [wish, setWish] = useState<GridWish | null>(null);
  const [raster, setRaster] = useState(1);
  const [zoom, setZoom] = useState<number | null>(null);
  const room = useRef<HTMLDivElement>(null);
  const fit = useFit(room, controller);
  const scale = zoom ?? fit;
  const chosen = useMemo(() => controls.filter((c) => ids.has(c.id)), [controls, ids]);
  const over = useMemo(() => overlapping(controls), [controls]);
  const ghosts = useMemo(() => (wish ? ghostsOf(index, controller, wish) : none), [index, controller, wish]);
  const choose = (next: readonly string[]): void => setIds(new Set(next));
  const did = (made: Edit | null): boolean => made !== null && edit(made);

  const { add, copy, remove } = useLayoutEdits({ index, controller, chosen, choose });
  const move = (dx: number, dy: number): void => void did(moveControls(controller, chosen, dx, dy));
  const letGo = (): void => choose([]);
  // Also when nothing on the panel has the focus: the browser's own meaning of these keys helps nobody here.
  useCommand('panel-all', () => choose(controls.map((c) => c.id)));
  useCommand('panel-copy', copy);
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_316px]">
      <section aria-label="The panel" className="flex min-h-0 min-w-0 flex-col">
        <LayoutBar
          controls={controls}
          wish={wish}
          setWish={setWish}
          raster={raster}
          setRaster={setRaster}
          zoom={zoom}
          setZoom={setZoom}
          chosen={chosen}
          did={did}
          copy={copy}
          remove={remove}
          scale={scale}
        />
        {wish && (
          <GridForm
            {...{ controller, controls, wish }}
            onWish={setWish}
            onAdd={(grow) => add(wish, grow) && setWish(null)}
            onClose={() => setWish(null)}
          />
        )}
        <div ref={room} className="min-h-0 flex-1 overflow-auto p-5">
          <Board
            controller={controller}
            controls={controls}
            chosen={ids}
            over={over}
            ghosts={ghosts}
            scale={scale}
            raster={raster}
            onChoose={choose}
            onMove={move}
            onKey={(event) => layoutKey(event, { chosen: chosen.length > 0, move, remove, letGo })}
          />
          {controls.length === 0 && !wish && <NothingOnIt />}
        </div>
      </section>
      <aside aria-label="What is chosen" className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l bg-sheet px-4 py-3">
        {aside}
        {chosen.length > 0 && <Properties index={index} controller={controller} controls={chosen} />}
        {chosen.length === 0 && <PanelFacts index={index} controller={controller} controls={controls} over={over.size} />}
      </aside>
    </main>
  );
}

/** The ids of controls that lie over each other. */
const overlapping = (controls: readonly Control[]): ReadonlySet<string> =>
  new Set(overlaps(controls).flatMap(([a, b]) => [controls[a]?.id ?? '', controls[b]?.id ?? '']));

/** What a key does to the chosen controls: arrows move by a millimetre, by ten with Shift, by a tenth with Alt. */
function layoutKey(
  event: KeyboardEvent,
  {
    chosen,
    move,
    remove,
    letGo,
  }: {
    readonly chosen: boolean;
    readonly move: (dx: number, dy: number) => void;
    readonly remove: () => void;
    readonly letGo: () => void;
  },
): void {
  const way = arrows[event.key];
  if (way && chosen && !event.ctrlKey && !event.metaKey) {
    event.preventDefault();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : STEP_MM;
    move(way[0] * by, way[1] * by);
  } else if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    remove();
  } else if (event.key === 'Escape') letGo();
}

function NothingOnIt() {
  return (
    <p className="pt-4 pl-6 text-ink-2">
      Nothing is on this panel yet. Measure the real one, set its size at the right, then add a row: “8 faders, 20 mm apart, named
      F 1 to F 8” is one step.
    </p>
  );
}

const none: readonly Control[] = [];
const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Pixels per millimetre at which the whole panel is seen. */
function useFit(room: { readonly current: HTMLDivElement | null }, controller: Controller): number {
  const [fit, setFit] = useState(1.6);
  useEffect(() => {
    const box = room.current;
    if (!box) return;
    const watch = new ResizeObserver(() => {
      const wide = (box.clientWidth - 48 - RULER) / controller.width;
      const high = (box.clientHeight - 64 - RULER) / controller.height;
      setFit(Math.max(0.3, Math.min(4, Math.floor(Math.min(wide, high) * 100) / 100)));
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, [room, controller.width, controller.height]);
  return fit;
}

/** What a wish would add, as far as the panel has room or would grow. */
function ghostsOf(index: RigIndex, controller: Controller, wish: GridWish): readonly Control[] {
  let n = 0;
  const made = addGrid(index.rig, { ...controller, width: 3000, height: 3000 }, wish, () => `ghost${++n}`);
  return made?.edit.type === 'batch'
    ? made.edit.edits.flatMap((e) => (e.type === 'insert' && e.table === 'controls' ? [e.row] : []))
    : none;
}

function PanelFacts({
  index,
  controller,
  controls,
  over,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly over: number;
}) {
  const edit = useRig((s) => s.edit);
  const resized = (field: 'width' | 'height', mm: number): Edit | null =>
    resizePanel(index.rig, controller, { width: controller.width, height: controller.height, [field]: mm });
  const did = (made: Edit | null): boolean => made === null || edit(made);
  const size = (field: 'width' | 'height', label: string) => (
    <NumberField
      label={label}
      unit="mm"
      value={controller[field]}
      schema={rowSchemas.controllers.shape[field]}
      check={(mm) => (resized(field, mm) || mm === controller[field] ? null : 'Controls would lie outside.')}
      onValue={(mm) => did(resized(field, mm))}
    />
  );
  return (
    <div className="flex flex-col gap-3">
      <h2 className="font-semibold">The panel</h2>
      <div className="grid grid-cols-2 gap-2">
        {size('width', 'Width, mm')}
        {size('height', 'Height, mm')}
      </div>
      <p className="text-ink-2">
        {controls.length === 0 ? 'No control yet.' : `${counted(controls.length, 'control')}.`}
        {over > 0 && <span className="font-medium text-caution"> {over} lie over each other.</span>}
      </p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-xs text-ink-2">
        {[
          ['Click, Shift click', 'choose one, several'],
          ['Drag beside them', 'choose by a frame'],
          ['Drag', 'move; it snaps to the edges of others, Alt turns that off'],
          ['Arrows', 'move by 1 mm, Shift 10, Alt 0.1'],
          ['Tab', 'the next control'],
          ['Ctrl A, Ctrl D', 'choose all, copy'],
          ['Delete', 'take away'],
        ].map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-mono whitespace-nowrap text-ink">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
