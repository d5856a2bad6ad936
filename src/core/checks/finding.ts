// What a check is, and what it says.
import type { Outcome, Surroundings } from '../bench';
import type { Space } from '../controller';
import type { Assignment, Controller, Edit, RigIndex, TableName } from '../rig';
import type { CheckId } from './names.data';

export type Severity = 'stop' | 'caution' | 'note';

/** What a finding rests on: the trace of the standard script, addresses at a receiver, a way through banks and layers, or a figure. */
export type Evidence =
  | { readonly type: 'trace' }
  | { readonly type: 'addresses'; readonly keys: readonly number[] }
  | { readonly type: 'way'; readonly steps: readonly string[] }
  | { readonly type: 'facts' };

export interface Finding {
  readonly check: CheckId;
  readonly severity: Severity;
  /** The row it is about: an assignment, or a controller, layer, landing, target or parameter. */
  readonly about: TableName;
  readonly subjectId: string;
  /** The parameter it is about; null when it is about the subject as a whole. */
  readonly parameterId: string | null;
  /** What the player will notice, then why. */
  readonly title: string;
  readonly reason: string;
  readonly evidence: Evidence;
  /** Somebody accepted it with this reason, and what it rests on has not changed since; null otherwise. */
  readonly accepted: { readonly id: string; readonly reason: string } | null;
}

/** What a check finds; what it does not say is filled in: its subject is what it was asked about, its evidence facts. */
export type Found = Pick<Finding, 'severity' | 'title' | 'reason'> &
  Partial<Pick<Finding, 'about' | 'subjectId' | 'parameterId' | 'evidence'>>;

/** A change that mends a finding. `label` is what the button says. */
export interface Fix {
  readonly label: string;
  readonly edit: Edit;
}

/** What a check may look at. Outcomes of other assignments are asked for, not computed anew. */
export interface CheckContext {
  readonly index: RigIndex;
  readonly around: Surroundings;
  readonly outcomeOf: (assignmentId: string) => Outcome | undefined;
  /** Where a controller can get to; explored once for each judgement. */
  readonly spaceOf: (controller: Controller) => Space;
  readonly newId: () => string;
}

/** Candidate changes; only those that prove to take the finding away are offered. */
type Fixes = (context: CheckContext, finding: Finding) => readonly Fix[];

export interface AssignmentCheck {
  readonly scope: 'assignment';
  readonly id: CheckId;
  readonly find: (context: CheckContext, assignment: Assignment, outcome: Outcome) => readonly Found[];
  readonly fixes: Fixes;
}

export interface ControllerCheck {
  readonly scope: 'controller';
  readonly id: CheckId;
  readonly find: (context: CheckContext, controller: Controller) => readonly Found[];
  readonly fixes: Fixes;
}

/** A check over the whole rig; it is asked again when one of the tables that it reads has changed. */
export interface RigCheck {
  readonly scope: 'rig';
  readonly id: CheckId;
  readonly reads: readonly TableName[];
  readonly find: (context: CheckContext) => readonly Found[];
  readonly fixes: Fixes;
}

export type Check = AssignmentCheck | ControllerCheck | RigCheck;

/** The assignment that a finding is about. */
export const subjectOf = ({ index }: CheckContext, finding: Finding): Assignment | undefined =>
  index.assignments.get(finding.subjectId);

export const noFixes: Fixes = () => [];
