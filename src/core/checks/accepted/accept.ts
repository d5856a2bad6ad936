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
export const accept = (index: RigIndex, finding: Finding, reason: string, at: string, id: string): Edit =>
  acceptAll(index, [finding], reason, at, () => id);

/** The edit that accepts several findings for one reason. */
export function acceptAll(index: RigIndex, findings: readonly Finding[], reason: string, at: string, newId: () => string): Edit {
  const last = index.rig.accepted.at(-1)?.order ?? 0;
  const edits = findings.flatMap((finding, i): Edit[] => {
    const row: Row<'accepted'> = {
      id: newId(),
      order: last + 1 + i,
      check: finding.check,
      subjectId: finding.subjectId,
      reason,
      restsOn: restsOn(index, finding),
      at,
    };
    return [...rowsFor(index, finding).map((r) => remove('accepted', r)), insert('accepted', row)];
  });
  return batch(findings.length === 1 ? 'Accept a finding' : `Accept ${findings.length} findings`, edits);
}

/** The edit that opens accepted findings again; null where none of them is. */
export function openAgain(index: RigIndex, findings: readonly Finding[]): Edit | null {
  const ids = new Set(findings.flatMap((f) => f.accepted?.id ?? []));
  const rows = index.rig.accepted.filter((r) => ids.has(r.id));
  if (rows.length === 0) return null;
  const label = rows.length === 1 ? 'Open a finding again' : `Open ${rows.length} findings again`;
  return batch(
    label,
    rows.map((r) => remove('accepted', r)),
  );
}
