// The line over the panel: which controller and place it shows, and what its tape says.
import type { Controller, RigIndex } from '@/core/rig';
import { bankWords } from '../place/bank-words';
import type { GoTo, Where } from '../place/use-place';
import { cx } from '../primitives/cx';
import { LayerMark } from '../primitives/marks';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly where: Where;
  readonly go: GoTo;
}

export function MapHead({ index, controller, where, go }: Props) {
  const { place, tape } = where;
  const layer = place.layerId === null ? null : (index.layers.get(place.layerId) ?? null);
  return (
    <div className="flex items-center gap-3">
      <h1 className="max-w-[60%] shrink-0 truncate text-lg font-semibold" title={controller.name}>
        {controller.name}
      </h1>
      <p className="flex min-w-0 items-center gap-1.5 truncate text-ink-2">
        {controller.firmware.banks === 1
          ? ''
          : place.bank === null
            ? 'Every bank'
            : bankWords(place.bank, controller.bankNames[place.bank - 1])}
        {controller.firmware.pages === 1 ? '' : place.page === null ? ', every page' : `, page ${place.page}`}{' '}
        <LayerMark layer={layer} size={10} />{' '}
        <span className="truncate">{layer ? `${layer.name} layer, made in the ${layer.madeIn}` : 'Base layer'}</span>
      </p>
      <fieldset
        aria-label="What the tape shows"
        className="ml-auto flex shrink-0 overflow-hidden rounded-sm border border-control-edge"
      >
        {(['both', 'function', 'number'] as const).map((t) => (
          <button
            key={t}
            type="button"
            aria-pressed={tape === t}
            onClick={() => go({ tape: t })}
            className={cx(
              'h-7 px-2.5 text-xs capitalize',
              tape === t ? 'bg-ink text-film' : 'bg-sheet text-ink-2 hover:text-ink',
            )}
          >
            {t}
          </button>
        ))}
      </fieldset>
    </div>
  );
}
