'use client';

// Laying out the panel of a controller in millimetres: what is on it, where, how large, what it is called. The same for a controller on a rig and for
// a template of the library.

import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalDistributeCenter,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalDistributeCenter,
  Copy,
  Trash2,
  ZoomIn,
  ZoomOut,
} from 'lucide-react';
import { nanoid } from 'nanoid';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { counted } from '@/core/base';
import {
  addGrid,
  alignControls,
  copyControls,
  type GridWish,
  moveControls,
  removeControls,
  resizePanel,
  roomFor,
  spreadControls,
} from '@/core/commands';
import { apply, batch, type Control, type Controller, type Edit, overlaps, type RigIndex } from '@/core/rig';
import { useCommand } from '../commands/use-command';
import { Button } from '../primitives/button';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { parseDecimal } from '../primitives/numbers';
import { useRig, useRigStore } from '../store/provider';
import { Board } from './board';
import { firstWish, GridForm } from './grid-form';
import { Properties } from './properties';
import { RULER } from './ruler';

const newId = (): string => nanoid(10);

/** Pixels per millimetre that a person may choose. */
const SCALES = [0.6, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.2, 4];
const STEP_MM = 1;

const arrangements = [
  ['left', 'Left edges in line', AlignStartVertical],
  ['centre', 'Middles in line, one above the other', AlignCenterVertical],
  ['right', 'Right edges in line', AlignEndVertical],
  ['top', 'Top edges in line', AlignStartHorizontal],
  ['middle', 'Middles in line, side by side', AlignCenterHorizontal],
  ['bottom', 'Bottom edges in line', AlignEndHorizontal],
] as const;

