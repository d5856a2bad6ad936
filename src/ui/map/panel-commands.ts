'use client';
// What the keys of the panel do to the chosen control and its place.
import { removeAssignment } from '@/core/commands';
import { type Assignment, layersOn, type RigIndex } from '@/core/rig';
import { useCommand } from '../commands/use-command';
import type { GoTo, Where } from '../place/use-place';
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
  readonly onFind: () => void;
}

export function usePanelCommands({ index, where, go, acting, onPick, onFill, onListen, onFind }: Given): void {
  const edit = useRig((s) => s.edit);
  const { controller, control, place } = where;
  useCommand('panel-details', () =>
    document.querySelector<HTMLElement>('#inspector-panel select, #inspector-panel input, #inspector-panel button')?.focus(),
  );
  useCommand('panel-assign', onPick, { enabled: control !== null });
  useCommand('panel-fill', () => acting && onFill(acting), { enabled: acting !== null });
  useCommand('panel-clear', () => void (acting && edit(removeAssignment(index, acting))), { enabled: acting !== null });
  useCommand('panel-listen', onListen, { enabled: control !== null });
  useCommand('panel-bank', (key) => {
    if (Number(key) <= (controller?.firmware.banks ?? 0)) go({ bank: Number(key) });
  });
  useCommand('panel-layer', () => {
    const ids = [null, ...layersOn(index.rig, controller?.id ?? '').map((l) => l.id)];
    go({ layer: ids[(ids.indexOf(place.layerId) + 1) % ids.length] ?? null });
  });
  useCommand('map-find', onFind);
}
