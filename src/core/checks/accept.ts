// Accepting a finding: with a reason, and only for as long as what it rests on stays as it is.
import { codeUnits, stableHash } from '../base';
import { batch, type Edit, insert, type RigIndex, type Row, remove, rowsOf, tableNames } from '../rig';
import type { Finding } from './finding';

/** Fields that say what was done, not what there is: ticking something as entered does not open a finding again. */
const marks: ReadonlySet<string> = new Set(['entered', 'saved', 'proved', 'note', 'why', 'replaced', 'colour', 'order']);

/** What a finding rests on, as a short fingerprint: its words, its subject, and what listens to it. */
export function restsOn(index: RigIndex, finding: Omit<Finding, 'accepted'>): string {
  const rows: unknown[] = [];
  const row = rowOf(index, finding);
  if (row) rows.push(bare(row));
  const assignment = index.assignments.get(finding.subjectId);
  for (const action of assignment?.actions ?? []) {
    if (action.type !== 'send') continue;
    for (const id of action.meant) {
      rows.push(bare(index.parameters.get(id) ?? {}));
      for (const landing of index.landingsOf.get(id) ?? []) rows.push(bare(landing));
    }
  }
  return fingerprint(JSON.stringify([finding.check, finding.parameterId, finding.title, finding.reason, finding.evidence, rows]));
}

function rowOf(index: RigIndex, { about, subjectId }: Pick<Finding, 'about' | 'subjectId'>): object | undefined {
  if (about === 'assignments') return index.assignments.get(subjectId);
  const rows: readonly { readonly id: string }[] = tableNames.includes(about) ? rowsOf(index.rig, about) : [];
  return rows.find((r) => r.id === subjectId);
}

const bare = (row: object): unknown => Object.entries(row).filter(([field]) => !marks.has(field));

/** 64 bits of a stable hash in hexadecimal. */
const fingerprint = (text: string): string =>
  stableHash(codeUnits(text))
    .map((part) => part.toString(16).padStart(8, '0'))
    .join('');

/** The reason with which a finding was accepted, while it still holds; null where it was not, or what it rests on has changed. */
export function acceptedAs(index: RigIndex, finding: Omit<Finding, 'accepted'>): Finding['accepted'] {
  let now: string | null = null;
  for (const row of index.rig.accepted) {
    if (row.subjectId !== finding.subjectId || row.check !== finding.check) continue;
    now ??= restsOn(index, finding);
    if (row.restsOn === now) return { id: row.id, reason: row.reason };
  }
  return null;
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
  const stale = index.rig.accepted.filter(
    (r) => r.subjectId === finding.subjectId && r.check === finding.check && r.restsOn === row.restsOn,
  );
  return batch('Accept a finding', [...stale.map((r) => remove('accepted', r)), insert('accepted', row)]);
}

/** The edit that opens an accepted finding again. */
export function openAgain(index: RigIndex, finding: Finding): Edit | null {
  const row = index.rig.accepted.find((r) => r.id === finding.accepted?.id);
  return row ? batch('Open a finding again', [remove('accepted', row)]) : null;
}
