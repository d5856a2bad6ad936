// Which assignments a gesture fires at a place, and which show through: one rule for everybody who asks. Simulator, faceplate, sheet, labels and
// proof all come here, so that what is shown is what is played.

/** A place to stand: bank and page, and the layers that are open, the one opened last at the end. Null asks for what stands in every bank or page only. */
export interface Standpoint {
  readonly bank: number | null;
  readonly page: number | null;
  readonly layers: readonly string[];
}

/** Where something stands: null means every bank, every page, Base. */
export interface Placed {
  readonly bank: number | null;
  readonly page: number | null;
  readonly layerId: string | null;
}

interface Layered {
  readonly id: string;
  readonly fallsThrough: boolean;
}

const NONE: readonly never[] = [];

/**
 * Of rows with one control and gesture, those that act at a place. The layer opened last wins, falling through to older ones and then to Base, unless a
 * layer is silent where it has nothing. In one layer this very bank goes before every bank, and then this very page before every page; several of the very
 * same place act together. `layerOf` gives an open layer that reaches the control, and null for one that does not.
 */
export function resolve<T extends Placed>(
  rows: readonly T[],
  at: Standpoint,
  layerOf: (id: string) => Layered | null,
): readonly T[] {
  if (rows.length === 0) return NONE;
  for (let i = at.layers.length - 1; i >= 0; i--) {
    const layer = layerOf(at.layers[i] ?? '');
    if (!layer) continue;
    const found = inLayer(rows, at, layer.id);
    if (found.length > 0 || !layer.fallsThrough) return found;
  }
  return inLayer(rows, at, null);
}

/** How exactly a row is meant for a place: 3 for this bank and page, 0 for every one, −1 where it does not stand there. */
export function exactness({ bank, page }: Placed, at: Standpoint): number {
  if ((bank !== null && bank !== at.bank) || (page !== null && page !== at.page)) return -1;
  return (bank === null ? 0 : 2) + (page === null ? 0 : 1);
}

/** What acts in one layer, falling through nothing. */
export function inLayer<T extends Placed>(rows: readonly T[], at: Standpoint, layerId: string | null): readonly T[] {
  let best = -1;
  let found: readonly T[] = NONE;
  for (const row of rows) {
    if (row.layerId !== layerId) continue;
    const exact = exactness(row, at);
    if (exact < 0 || exact < best) continue;
    // Nearly always there is one: then no list is made.
    if (exact > best) found = rows.length === 1 ? rows : [row];
    else found = [...found, row];
    best = exact;
  }
  return found;
}

/** How a row that acts at a place comes to act there. */
export type Depth = 'here' | 'every-bank' | 'base';

/** Whether it stands there, in every bank or page, or in Base or an older layer. */
export function depthOf(row: Placed, at: Standpoint): Depth {
  if (row.layerId !== (at.layers.at(-1) ?? null)) return 'base';
  return row.bank === at.bank && row.page === at.page ? 'here' : 'every-bank';
}
