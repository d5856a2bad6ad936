// What a check is, and what it says.
import type { Outcome } from '../bench';
import type { Assignment, Edit, RigIndex } from '../rig';

export type Severity = 'stop' | 'caution' | 'note';

export type CheckId =
  | 'address-clash'
  | 'channel-mode-number'
  | 'first-press-does-nothing'
  | 'every-second-press'
  | 'never-off'
  | 'never-registers'
  | 'press-before-hold'
  | 'unreachable-place';

export interface Finding {
  readonly check: CheckId;
  readonly severity: Severity;
  readonly assignmentId: string;
  /** The parameter it is about; null when it is about the assignment as a whole. */
  readonly parameterId: string | null;
  /** What the player will notice, then why. */
  readonly title: string;
  readonly reason: string;
}

/** A change that mends a finding. `label` is what the button says. */
export interface Fix {
  readonly label: string;
  readonly edit: Edit;
}

/** What a check may look at. Outcomes of other assignments are asked for, not computed anew. */
export interface CheckContext {
  readonly index: RigIndex;
  readonly outcomeOf: (assignmentId: string) => Outcome | undefined;
  readonly newId: () => string;
}

export interface Check {
  readonly id: CheckId;
  readonly find: (context: CheckContext, assignment: Assignment, outcome: Outcome) => readonly Finding[];
  /** Candidate changes; only those that prove to take the finding away are offered. */
  readonly fixes: (context: CheckContext, assignment: Assignment, finding: Finding) => readonly Fix[];
}