const spreads = [
  { way: 'across', label: 'Even steps across', Icon: AlignHorizontalDistributeCenter },
  { way: 'down', label: 'Even steps down', Icon: AlignVerticalDistributeCenter },
] as const;

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
  const store = useRigStore();
  const controls = index.controlsOf.get(controller.id) ?? none;
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const [wish, setWish] = useState<GridWish | null>(null);
  const [raster, setRaster] = useState(1);
  const [zoom, setZoom] = useState<number | null>(null);
  const room = useRef<HTMLDivElement>(null);
  const fit = useFit(room, controller);
  const scale = zoom ?? fit;
  const chosen = useMemo(() => controls.filter((c) => ids.has(c.id)), [controls, ids]);
  const over = useMemo(
    () => new Set(overlaps(controls).flatMap(([a, b]) => [controls[a]?.id ?? '', controls[b]?.id ?? ''])),
    [controls],
  );
  const ghosts = useMemo(() => (wish ? ghostsOf(index, controller, wish) : none), [index, controller, wish]);
  const choose = (next: readonly string[]): void => setIds(new Set(next));
  const did = (made: Edit | null): boolean => made !== null && edit(made);

  const add = (grow: boolean): void => {
    if (!wish) return;
    const needs = roomFor(wish);
    const bigger = grow
      ? resizePanel(index.rig, controller, {
          width: Math.max(controller.width, needs.width + 10),
          height: Math.max(controller.height, needs.height + 10),
        })
      : null;
    const grown = bigger ? apply(index.rig, bigger) : null;
    const rig = grown?.ok ? grown.value : index.rig;
    const unit = rig.controllers.find((c) => c.id === controller.id) ?? controller;
    const made = addGrid(rig, unit, wish, newId);
    if (!made) return;
    const whole = bigger && made.edit.type === 'batch' ? batch(made.edit.label, [bigger, ...made.edit.edits]) : made.edit;
    if (!edit(whole)) return;
    choose(made.ids);
    setWish(null);
  };
  const copy = (): void => {
    const made = copyControls(index.rig, controller, chosen, newId);
    if (!made) {
      toast.error('There is no room for copies.', { description: 'Make the panel larger, or move something aside.' });
      return;
    }
    if (edit(made.edit)) choose(made.ids);
  };
  const remove = (): void => {
    if (chosen.length === 0) return;
    const standing = chosen.reduce((n, c) => n + (index.assignmentsOf.get(c.id)?.length ?? 0), 0);
    const what = chosen.length === 1 ? (chosen[0]?.name ?? '') : `${chosen.length} controls`;
    if (!did(removeControls(index.rig, chosen))) return;
    choose([]);
    toast(`Deleted ${what}${standing > 0 ? ` and ${counted(standing, 'assignment')} on it` : ''}`, {
      duration: 12_000,
      action: { label: 'Undo', onClick: () => void store.getState().undo() },
    });
  };
  const keyDown = (event: KeyboardEvent): void => {
    const way = arrows[event.key];
    const command = event.ctrlKey || event.metaKey;
    if (way && chosen.length > 0 && !command) {
      event.preventDefault();
      const by = event.shiftKey ? 10 : event.altKey ? 0.1 : STEP_MM;
      did(moveControls(controller, chosen, way[0] * by, way[1] * by));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      remove();
    } else if (event.key === 'Escape') choose([]);
  };
  // Also when nothing on the panel has the focus: the browser's own meaning of these keys helps nobody here.
  useCommand('panel-all', () => choose(controls.map((c) => c.id)));
  useCommand('panel-copy', copy);
  const arrange = chosen.length >= 2;
  const zoomTo = (way: 1 | -1): void => {
    const next = way === 1 ? SCALES.find((s) => s > scale + 0.01) : SCALES.findLast((s) => s < scale - 0.01);
    setZoom(next ?? scale);
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_316px]">
      <section aria-label="The panel" className="flex min-h-0 min-w-0 flex-col">
        <div role="toolbar" aria-label="Lay out" className="flex h-11 shrink-0 items-center gap-1 border-b bg-sheet px-3">
          <Button tone="primary" onClick={() => setWish(wish ? null : firstWish('knob', controls))} aria-expanded={wish !== null}>
            Add a row or grid
          </Button>
          <span className="mx-1 h-6 w-px bg-rule" />
          {arrangements.map(([edge, label, Icon]) => (
            <Button
              key={edge}
              size="icon"
              tone="quiet"
              aria-label={label}
              title={label}
              disabled={!arrange}
              onClick={() => did(alignControls(chosen, edge))}
            >
              <Icon size={16} aria-hidden />
            </Button>
          ))}
          {spreads.map(({ way, label, Icon }) => (
            <Button
              key={way}
              size="icon"
              tone="quiet"
              aria-label={label}
              title={label}
              disabled={chosen.length < 3}
              onClick={() => did(spreadControls(chosen, way))}
            >
              <Icon size={16} aria-hidden />
            </Button>
          ))}
          <span className="mx-1 h-6 w-px bg-rule" />
          <Button
            size="icon"
            tone="quiet"
            aria-label="Copy, Control D"
            title="Copy (Ctrl D)"
            disabled={chosen.length === 0}
            onClick={copy}
          >
            <Copy size={16} aria-hidden />
          </Button>
          <Button
            size="icon"
            tone="quiet"
            aria-label="Delete what is chosen"
            title="Delete"
            disabled={chosen.length === 0}
            onClick={remove}
          >
            <Trash2 size={16} aria-hidden />
          </Button>
          <span className="flex-1" />
          <label className="flex items-center gap-1.5 text-xs text-ink-2">
            <input
              type="checkbox"
              className="accent-verdigris"
              checked={raster > 0}
              onChange={(e) => setRaster(e.target.checked ? 1 : 0)}
            />
            whole millimetres
          </label>
          <Button size="icon" tone="quiet" aria-label="Smaller" onClick={() => zoomTo(-1)}>
            <ZoomOut size={16} aria-hidden />
          </Button>
          <Button size="small" tone="quiet" onClick={() => setZoom(null)} aria-pressed={zoom === null}>
            Fit
          </Button>
          <Button size="icon" tone="quiet" aria-label="Larger" onClick={() => zoomTo(1)}>
            <ZoomIn size={16} aria-hidden />
          </Button>
        </div>
        {wish && (
          <GridForm
            controller={controller}
            controls={controls}
            wish={wish}
            onWish={setWish}
            onAdd={add}
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
            onMove={(dx, dy) => did(moveControls(controller, chosen, dx, dy))}
            onKey={keyDown}
          />
          {controls.length === 0 && !wish && (
            <p className="pt-4 pl-6 text-ink-2">
              Nothing is on this panel yet. Measure the real one, set its size at the right, then add a row: “8 faders, 20 mm
              apart, named F 1 to F 8” is one step.
            </p>
          )}
        </div>
      </section>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l bg-sheet px-4 py-3">
        {aside}
        {chosen.length > 0 ? (
          <Properties index={index} controller={controller} controls={chosen} />
        ) : (
          <PanelFacts index={index} controller={controller} controls={controls} over={over.size} />
        )}
      </aside>
    </main>
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
  const size = (field: 'width' | 'height', label: string) => (
    <Field label={label}>
      {(id) => (
        <CommitInput
          id={id}
          className="w-full font-mono"
          value={String(controller[field])}
          commit={(text) => {
            const mm = parseDecimal(text);
            if (mm === null || mm < 20 || mm > 3000) return 'Enter 20 to 3000 mm.';
            const made = resizePanel(index.rig, controller, { width: controller.width, height: controller.height, [field]: mm });
            if (!made) return mm === controller[field] ? null : 'Controls would lie outside.';
            return edit(made) ? null : NOT_TAKEN;
          }}
        />
      )}
    </Field>
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
          ['Drag', 'move; lines of others draw it, Alt lets go of them'],
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
