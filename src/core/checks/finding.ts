// What a check is, and what it says.
import type { Outcome, Surroundings } from '../bench';
import type { Space } from '../controller';
import type { Assignment, Controller, Edit, RigIndex, TableName } from '../rig';
import type { Assumed } from './assumed';
import type { CheckId } from './registry';

export type Severity = 'stop' | 'caution' | 'note';

/** What each is called, on every screen and in the guide. */
export const severityNames: Readonly<Record<Severity, string>> = { stop: 'Must fix', caution: 'Look at', note: 'Good to know' };

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
  /** What it is made of. */
  readonly facts: Facts;
  /** The facts in words: what the player will notice, then why. */
  readonly title: string;
  readonly reason: string;
  readonly evidence: Evidence;
  /** Somebody accepted it with this reason, and what it rests on has not changed since; null otherwise. */
  readonly accepted: { readonly id: string; readonly reason: string } | null;
  /** What it rests on that nobody stated: were it so for certain, it would have to be fixed. Null for what rests on nothing of the kind. */
  readonly assumed: Assumed | null;
}

/** Whether two are one finding in two states of a rig, whatever their words. */
export const isSame = (a: Finding, b: Finding): boolean =>
  a.check === b.check && a.subjectId === b.subjectId && a.parameterId === b.parameterId;

/**
 * What a finding is made of besides its subject: plain values, so that its words can change and it stays the same
 * finding. What is worded already is in facts whose names end in `Words`: they tell nothing that the others do not.
 */
export type Facts = Readonly<Record<string, string | number | boolean | null | readonly string[]>>;

/** A finding in words: what the player will notice, then why. */
export interface Words {
  readonly title: string;
  readonly reason: string;
}

/** What a check finds; what it does not say is filled in: its subject is what it was asked about, its evidence facts. */
export type Found<F = Facts> = Pick<Finding, 'severity'> & { readonly facts: F } & Partial<
    Pick<Finding, 'about' | 'subjectId' | 'parameterId' | 'evidence'>
  >;

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

/** The families of checks, in the order in which they are listed. */
export const groups = ['addresses', 'switches', 'gestures', 'movement', 'layers and banks', 'time', 'care', 'record'] as const;
export type Group = (typeof groups)[number];

/** What a check says of itself. */
interface CheckFacts<Id extends string, F> {
  readonly id: Id;
  readonly group: Group;
  /** What it is called in a list. */
  readonly name: string;
  /** How grave its findings can be, the gravest first. */
  readonly severities: readonly Severity[];
  /** Its line in the guide: what is wrong, as a player would say it. */
  readonly guide: string;
  /** A finding of this check in words. */
  say(facts: F): Words;
}

export interface AssignmentFacts<Id extends string, F> extends CheckFacts<Id, F> {
  /** Which assignments it is asked of: it has nothing to say of the others. */
  readonly asks: 'all' | 'moves' | 'switches';
}

export interface AssignmentCheck<Id extends string = string, F = Facts> extends AssignmentFacts<Id, F> {
  readonly scope: 'assignment';
  /** Checks before it that it takes into account, by id; none where nothing is said. */
  readonly heeds?: readonly string[];
  /** `told`: what the checks that it heeds found of the same assignment. */
  readonly find: (
    context: CheckContext,
    assignment: Assignment,
    outcome: Outcome,
    told: readonly Finding[],
  ) => readonly Found<F>[];
  readonly fixes: Fixes;
}

export interface ControllerCheck<Id extends string = string, F = Facts> extends CheckFacts<Id, F> {
  readonly scope: 'controller';
  readonly find: (context: CheckContext, controller: Controller) => readonly Found<F>[];
  readonly fixes: Fixes;
}

/** A check over the whole rig; it is asked again when one of the tables that it reads has changed. */
export interface RigCheck<Id extends string = string, F = Facts> extends CheckFacts<Id, F> {
  readonly scope: 'rig';
  readonly reads: readonly TableName[];
  readonly find: (context: CheckContext) => readonly Found<F>[];
  readonly fixes: Fixes;
}

export type Check<Id extends string = string> = AssignmentCheck<Id> | ControllerCheck<Id> | RigCheck<Id>;

/** The assignment that a finding is about. */
export const subjectOf = ({ index }: CheckContext, finding: Finding): Assignment | undefined =>
  index.assignments.get(finding.subjectId);

/** A check that offers nothing. */
export const noFixes: Fixes = () => [];
