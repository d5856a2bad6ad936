'use client';
// What the keys of the panel do to the chosen control and its place.
import { useState } from 'react';
import { type CopyWish, doneAt, type Place, removeAssignment, type Spot } from '@/core/commands';
import { type Assignment, type Control, type Layer, layersOn, type RigIndex } from '@/core/rig';
import { useCommand } from '../commands/use-command';
import type { GoTo, Where } from '../place/use-place';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

interface Given {
  readonly index: RigIndex;
  readonly where: Where;
  readonly go: GoTo;
  /** The function of the chosen control at the place, if it has one. */
  readonly acting: Assignment | null;
  readonly onPick: () => void;
  readonly onFill: (source: Assignment) => void;
  readonly onListen: () => void;
  /** Null where the gesture sets nothing. */
  readonly onValues: (() => void) | null;
  readonly onFind: () => void;
  /** Makes a layer, or changes one. */
  readonly onLayer: (layer: Layer | null) => void;
  readonly onCopy: (wish: Copying) => void;
  /** Copies the bank or page that is shown; null where there is only one. */
  readonly onCopyPlace: (() => void) | null;
}

/** What is copied, and where it is put first. */
export interface Copying {
  readonly from: Control;
  readonly place: Place;
  readonly onto: Control;
  readonly at: Spot;
  readonly way: CopyWish['way'];
}

/** Text that is marked is copied as text. */
const marksText = { ignoreEventWhen: () => (window.getSelection()?.toString() ?? '') !== '' };

export function usePanelCommands({
  index,
  where,
  go,
  acting,
  onPick,
  onFill,
  onListen,
  onValues,
  onFind,
  onLayer,
  onCopy,
  onCopyPlace,
}: Given): void {
  const edit = useRig((s) => s.edit);
  const { controller, control, place } = where;
  useCommand('panel-details', () =>
    document.querySelector<HTMLElement>('#inspector-panel select, #inspector-panel input, #inspector-panel button')?.focus(),
  );
  useCommand('panel-assign', onPick, { enabled: control !== null });
  useCommand('panel-fill', () => acting && onFill(acting), { enabled: acting !== null });
  useCommand('panel-clear', () => void (acting && edit(removeAssignment(index, acting))), { enabled: acting !== null });
  const [taken, setTaken] = useState<Pick<Copying, 'from' | 'place'> | null>(null);
  const does = control !== null && doneAt(index, control, place).length > 0;
  useCommand(
    'panel-take',
    () => {
      if (!control) return;
      setTaken({ from: control, place });
      toast(`${control.name} is copied.`, { description: 'Ctrl V puts it on another control, or into other banks.' });
    },
    { enabled: does, ...marksText },
  );
  useCommand('panel-paste', () => taken && control && onCopy({ ...taken, onto: control, at: place, way: 'copy' }), {
    enabled: taken !== null && control !== null && index.controls.has(taken.from.id),
  });
  useCommand('panel-listen', onListen, { enabled: control !== null });
  useCommand('panel-values', () => onValues?.(), { enabled: control !== null && onValues !== null });
  useCommand('panel-bank', (key) => {
    if (Number(key) <= (controller?.firmware.banks ?? 0)) go({ bank: Number(key) });
  });
  useCommand('panel-layer', () => {
    const ids = [null, ...layersOn(index.rig, controller?.id ?? '').map((l) => l.id)];
    go({ layer: ids[(ids.indexOf(place.layerId) + 1) % ids.length] ?? null });
  });
  useCommand('place-copy', () => onCopyPlace?.(), { enabled: onCopyPlace !== null });
  useCommand('map-find', onFind);
  useCommand('layer-add', () => onLayer(null), { enabled: controller !== null });
  const open = index.layers.get(place.layerId ?? '') ?? index.layersByModifier.get(control?.id ?? '')?.[0] ?? null;
  useCommand('layer-change', () => open && onLayer(open), { enabled: open !== null });
}
