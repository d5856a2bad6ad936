// Into which banks, and onto which of their pages, something is put.
import type { Spot } from '@/core/commands';
import type { Controller } from '@/core/rig';
import { Switch } from '../primitives/switch';

export interface SpotChoice {
  readonly banks: readonly (number | null)[];
  readonly pages: readonly (number | null)[];
}

/** Every chosen page of every chosen bank that a controller has; where it has one, that is every one. */
export function spotsOf({ banks, pages }: SpotChoice, controller: Controller | undefined): readonly Spot[] {
  const there = (chosen: readonly (number | null)[], count = 1): readonly (number | null)[] =>
    count === 1 ? [null] : chosen.filter((n) => n === null || n <= count);
  const onPages = there(pages, controller?.firmware.pages);
  return there(banks, controller?.firmware.banks).flatMap((bank) => onPages.map((page) => ({ bank, page })));
}

interface Props {
  readonly controller: Controller;
  readonly chosen: SpotChoice;
  /** Whether more than one can be chosen. */
  readonly several: boolean;
  readonly onChoose: (to: SpotChoice) => void;
  /** Whether pages are asked for as well. */
  readonly paged?: boolean;
  /** A bank that it cannot go to: its own. */
  readonly without?: number | null;
}

export function CopySpots({ controller, chosen, several, onChoose, paged = true, without }: Props) {
  const { banks, pages } = controller.firmware;
  // Where one place alone counts, one alone is shown as chosen.
  const marked = (some: readonly (number | null)[]): readonly (number | null)[] => (several ? some : some.slice(0, 1));
  return (
    <>
      <Among
        legend="In"
        without={without}
        count={banks}
        words={(n) => (n === null ? 'every bank' : controller.bankNames[n - 1] || `bank ${n}`)}
        chosen={marked(chosen.banks)}
        several={several}
        onChoose={(to) => onChoose({ ...chosen, banks: to })}
      />
      {paged && (
        <Among
          legend="On"
          count={pages}
          words={(n) => (n === null ? 'every page' : `page ${n}`)}
          chosen={marked(chosen.pages)}
          several={several}
          onChoose={(to) => onChoose({ ...chosen, pages: to })}
        />
      )}
    </>
  );
}

function Among({
  legend,
  without,
  count,
  words,
  chosen,
  several,
  onChoose,
}: {
  readonly legend: string;
  readonly without?: number | null | undefined;
  readonly count: number;
  readonly words: (n: number | null) => string;
  readonly chosen: readonly (number | null)[];
  readonly several: boolean;
  readonly onChoose: (to: readonly (number | null)[]) => void;
}) {
  if (count === 1) return null;
  return (
    <fieldset className="mt-3">
      <legend className="pb-1 text-xs font-medium text-ink-2">{legend}</legend>
      <div className="flex max-h-28 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
        {[null, ...Array.from({ length: count }, (_, i) => i + 1)]
          .filter((n) => n !== without)
          .map((n) => (
            <Switch
              key={n ?? 0}
              label={words(n)}
              on={chosen.includes(n)}
              onChange={(on) => onChoose(on ? (several ? [...chosen, n] : [n]) : chosen.filter((o) => o !== n))}
            />
          ))}
      </div>
    </fieldset>
  );
}
