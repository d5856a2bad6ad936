'use client';
// The ladder: banks × layers of the chosen controller, each cell showing how full it is.
import { Copy } from 'lucide-react';
import { memo, useMemo } from 'react';
import type { Place } from '@/core/commands';
import { type Controller, layersOn, type RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';
import { LayerMark } from '../primitives/marks';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly place: Place;
  readonly onPlace: (bank: number | null, layerId: string | null) => void;
  readonly onPage: (page: number | null) => void;
  /** Copies the place that is shown; null where there is only one. */
  readonly onCopy: (() => void) | null;
}

const SEGMENTS = 10;

export const Ladder = memo(function Ladder({ index, controller, place, onPlace, onPage, onCopy }: Props) {
  const layers = layersOn(index.rig, controller.id);
  const counts = useMemo(() => countPlaces(index, controller.id, place.page), [index, controller.id, place.page]);
  const controls = (index.controlsOf.get(controller.id) ?? []).length;
  const banks = Array.from({ length: controller.firmware.banks }, (_, i) => i + 1);
  const rows: readonly (number | null)[] = controller.firmware.banks > 1 ? [null, ...banks] : [null];
  const columns = [null, ...layers];
  return (
    <div className="max-h-[264px] overflow-auto pr-1">
      {controller.firmware.pages > 1 && <Pages pages={controller.firmware.pages} page={place.page} onPage={onPage} />}
      <table className="w-full border-separate border-spacing-x-1 border-spacing-y-1 text-xs">
        <caption className="sr-only">Places of {controller.name}: banks down, layers across</caption>
        <thead>
          <tr>
            <td>
              {onCopy && (
                <button
                  type="button"
                  aria-label="Copy or move this place"
                  title="Copy, move or swap this bank or page"
                  className="rounded-sm p-1 text-ink-2 hover:text-ink"
                  onClick={onCopy}
                >
                  <Copy size={13} aria-hidden />
                </button>
              )}
            </td>
            {columns.map((layer) => (
              <th key={layer?.id ?? 'base'} scope="col" className="max-w-[70px] pb-0.5 text-left font-medium text-ink">
                <span className="flex items-center gap-1">
                  <LayerMark layer={layer} size={10} />
                  <span className="truncate" title={layer?.name ?? 'Base'}>
                    {layer?.name ?? 'Base'}
                  </span>
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((bank) => {
            const name =
              bank === null
                ? controller.firmware.banks > 1
                  ? 'Every bank'
                  : 'Always'
                : controller.bankNames[bank - 1] || `Bank ${bank}`;
            return (
              <tr key={bank ?? 0}>
                <th scope="row" className="max-w-[84px] truncate pr-1 text-left font-normal text-ink-2" title={name}>
                  {bank === null ? name : `${bank} ${name}`}
                </th>
                {columns.map((layer) => {
                  const here = place.bank === bank && place.layerId === (layer?.id ?? null);
                  const count = counts.get(`${bank ?? 0} ${layer?.id ?? ''}`) ?? 0;
                  return (
                    <td key={layer?.id ?? 'base'} className="p-0">
                      <button
                        type="button"
                        aria-pressed={here}
                        aria-label={`${name}, ${layer?.name ?? 'Base'}: ${count} of ${controls} controls`}
                        onClick={() => onPlace(bank, layer?.id ?? null)}
                        className={cx(
                          'flex h-[22px] w-full min-w-[48px] items-center gap-px rounded-sm border bg-sheet px-1.5',
                          here ? 'border-2 border-verdigris' : 'border-rule hover:border-control-edge',
                        )}
                      >
                        <Fullness count={count} of={controls} chosen={here} />
                      </button>
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
});

function Fullness({ count, of, chosen }: { readonly count: number; readonly of: number; readonly chosen: boolean }) {
  const total = Math.min(SEGMENTS, Math.max(1, of));
  const full = of === 0 ? 0 : count === 0 ? 0 : Math.max(1, Math.round((Math.min(count, of) / of) * total));
  return Array.from({ length: total }, (_, i) => i).map((i) => (
    <span
      key={i}
      className={cx('h-2.5 max-w-[5px] flex-1 rounded-[1px]', i < full ? (chosen ? 'bg-verdigris' : 'bg-ink-2') : 'bg-rule')}
    />
  ));
}

/** The pages of the banks; every page holds what is the same on all of them. */
function Pages({
  pages,
  page,
  onPage,
}: {
  readonly pages: number;
  readonly page: number | null;
  readonly onPage: (page: number | null) => void;
}) {
  return (
    <fieldset aria-label="Page" className="flex flex-wrap gap-1 pt-2 pb-1 text-xs">
      {[null, ...Array.from({ length: pages }, (_, i) => i + 1)].map((at) => (
        <button
          key={at ?? 0}
          type="button"
          aria-pressed={at === page}
          aria-label={at === null ? 'Every page' : `Page ${at}`}
          onClick={() => onPage(at)}
          className={cx(
            'h-[22px] min-w-7 rounded-sm border bg-sheet px-1.5',
            at === page ? 'border-2 border-verdigris font-semibold' : 'border-rule text-ink-2 hover:border-control-edge',
          )}
        >
          {at === null ? 'Every page' : at}
        </button>
      ))}
    </fieldset>
  );
}

/** How many controls have something at each place of a page, by `bank layer`. */
function countPlaces(index: RigIndex, controllerId: string, page: number | null): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const control of index.controlsOf.get(controllerId) ?? []) {
    const own = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.page === page);
    const here = new Set(own.map((a) => `${a.bank ?? 0} ${a.layerId ?? ''}`));
    for (const key of here) counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return counts;
}
