// Ticks with what follows from other rows: a target that asks what kind a control is has been told one, and it may be another now.
import { type Landing, type RigIndex, stands, type Tick, type Tickable, tickNow } from '../rig';
import { toldKinds } from './kinds';

/** What kind a target is told that a control is, where it asks for a landing; null where it does not. */
const kindEntered = (index: RigIndex, landing: Landing): string | null =>
  index.targets.get(landing.targetId)?.reception.asksKind ? toldKinds(index, landing).join(', ') : null;

const isLanding = (row: Tickable): row is Landing => 'parameterId' in row && 'takeover' in row;

/** A tick that is set now, with all that is entered for its row. `at`: ISO 8601. */
export function tickFor(index: RigIndex, row: Tickable, at: string): Tick {
  const tick = tickNow(index, row, at);
  const kind = isLanding(row) ? kindEntered(index, row) : null;
  return kind === null ? tick : { ...tick, facts: { ...tick.facts, kind } };
}

/** Whether a row is entered as it is planned now, with the kind of control that its target was told. Ticks of before keep no kind: of these it is not asked. */
export function standsNow(index: RigIndex, row: Tickable): boolean {
  if (!stands(index, row)) return false;
  const kept = isLanding(row) ? row.entered?.facts?.kind : undefined;
  return kept === undefined || !isLanding(row) || kept === (kindEntered(index, row) ?? kept);
}
