// Outcomes and findings of a whole rig, and again after an edit only of what the edit can have touched.
import { type Outcome, outcome, surroundingsOf } from '../bench';
import { apply, indexRig, type Rig, type RigIndex } from '../rig';
import { addressClash } from './address-clash';
import { type Affected, affected } from './affected';
import { channelModeNumber } from './channel-mode-number';
import type { Check, CheckContext, Finding, Fix } from './finding';
import { pressBeforeHold } from './press-before-hold';
import { everySecondPress, firstPressDoesNothing, neverOff, neverRegisters } from './switches';
import { unreachablePlace } from './unreachable-place';

/** Every check there is, in the order in which findings are shown. */
export const checks: readonly Check[] = [
  addressClash,
  channelModeNumber,
  unreachablePlace,
  neverRegisters,
  everySecondPress,
  firstPressDoesNothing,
  neverOff,
  pressBeforeHold,
];

export interface Judgement {
  readonly index: RigIndex;
  readonly outcomes: ReadonlyMap<string, Outcome>;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  /** Assignments that were computed anew for this judgement. */
  readonly renewed: ReadonlySet<string>;
}

const noIds = (): string => {
  throw new Error('finding needs no new identifiers');
};

/** Judges a rig. With the judgement of the rig before an edit, only what can have changed is simulated again. */
export function judge(rig: Rig, before?: Judgement): Judgement {
  const index = indexRig(rig, before?.index);
  const everything = (): Affected => {
    const ids = new Set(rig.assignments.map((a) => a.id));
    return { simulate: ids, check: ids };
  };
  const { simulate, check: renewed } = before ? affected(before.index, index) : everything();
  const outcomes = new Map<string, Outcome>(before?.outcomes);
  const findings = new Map<string, readonly Finding[]>(before?.findings);
  const around = surroundingsOf(index);
  for (const id of simulate) {
    const assignment = index.assignments.get(id);
    if (assignment) outcomes.set(id, outcome(index, assignment, around));
    else {
      outcomes.delete(id);
      findings.delete(id);
    }
  }
  const context: CheckContext = { index, outcomeOf: (id) => outcomes.get(id), newId: noIds };
  for (const id of renewed) {
    const assignment = index.assignments.get(id);
    const told = outcomes.get(id);
    if (!assignment || !told) continue;
    const found = checks.flatMap((check) => check.find(context, assignment, told));
    if (found.length > 0) findings.set(id, found);
    else findings.delete(id);
  }
  return { index, outcomes, findings, renewed };
}

/** The fixes of a finding that prove to take it away and put nothing worse on the same assignment. */
export function offeredFixes(judgement: Judgement, finding: Finding, newId: () => string): readonly Fix[] {
  const { index } = judgement;
  const assignment = index.assignments.get(finding.assignmentId);
  const check = checks.find((c) => c.id === finding.check);
  if (!assignment || !check) return [];
  const context: CheckContext = { index, outcomeOf: (id) => judgement.outcomes.get(id), newId };
  const stopsBefore = stops(judgement);
  const had = judgement.findings.get(finding.assignmentId) ?? [];
  return check.fixes(context, assignment, finding).filter((fix) => {
    const applied = apply(index.rig, fix.edit);
    if (!applied.ok) return false;
    const after = judge(applied.value, judgement);
    const then = after.findings.get(finding.assignmentId) ?? [];
    // Trading one fault for another is no mending: whatever the assignment has afterwards, it had before.
    const nothingNew = then.every((f) => had.some((h) => h.check === f.check && h.parameterId === f.parameterId));
    const still = then.some((f) => f.check === finding.check && f.parameterId === finding.parameterId);
    return !still && nothingNew && stops(after) <= stopsBefore;
  });
}

function stops(judgement: Judgement): number {
  let count = 0;
  for (const found of judgement.findings.values()) for (const f of found) if (f.severity === 'stop') count++;
  return count;
}

/** How many assignments clash with something, without simulating anything: for the list of rigs. */
export function countClashes(index: RigIndex): number {
  const context: CheckContext = { index, outcomeOf: () => undefined, newId: noIds };
  const unplayed: Outcome = { type: 'played', effects: [], sent: 0, firedBefore: [], delayMs: null };
  return index.rig.assignments.filter((a) => addressClash.find(context, a, unplayed).length > 0).length;
}
