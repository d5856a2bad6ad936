'use client';
// The layers of a controller under its ladder: what opens each, and taking one away.
import { Pencil, X } from 'lucide-react';
import { nanoid } from 'nanoid';
import { memo, useMemo } from 'react';
import { changeTapPort, problemWords, removeLayer, setTap } from '@/core/commands';
import { type Controller, type Edit, isTogether, type Layer, layersOn, modifierNames, portsOf, type RigIndex } from '@/core/rig';
import { ParameterChoice } from '../gear/parameter-choice';
import { LayerMark } from '../primitives/marks';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

const modeWords = { 'while-held': 'held', toggled: 'on and off', 'next-press': 'once' } as const;

export const LayersBar = memo(function LayersBar({
  index,
  controller,
  onLayer,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  /** Makes a layer, or changes one. */
  readonly onLayer: (layer: Layer | null) => void;
}) {
  const edit = useRig((s) => s.edit);
  const layers = layersOn(index.rig, controller.id);
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 pt-1">
      {layers.map((layer) => (
        <span key={layer.id} className="inline-flex max-w-full items-center gap-1 text-xs text-ink-2">
          <LayerMark layer={layer} size={10} />
          <span className="truncate" title={`${layer.name}, made in the ${layer.madeIn}`}>
            {modifierNames(index, layer) || 'no modifier'} {modeWords[layer.mode]}
          </span>
          <button
            type="button"
            aria-label={`Change layer ${layer.name}`}
            title={`Change layer ${layer.name}`}
            className="rounded-sm p-0.5 hover:text-ink"
            onClick={() => onLayer(layer)}
          >
            <Pencil size={12} aria-hidden />
          </button>
          {layer.madeIn === 'controller' && layer.modifierControlId !== null && !isTogether(layer) && (
            <>
              <TapChoice index={index} layer={layer} edit={edit} />
              <TapPort index={index} controller={controller} layer={layer} edit={edit} />
            </>
          )}
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
      <button
        type="button"
        onClick={() => onLayer(null)}
        className="ml-auto rounded-sm text-xs font-medium text-verdigris hover:underline"
      >
        Add layer
      </button>
    </div>
  );
});

/** What the modifier does when it is tapped alone. */
function TapChoice({
  index,
  layer,
  edit,
}: {
  readonly index: RigIndex;
  readonly layer: Layer;
  readonly edit: (edit: Edit) => boolean;
}) {
  const tapped = layer.tap.flatMap((a) => (a.type === 'send' ? a.meant : []))[0] ?? '';
  const groups = useMemo(
    () =>
      index.rig.targets.map(({ id, name }) => ({
        id,
        name,
        parameters: (index.parametersOf.get(id) ?? []).filter((p) => p.kind === 'toggle' || p.kind === 'trigger'),
      })),
    [index.rig.targets, index.parametersOf],
  );
  return (
    <ParameterChoice
      label={`What the modifier of ${layer.name} does when tapped`}
      none="tap: nothing"
      said={(p) => `tap: ${p.name}`}
      className="w-[92px] min-w-0 flex-none px-0 text-xs"
      height="h-6"
      groups={groups}
      chosen={tapped}
      onChoose={(id) => {
        const made = setTap(index, layer, index.parameters.get(id) ?? null, () => nanoid(10));
        if (made.ok) edit(made.value);
        else toast.error('No function was given.', { description: problemWords(made.error) });
      }}
    />
  );
}

/** What stands for the port of the modifier: no port has this name, for a name has no leading space. */
const OF_MODIFIER = ' ';

/** Which port what it does when tapped goes out of, where the controller has several. */
function TapPort({
  index,
  controller,
  layer,
  edit,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly layer: Layer;
  readonly edit: (edit: Edit) => boolean;
}) {
  const send = layer.tap.find((a) => a.type === 'send');
  const own = index.controls.get(layer.modifierControlId ?? '')?.port ?? '';
  const ports = new Set([...portsOf(index.rig.wires, controller.id), own, send?.port ?? ''].filter((p) => p !== ''));
  if (!send || ports.size === 0) return null;
  return (
    <select
      aria-label={`Where the tap of ${layer.name} goes out`}
      title="Which port it goes out of"
      value={send.port === undefined || (send.port === '' && own === '') ? OF_MODIFIER : send.port}
      className="max-w-[92px] rounded-sm border border-control-edge bg-sheet text-xs"
      onChange={(e) => {
        const made = changeTapPort(layer, e.target.value === OF_MODIFIER ? null : e.target.value);
        if (made) edit(made);
      }}
    >
      <option value={OF_MODIFIER}>{own === '' ? 'out of every port' : `out of ${own}, as its modifier`}</option>
      {own !== '' && <option value="">out of every port</option>}
      {[...ports].map((port) => (
        <option key={port} value={port}>
          out of {port}
        </option>
      ))}
    </select>
  );
}
