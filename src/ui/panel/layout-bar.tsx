'use client';
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
import { alignControls, type GridWish, spreadControls } from '@/core/commands';
import type { Control, Edit } from '@/core/rig';
import { Button } from '../primitives/button';
// What lays controls out: adds, aligns, spreads, copies, deletes, and how large the panel is drawn.
import { Switch } from '../primitives/switch';
import { firstWish } from './grid-form';

/** What lays controls out: adds, aligns, spreads, copies, deletes, and how large the panel is drawn. */
export function LayoutBar({
  controls,
  wish,
  setWish,
  raster,
  setRaster,
  zoom,
  setZoom,
  chosen,
  did,
  copy,
  remove,
  scale,
}: {
  readonly controls: readonly Control[];
  readonly wish: GridWish | null;
  readonly setWish: (to: GridWish | null) => void;
  readonly raster: number;
  readonly setRaster: (to: number) => void;
  readonly zoom: number | null;
  readonly setZoom: (to: number | null) => void;
  readonly chosen: readonly Control[];
  readonly did: (made: Edit | null) => boolean;
  readonly copy: () => void;
  readonly remove: () => void;
  readonly scale: number;
}) {
  const zoomTo = (way: 1 | -1): void => {
    const next = way === 1 ? SCALES.find((x) => x > scale + 0.01) : SCALES.findLast((x) => x < scale - 0.01);
    setZoom(next ?? scale);
  };
  return (
    <div role="toolbar" aria-label="Lay out" className="flex h-11 shrink-0 items-center gap-1 border-b bg-sheet px-3">
      <Button tone="primary" onClick={() => setWish(wish ? null : firstWish('knob', controls))} aria-expanded={wish !== null}>
        Add a row or grid
      </Button>
      <span className="mx-1 h-6 w-px bg-rule" />
      <ArrangeButtons chosen={chosen} did={did} arrange={chosen.length >= 2} />
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
      <Switch label="whole millimetres" className="text-xs text-ink-2" on={raster > 0} onChange={(on) => setRaster(on ? 1 : 0)} />
      <ZoomButtons zoom={zoom} setZoom={setZoom} zoomTo={zoomTo} />
    </div>
  );
}

export function ArrangeButtons({
  chosen,
  did,
  arrange,
}: {
  readonly chosen: readonly Control[];
  readonly did: (made: Edit | null) => boolean;
  readonly arrange: boolean;
}) {
  return (
    <>
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
    </>
  );
}

export function ZoomButtons({
  zoom,
  setZoom,
  zoomTo,
}: {
  readonly zoom: number | null;
  readonly setZoom: (to: number | null) => void;
  readonly zoomTo: (way: 1 | -1) => void;
}) {
  return (
    <>
      <Button size="icon" tone="quiet" aria-label="Smaller" onClick={() => zoomTo(-1)}>
        <ZoomOut size={16} aria-hidden />
      </Button>
      <Button size="small" tone="quiet" onClick={() => setZoom(null)} aria-pressed={zoom === null}>
        Fit
      </Button>
      <Button size="icon" tone="quiet" aria-label="Larger" onClick={() => zoomTo(1)}>
        <ZoomIn size={16} aria-hidden />
      </Button>
    </>
  );
}

/** Pixels per millimetre that a person may choose. */
const SCALES = [0.6, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.2, 4];

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
