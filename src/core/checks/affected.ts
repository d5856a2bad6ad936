// What an edit can have touched: found by comparing two states of a rig, row by row, by identity.
import { addressKey } from '../midi';
import { type Assignment, messagesOf, type Rig, type RigIndex, type Row, rowsOf, type TableName } from '../rig';

/** Assignments whose outcome or findings can differ between two states of a rig. */
export function affected(before: RigIndex, after: RigIndex): ReadonlySet<string> {
  const all = (): ReadonlySet<string> => new Set([...before.assignments.keys(), ...after.assignments.keys()]);
  const wide = ['layers', 'wires', 'targets'] as const;
  if (wide.some((table) => before.rig[table] !== after.rig[table])) return all();

  const found = new Set<string>();
  const keys = new Set<number>();
  const parameters = new Set<string>();
  const controls = new Set<string>();
  const bothIndexes = [before, after];

  for (const id of changedIds(before.rig, after.rig, 'counters')) {
    for (const a of after.rig.assignments)
      if (a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'stepping' && x.behaviour.counterId === id))
        controls.add(a.controlId);
  }
  const controllers = new Set(changedIds(before.rig, after.rig, 'controllers'));
  for (const control of after.rig.controls) if (controllers.has(control.controllerId)) controls.add(control.id);
  for (const id of changedIds(before.rig, after.rig, 'controls')) controls.add(id);
  for (const id of changedIds(before.rig, after.rig, 'parameters')) parameters.add(id);
  for (const id of changedIds(before.rig, after.rig, 'landings')) {
    for (const index of bothIndexes) {
      const landing = index.rig.landings.find((l) => l.id === id);
      if (!landing) continue;
      keys.add(addressKey(landing.address));
      parameters.add(landing.parameterId);
    }
  }
  const assignmentIds = changedIds(before.rig, after.rig, 'assignments');
  for (const id of assignmentIds) {
    found.add(id);
    for (const index of bothIndexes) {
      const row = index.assignments.get(id);
      if (row) controls.add(row.controlId);
    }
  }
  for (const index of bothIndexes) {
    for (const id of parameters) for (const landing of index.landingsOf.get(id) ?? []) keys.add(addressKey(landing.address));
    for (const id of controls) for (const a of index.assignmentsOf.get(id) ?? []) touch(index, a, keys, parameters, found);
    for (const key of keys) for (const p of index.sendsAt.get(key) ?? []) found.add(p.assignment.id);
    for (const id of parameters) for (const p of index.sendsFor.get(id) ?? []) found.add(p.assignment.id);
  }
  return found;
}

function touch(index: RigIndex, assignment: Assignment, keys: Set<number>, parameters: Set<string>, found: Set<string>): void {
  found.add(assignment.id);
  for (const action of assignment.actions) {
    if (action.type !== 'send') continue;
    for (const message of messagesOf(action, index.counters)) keys.add(addressKey(message));
    for (const id of action.meant) parameters.add(id);
  }
}

/** Identifiers of the rows that differ between two states of a table. Rows are compared by identity: edits keep untouched ones. */
function changedIds<T extends TableName>(before: Rig, after: Rig, table: T): string[] {
  const a: readonly Row<T>[] = rowsOf(before, table);
  const b: readonly Row<T>[] = rowsOf(after, table);
  if (a === b) return [];
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let endA = a.length;
  let endB = b.length;
  while (endA > start && endB > start && a[endA - 1] === b[endB - 1]) {
    endA--;
    endB--;
  }
  const middle = new Set<Row<T>>(a.slice(start, endA));
  const ids = new Set<string>();
  for (const row of b.slice(start, endB)) {
    if (middle.has(row)) middle.delete(row);
    else ids.add(row.id);
  }
  for (const row of middle) ids.add(row.id);
  return [...ids];
}
