// The way from a control's message to its number on the screen of numbers.

import { shortName } from '@/core/midi';
import { rowOf } from '@/core/numbers';
import type { Assignment, RigIndex } from '@/core/rig';
import { Link } from '../primitives/link';

/** Leads to the number on the screen of numbers, and from there back. */
export function NumberLink({ index, assignment }: { readonly index: RigIndex; readonly assignment: Assignment }) {
  const message = assignment.actions.flatMap((a) => (a.type === 'send' && rowOf(a.message) ? [a.message] : []))[0];
  const row = message && rowOf(message);
  if (!row) return null;
  return (
    // Its way changes with each edit: fetching what lies behind it would hold up the edit itself.
    <Link
      href={`/rigs/${index.rig.id}/numbers?kind=${row.kind}&channel=${row.channel}&number=${row.number}`}
      className="-mt-1.5 self-start text-xs font-medium text-verdigris hover:underline"
    >
      Who else uses {shortName(message)}?
    </Link>
  );
}
