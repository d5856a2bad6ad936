// A bank or a page whole, all controls and layers of it: copied into others, moved, or swapped, with its switches that release each other and what is done on arriving.
import { counted } from '../base';
import {
  type Arrival,
  batch,
  type Controller,
  type Edit,
  insert,
  type Layer,
  layersOn,
  type RigIndex,
  remove,
  type SwitchGroup,
  set,
} from '../rig';
import { anew, type CopyRow, type CopyWish, planned, rowsCarried, type Spot, wayWords } from './copy-control';
import { type NewId, nextOrder, patch } from './shared';

export interface PlaceCopyWish extends Pick<CopyWish, 'way' | 'numbers' | 'over'> {
  readonly controller: Controller;
  /** A bank with all of its pages, or one page of it. */
  readonly what: 'bank' | 'page';
  readonly from: Spot;
  /** Where to; only the first counts for what is moved or swapped. */
  readonly spots: readonly Spot[];
}

/** What becomes of a place as a whole. */
export interface PlaceCopy {
  readonly rows: readonly CopyRow[];
  readonly groups: readonly Kept<SwitchGroup>[];
  readonly arrivals: readonly Kept<Arrival>[];
}

/** A group or an arrival that goes along to a place, and what is taken away for it. */
interface Kept<T> {
  readonly row: T;
  readonly at: Spot;
  readonly replaces: readonly T[];
}

/** Where something of one place comes to stand at another; null where it is not of the place. */
function landedAt({ what, from }: Pick<PlaceCopyWish, 'what' | 'from'>, row: Spot, to: Spot): Spot | null {
  if (row.bank !== from.bank) return null;
  if (what === 'bank') return { bank: to.bank, page: row.page };
  return row.page === from.page ? { bank: to.bank, page: to.page } : null;
}

/** Plans what becomes of each function of a place, Base before the layers, and of its groups and arrivals. */
export function planPlaceCopy(index: RigIndex, wish: PlaceCopyWish): PlaceCopy {
  const { controller, way, from } = wish;
  const to = spotsOf(wish);
  const controls = index.controlsOf.get(controller.id) ?? [];
  const layers: readonly (Layer | null)[] = [null, ...layersOn(index.rig, controller.id)];
  const pages =
    wish.what === 'page' ? [from.page] : [null, ...Array.from({ length: controller.firmware.pages }, (_, i) => i + 1)];
  const dealt = anew();
  const rows = layers.flatMap((layer) =>
    pages.flatMap((page) =>
      controls.flatMap((control) => {
        const place = { bank: from.bank, page, layerId: layer?.id ?? null };
        const spots = to.map((spot) => (wish.what === 'bank' ? { bank: spot.bank, page } : spot));
        return planned(index, { ...wish, from: control, onto: control, place, spots }, dealt, true);
      }),
    ),
  );
  const kept = <T extends Spot>(all: readonly T[], meets: (a: T, b: T) => boolean): readonly Kept<T>[] =>
    to.flatMap((spot) =>
      all.flatMap((row): readonly Kept<T>[] => {
        const at = landedAt(wish, row, spot);
        const back = way === 'swap' ? landedAt({ what: wish.what, from: spot }, row, from) : null;
        if (back) return [{ row, at: back, replaces: [] }];
        if (!at) return [];
        const there = all.filter((o) => o.bank === at.bank && o.page === at.page && meets(o, row));
        if (way === 'swap') return [{ row, at, replaces: [] }];
        return there.length > 0 && !wish.over ? [] : [{ row, at, replaces: there }];
      }),
    );
  return {
    rows: withItsBase(index, way, rows),
    groups: kept(index.groupsOf.get(controller.id) ?? [], (a, b) => a.controlIds.some((id) => b.controlIds.includes(id))),
    arrivals: kept(index.arrivalsOf.get(controller.id) ?? [], () => true),
  };
}

const spotsOf = ({ way, spots, from, what }: PlaceCopyWish): readonly Spot[] =>
  (way === 'copy' ? spots : spots.slice(0, 1)).filter((s) => s.bank !== from.bank || (what === 'page' && s.page !== from.page));

