// What was set aside, edit by edit.
import type { Edit } from '../rig';
import type { Aside } from './state';

/** What was set aside here may have reached the journal before: then it is no longer set aside. */
export const editAside = (aside: readonly Aside[], id: string): Edit | null =>
  aside.flatMap((a) => a.items).find((item) => item.id === id)?.edit ?? null;

/** Groups without one of their edits; a group of which nothing is left goes. */
export const withoutItem = (aside: readonly Aside[], id: string): readonly Aside[] =>
  aside.some((a) => a.items.some((item) => item.id === id))
    ? aside.map((a) => ({ ...a, items: a.items.filter((item) => item.id !== id) })).filter((a) => a.items.length > 0)
    : aside;
