// Where a controller can be, as numbers: bank and page, the layers that stay open in their order, and where *last used* leads.
import type { Controller, Layer } from '../rig';

export interface Situation {
  /** Bank and page as one number from 0. */
  readonly place: number;
  /** Which of the stacks of open layers, from 0: none. */
  readonly stack: number;
  /** The place that was used last; null where none was, or nothing asks for it. */
  readonly last: number | null;
}

export interface Situations {
  readonly places: number;
  readonly size: number;
  readonly encode: (situation: Situation) => number;
  readonly decode: (number: number) => Situation;
  readonly placeOf: (bank: number, page: number) => number;
  readonly bankOf: (place: number) => number;
  readonly pageOf: (place: number) => number;
  /** Ids of the layers of a stack, the one that was opened first at the front. */
  readonly layersIn: (stack: number) => readonly string[];
  /** The stack of open layers; null for one that is not looked at. */
  readonly stackOf: (layerIds: readonly string[]) => number | null;
  /** Whether situations are told apart by the place that was used last. */
  readonly keepsLast: boolean;
}

/** Lays out the situations of a controller with layers that can stay open. */
export function situationsOf({ firmware }: Controller, lasting: readonly Layer[], keepsLast: boolean): Situations {
  const { banks, pages } = firmware;
  const places = banks * pages;
  const stacks = stacksOf(lasting);
  const stackAt = new Map(stacks.map((ids, i) => [ids.join(' '), i]));
  const lasts = keepsLast ? places + 1 : 1;
  return {
    places,
    size: places * stacks.length * lasts,
    encode: ({ place, stack, last }) => (place * stacks.length + stack) * lasts + (keepsLast && last !== null ? last + 1 : 0),
    decode: (number) => {
      const last = number % lasts;
      const rest = Math.floor(number / lasts);
      return {
        place: Math.floor(rest / stacks.length),
        stack: rest % stacks.length,
        last: last === 0 ? null : last - 1,
      };
    },
    placeOf: (bank, page) => (bank - 1) * pages + page - 1,
    bankOf: (place) => Math.floor(place / pages) + 1,
    pageOf: (place) => (place % pages) + 1,
    layersIn: (stack) => stacks[stack] ?? [],
    stackOf: (layerIds) => stackAt.get(layerIds.join(' ')) ?? null,
    keepsLast,
  };
}

/** More layers that stay open than this are looked at one at a time only. */
const MOST_TOGETHER = 3;

/** Orders in which layers that stay open can lie on each other: all of them for a few, one at a time for many. */
function stacksOf(layers: readonly Layer[]): readonly (readonly string[])[] {
  const ids = layers.map((l) => l.id);
  if (ids.length > MOST_TOGETHER) return [[], ...ids.map((id) => [id])];
  const all: string[][] = [[]];
  for (let i = 0; i < all.length; i++) for (const id of ids) if (!all[i]?.includes(id)) all.push([...(all[i] ?? []), id]);
  return all;
}