/** In a layer of the host something is sent that Base sends: where that stays behind, so does what stands on it. */
function withItsBase(index: RigIndex, way: CopyWish['way'], rows: readonly CopyRow[]): readonly CopyRow[] {
  if (way === 'copy') return rows;
  const key = ({ source, place }: CopyRow): string => `${source.controlId} ${place.bank} ${place.page} ${source.gesture.type}`;
  const stays = new Map(rows.flatMap((r) => (r.place.layerId === null && r.skip !== null ? [[key(r), r.skip] as const] : [])));
  return rows.map((r) =>
    r.skip === null && r.place.layerId !== null && index.layers.get(r.place.layerId)?.madeIn === 'host'
      ? { ...r, skip: stays.get(key(r)) ?? null }
      : r,
  );
}

/** The edit of a plan for a whole place: one batch, one undo. Two banks that are swapped take their names along. */
export function placeCopyEdit(index: RigIndex, wish: PlaceCopyWish, plan: PlaceCopy, newId: NewId): Edit {
  const { controller, way, what, from } = wish;
  const orders = { groups: nextOrder(index.rig.groups), arrivals: nextOrder(index.rig.arrivals) };
  const unique = <T extends { readonly id: string }>(rows: readonly T[]): readonly T[] => [
    ...new Map(rows.map((row) => [row.id, row])).values(),
  ];
  const gone = [
    ...unique(plan.groups.flatMap((g) => g.replaces)).map((row) => remove('groups', row)),
    ...unique(plan.arrivals.flatMap((a) => a.replaces)).map((row) => remove('arrivals', row)),
  ];
  const groups = plan.groups.flatMap(({ row, at }): readonly Edit[] => [
    ...(way === 'copy'
      ? [insert('groups', { ...row, ...at, id: newId(), order: orders.groups++, entered: null })]
      : patch('groups', row, { ...at, entered: null })),
  ]);
  const arrivals = plan.arrivals.flatMap(({ row, at }): readonly Edit[] => [
    ...(way === 'copy'
      ? [insert('arrivals', { ...row, ...at, id: newId(), order: orders.arrivals++, entered: null })]
      : patch('arrivals', row, { ...at, entered: null })),
  ]);
  const count = plan.rows.filter((r) => r.skip === null).length;
  const name =
    what === 'bank' ? bankName(controller, from.bank) : `page ${from.page ?? ''} of ${bankName(controller, from.bank)}`;
  return batch(`${wayWords[way]} ${name}: ${counted(count, 'function')}`, [
    ...rowsCarried(index, way, plan.rows, newId),
    ...gone,
    ...groups,
    ...arrivals,
    ...namesSwapped(wish),
  ]);
}

const bankName = ({ bankNames }: Controller, bank: number | null): string =>
  bank === null ? 'every bank' : bankNames[bank - 1] || `bank ${bank}`;

function namesSwapped({ controller, way, what, from, spots }: PlaceCopyWish): readonly Edit[] {
  const to = spots[0]?.bank ?? null;
  if (way !== 'swap' || what !== 'bank' || from.bank === null || to === null || to === from.bank) return [];
  const names = Array.from(
    { length: Math.max(controller.bankNames.length, from.bank, to) },
    (_, i) => controller.bankNames[i] ?? '',
  );
  const [one, other] = [names[from.bank - 1] ?? '', names[to - 1] ?? ''];
  if (one === other) return [];
  names[from.bank - 1] = other;
  names[to - 1] = one;
  return [set('controllers', controller, 'bankNames', names)];
}

/** Whether anything stands at a place as a whole. */
export const standsAt = (index: RigIndex, controller: Controller, what: PlaceCopyWish['what'], spot: Spot): boolean =>
  (index.controlsOf.get(controller.id) ?? []).some((c) =>
    (index.assignmentsOf.get(c.id) ?? []).some((a) => landedAt({ what, from: spot }, a, spot) !== null),
  );
