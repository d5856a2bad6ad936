// The record of trials, as CSV: when, what, how it ended, and what arrived, so that it can be read without this program.
import { sayPacked } from '../midi';
import { byFunction, causes, type ProofRecord, standingOf } from '../proof';
import type { RigIndex } from '../rig';
import { placeWords } from '../sheets';
import { type TableFormat, writeTable } from './csv';

const titles = new Map(causes.map((c) => [c.id, c.title]));
/** The most messages that are written out in a cell. */
const MOST = 60;

/**
 * One line each trial, the newest first; then, for each function that was never tried, a line that says so. `stands`: where the function
 * stands now, after all of its trials.
 */
export function writeProofs(index: RigIndex, records: readonly ProofRecord[], format: TableFormat = 'csv'): string {
  const trials = byFunction(records);
  const nameOf = (assignmentId: string): readonly string[] => {
    const a = index.assignments.get(assignmentId);
    const control = a && index.controls.get(a.controlId);
    const unit = control && index.controllers.get(control.controllerId);
    if (!a || !control || !unit) return ['', 'no longer on the rig', '', ''];
    const standing = standingOf(index, a, trials.get(a.id) ?? []);
    return [
      unit.name,
      control.name,
      placeWords(index, unit, a),
      standing.since ? `stale since the ${standing.since}` : standing.state,
    ];
  };
  const untried = index.rig.assignments.filter((a) => !trials.has(a.id) && index.controls.has(a.controlId));
  return writeTable(
    [
      'at',
      'device',
      'control',
      'place',
      'stands',
      'outcome',
      'messages from',
      'by',
      'port',
      'software',
      'asked',
      'causes',
      'arrived',
    ],
    [
      ...records.map((r) => [
        r.at,
        ...nameOf(r.assignmentId),
        r.outcome,
        r.by,
        r.who,
        r.port,
        r.versions,
        r.asked,
        r.causes.map((c) => titles.get(c) ?? c).join('; '),
        r.heard
          .slice(0, MOST)
          .map((h) => sayPacked(h.word))
          .join('; ') + (r.heard.length > MOST ? `; and ${r.heard.length - MOST} more` : ''),
      ]),
      ...untried.map((a) => ['', ...nameOf(a.id), '', '', '', '', '', '', '', '']),
    ],
    format,
  );
}
