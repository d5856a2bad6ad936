// Accepting a finding: with a reason, and only for as long as what it rests on stays as it is.
import { batch, type Edit, insert, type RigIndex, type Row, remove } from '../../rig';
import type { Finding } from '../finding';
import { restsOn, stillRestsOn } from './rests-on';

/** Rows that accept this very finding. */
const rowsFor = (index: RigIndex, finding: Omit<Finding, 'accepted'>): readonly Row<'accepted'>[] =>
  index.rig.accepted.filter(
    (row) => row.subjectId === finding.subjectId && row.check === finding.check && stillRestsOn(index, finding, row.restsOn),
  );

/** The reason with which a finding was accepted, while it still holds; null where it was not, or what it rests on has changed. */
export function acceptedAs(index: RigIndex, finding: Omit<Finding, 'accepted'>): Finding['accepted'] {
  const [row] = rowsFor(index, finding);
  return row ? { id: row.id, reason: row.reason } : null;
}

/** The edit that accepts a finding. `at`: an ISO 8601 date and time. */
export function accept(index: RigIndex, finding: Finding, reason: string, at: string, id: string): Edit {
  const row: Row<'accepted'> = {
    id,
    order: (index.rig.accepted.at(-1)?.order ?? 0) + 1,
    check: finding.check,
    subjectId: finding.subjectId,
    reason,
    restsOn: restsOn(index, finding),
    at,
  };
  const before = rowsFor(index, finding);
  return batch('Accept a finding', [...before.map((r) => remove('accepted', r)), insert('accepted', row)]);
}

/** The edit that opens an accepted finding again. */
export function openAgain(index: RigIndex, finding: Finding): Edit | null {
  const row = index.rig.accepted.find((r) => r.id === finding.accepted?.id);
  return row ? batch('Open a finding again', [remove('accepted', row)]) : null;
}
