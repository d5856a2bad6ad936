// What a row is called on the screen.
import { type MergeItem, meantNames } from '@/core/commands';
import { shortName } from '@/core/midi';
import type { RigIndex } from '@/core/rig';

/** A row as the player knows it. */
export function rowName(index: RigIndex, { table, id, row }: Pick<MergeItem, 'table' | 'id' | 'row'>): string {
  const assignment = table === 'assignments' ? index.assignments.get(id) : undefined;
  if (assignment)
    return `${index.controls.get(assignment.controlId)?.name ?? '?'} ${assignment.gesture.type}: ${meantNames(index, assignment)}`;
  if ('address' in row) return `${index.parameters.get(row.parameterId)?.name ?? '?'} on ${shortName(row.address)}`;
  if ('transport' in row) {
    const name = (unit: string): string => index.controllers.get(unit)?.name ?? index.targets.get(unit)?.name ?? '?';
    return `${name(row.from.unitId)} to ${name(row.to.unitId)}`;
  }
  return 'name' in row ? row.name : id;
}
