// Edits laid onto a rig: which stand on it, and which do not any more.
import { apply, type Edit, type Rig, referencesOf } from '../rig';
import type { Aside, Queued, Refusal } from './state';

export interface Laid {
  readonly rig: Rig;
  readonly standing: readonly Queued[];
  /** In runs: an edit that does not stand, and those after it that would stand only with it. */
  readonly fallen: readonly Aside[];
}

/** Lays edits onto a rig in their order. */
export function layOn(base: Rig, items: readonly Queued[]): Laid {
  let rig = base;
  const standing: Queued[] = [];
  const fallen: { item: Queued; refusal: Refusal }[] = [];
  for (const item of items) {
    const done = item.edit === null ? null : apply(rig, item.edit);
    if (done && !done.ok) {
      fallen.push({ item, refusal: done.error });
      continue;
    }
    if (done) rig = done.value;
    standing.push(item);
  }
  return { rig, standing, fallen: groupsOf(fallen) };
}

/** Each of what fell by itself: those that rest on another one of them stand in its group. */
function groupsOf(fallen: readonly { readonly item: Queued; readonly refusal: Refusal }[]): readonly Aside[] {
  const groups: { id: string; items: Queued[]; refusal: Refusal }[] = [];
  for (const { item, refusal } of fallen) {
    const home = groups.find((group) => group.items.some((before) => restsOn(item, before)));
    if (home) home.items.push(item);
    else groups.push({ id: item.id, items: [item], refusal });
  }
  return groups;
}

/** Whether an edit is about something that another one made or changed: both name the same row, or one takes the other back. */
export function restsOn(item: Queued, before: Queued): boolean {
  if (item.kind !== 'edit' && item.of === before.id) return true;
  const mine = rowsOf(item);
  for (const id of rowsOf(before)) if (mine.has(id)) return true;
  return false;
}

/** The ids of the rows that an edit makes, changes or takes away, and of those that they point at. */
function rowsOf({ edit }: Queued): ReadonlySet<string> {
  const ids = new Set<string>();
  const look = (one: Edit): void => {
    switch (one.type) {
      case 'batch':
        one.edits.forEach(look);
        break;
      case 'set-head':
        ids.add(`head ${one.field}`);
        break;
      case 'set':
        ids.add(one.id);
        if (typeof one.to === 'string') ids.add(one.to);
        break;
      default: {
        const row = one.type === 'insert' ? one.row : one.was;
        ids.add(row.id);
        for (const reference of referencesOf(one.table, row)) ids.add(reference.id);
      }
    }
  };
  if (edit) look(edit);
  return ids;
}
