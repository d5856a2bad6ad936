'use client';
// The layers of a controller under its ladder: what opens each, and taking one away.
import { X } from 'lucide-react';
import { removeLayer } from '@/core/commands';
import { type Controller, layersOn, type RigIndex } from '@/core/rig';
import { LayerMark } from '../primitives/marks';
import { useRig } from '../store/provider';

export function LayersBar({
  index,
  controller,
  onAdd,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly onAdd: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const layers = layersOn(index.rig, controller.id);
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-1">
      {layers.map((layer) => (
        <span key={layer.id} className="inline-flex max-w-full items-center gap-1 text-xs text-ink-2">
          <LayerMark layer={layer} size={10} />
          <span className="truncate" title={`${layer.name}, made in the ${layer.madeIn}`}>
            {index.controls.get(layer.modifierControlId ?? '')?.name ?? 'no modifier'} held
          </span>
          <button
            type="button"
            aria-label={`Delete layer ${layer.name}`}
            title={`Delete layer ${layer.name}`}
            className="rounded-sm p-0.5 hover:text-stop"
            onClick={() => edit(removeLayer(index, layer))}
          >
            <X size={12} aria-hidden />
          </button>
        </span>
      ))}
      <button type="button" onClick={onAdd} className="ml-auto rounded-sm text-xs font-medium text-verdigris hover:underline">
        Add layer
      </button>
    </div>
  );
}
