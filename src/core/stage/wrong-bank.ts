// In the wrong bank: which gestures go to a bank or page wherever one is, and which go one on or back. The display tells which it is now, so this is for when one can look.
import { controllerTable, type Whereabouts } from '../controller';
import type { Controller, RigIndex } from '../rig';
import { usualLimits } from './reset';

/** A gesture that changes bank or page, the same way from everywhere where no layer is open. */
export interface PlaceWay {
  readonly words: string;
  readonly of: 'bank' | 'page';
  /** The number that it goes to, from anywhere. */
  readonly to: number | null;
  /** Where it goes on or back by one: whether after the last comes the first. */
  readonly step: { readonly by: 1 | -1; readonly round: boolean } | null;
}

/** Every such gesture, those that go straight to a place first; null where there are more situations than are looked at. */
export function placeWays(index: RigIndex, controller: Controller): readonly PlaceWay[] | null {
  const table = controllerTable(index, controller, usualLimits.states);
  if (!table) return null;
  const starts = table.places.flatMap((place, i) => (place.layerIds.length === 0 ? [{ place, i }] : []));
  const found = table.acts.flatMap(({ words, leads }) => {
    const moves = starts.flatMap(({ place, i }) => {
      const end = table.places[leads[i] ?? -1];
      return end ? [{ from: place, end }] : [];
    });
    if (moves.some(({ end }) => end.layerIds.length > 0)) return [];
    return (['bank', 'page'] as const).flatMap((of) => wayOf(words, of, moves) ?? []);
  });
  return [...found.filter((w) => w.to !== null), ...found.filter((w) => w.step !== null)];
}

interface Move {
  readonly from: Whereabouts;
  readonly end: Whereabouts;
}

function wayOf(words: string, of: PlaceWay['of'], moves: readonly Move[]): PlaceWay | null {
  const pairs = moves.map(({ from, end }) => [from[of], end[of]] as const);
  if (pairs.every(([a, b]) => a === b)) return null;
  const [first] = pairs;
  if (first && pairs.every(([, b]) => b === first[1])) return { words, of, to: first[1], step: null };
  const most = Math.max(...pairs.flat());
  for (const by of [1, -1] as const) {
    const [last, begin] = by === 1 ? [most, 1] : [1, most];
    const inside = pairs.filter(([a]) => a !== last);
    const atEnd = pairs.filter(([a]) => a === last);
    const round = atEnd.length > 0 && atEnd.every(([, b]) => b === begin);
    if (inside.every(([a, b]) => b === a + by) && (round || atEnd.every(([, b]) => b === last)))
      return { words, of, to: null, step: { by, round } };
  }
  return null;
}
