// What a way has to reach, and what it should leave as it is.
import type { Chain, ChainState } from '../bench';
import type { Cost, Spent } from './cost';
import { isThere, standsThere, type Wish, type Wished, wishedIn, withinOf } from './wish';

export interface Goal {
  readonly chain: Chain;
  readonly wish: Wish;
  readonly wished: readonly Wished[];
  /** Slots of the parameters that the wish names. */
  readonly wanted: ReadonlySet<number>;
  /** Values where the way begins, by slot. */
  readonly before: readonly number[];
  readonly isReached: (state: ChainState) => boolean;
  /** Wished values that are not there. */
  readonly missing: (state: ChainState) => readonly Wished[];
  /** What the wish does not name and is not as it was, each with the value that it had. */
  readonly changed: (state: ChainState) => readonly Wished[];
  /** The least that a way can cost on which so much was spent. */
  readonly leastOf: (spent: Spent) => Cost;
}

/** The goal of a wish, for a way that begins in a state. */
export function goalOf(
  chain: Chain,
  begin: ChainState,
  wish: Wish,
  { availableMs }: { readonly availableMs: number | null },
): Goal {
  const before = begin.targets.values;
  const wished = wishedIn(chain, wish);
  const wanted = new Set(wished.map((w) => w.slot));
  const beside = asTheyWere(chain, before, wanted);
  const missing = (state: ChainState): readonly Wished[] => wished.filter((w) => !isThere(w, state));
  return {
    chain,
    wish,
    wished,
    wanted,
    before,
    isReached: (state) => missing(state).length === 0 && standsThere(chain, wish.stand, state),
    missing,
    changed: (state) => beside.filter((w) => !isThere(w, state)),
    leastOf: (spent) => ({ ...spent, late: availableMs !== null && spent.ms > availableMs, outside: 0 }),
  };
}

/** Every parameter that no scene names, to be as it was; what fires has no value, and what nobody knew may stay unknown. */
const asTheyWere = (chain: Chain, before: readonly number[], wanted: ReadonlySet<number>): readonly Wished[] =>
  chain.targets.parameters.flatMap((parameter, slot) => {
    const value = before[slot] ?? Number.NaN;
    return wanted.has(slot) || parameter.kind === 'trigger' || Number.isNaN(value)
      ? []
      : [{ slot, parameter, value, within: withinOf(parameter) }];
  });
