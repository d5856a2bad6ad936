// Which switches release each other, at which place.
import { resolve } from './resolve';
import type { Assignment, Control, GestureType, SwitchGroup } from './schema';

/** Gestures by which a switch in a group is turned. */
const turning: ReadonlySet<GestureType> = new Set(['press', 'latch-on', 'latch-off']);

/**
 * The group that playing a function turns: the most exact one of its switch where it stands; of a function of every bank or page that of the first. Null where there is none,
 * in layers, and for gestures that turn nothing.
 */
export function groupOver(
  { groupsOf }: { readonly groupsOf: ReadonlyMap<string, readonly SwitchGroup[]> },
  { bank, page, layerId, gesture }: Pick<Assignment, 'bank' | 'page' | 'layerId' | 'gesture'>,
  { id, controllerId }: Pick<Control, 'id' | 'controllerId'>,
): SwitchGroup | null {
  if (layerId !== null || !turning.has(gesture.type)) return null;
  const mine = (groupsOf.get(controllerId) ?? []).filter((g) => g.controlIds.includes(id));
  const placed = mine.map((row) => ({ row, bank: row.bank, page: row.page, layerId: null }));
  return resolve(placed, { bank: bank ?? 1, page: page ?? 1, layers: [] }, () => null)[0]?.row ?? null;
}

/** The switch that turns another one off, where pressing that one again does not: the next one of its group; null where there is none. */
export function releaserOf(group: SwitchGroup | null, controlId: string): string | null {
  if (group?.pressedAgain !== 'stays-on') return null;
  const { controlIds } = group;
  const next = controlIds[(controlIds.indexOf(controlId) + 1) % controlIds.length];
  return next === undefined || next === controlId ? null : next;
}
