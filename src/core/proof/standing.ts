// Where each function stands: proved, failed, skipped, only rehearsed, stale since something changed, or never tried.
import * as z from 'zod';
import { codeUnits } from '../base';
import { sysexKey } from '../midi';
import { type Assignment, type Control, factsOf, idSchema, lineSchema, type RigIndex, sameJson } from '../rig';

import { causeIds } from './causes.data';
import { versionsFor } from './coverage';

const causeSchema = z.enum(causeIds);

/** One trial of one function, as it is kept. Nothing in it changes afterwards. */
export const proofRecordSchema = z.object({
  id: idSchema,
  assignmentId: idSchema,
  at: z.iso.datetime(),
  outcome: z.enum(['proved', 'failed', 'skipped']),
  /** Where the messages came from: a device, a simulated unit (a rehearsal), or somebody who typed them in. */
  by: z.enum(['device', 'simulated', 'typed']),
  /** Who did it, as they call themselves; empty where nobody said. */
  who: lineSchema(60),
  /** The name of the port; empty for typed in. */
  port: lineSchema(200),
  /** Software versions at that time, as the rig states them. */
  versions: lineSchema(200),
  /** Stands for all that was planned, in trials that do not keep it: equal as long as nothing of it changes. */
  plan: lineSchema(40),
  /** What was planned, fact by fact; trials of before have their key alone. */
  facts: z.record(z.string().max(40), z.unknown()).nullish(),
  /** What was asked for, in words. */
  asked: lineSchema(400),
  /** What arrived, one message each with its milliseconds. */
  heard: z.array(z.object({ atMs: z.number(), word: z.number().int() })).max(1000),
  causes: z.array(causeSchema).max(10),
});
export type ProofRecord = z.infer<typeof proofRecordSchema>;

/** The most messages of a trial that are kept; more are cut at the end. */
export const KEPT = 1000;

/** A word that is equal for two states of a function exactly when the same would be asked and expected (48 bits of a hash, FNV-1a). */
export function planKey(index: RigIndex, assignment: Assignment): string {
  const control: Control | undefined = index.controls.get(assignment.controlId);
  const content = JSON.stringify([
    assignment.controlId,
    assignment.bank,
    assignment.page,
    assignment.layerId,
    assignment.gesture,
    assignment.actions.map((a) => (a.type === 'send' ? [a.message, a.behaviour] : a)),
    control?.calibration ?? null,
  ]);
  return sysexKey(codeUnits(content)).toString(36);
}

/** What a trial keeps of the plan: what the controller sends for the function, and how its pedal is calibrated. A text on a display and a light prove nothing. */
export function planFacts(index: RigIndex, assignment: Assignment): Readonly<Record<string, unknown>> {
  const { text: _text, longText: _long, colour: _colour, colourOff: _off, lightBy: _by, ...sent } = factsOf(index, assignment);
  const calibration = index.controls.get(assignment.controlId)?.calibration ?? null;
  return calibration === null ? sent : { ...sent, calibration };
}

/** Whether a trial is of a function as it is planned now. */
export function isOfPlan(index: RigIndex, assignment: Assignment, trial: Pick<ProofRecord, 'plan' | 'facts'>): boolean {
  return trial.facts ? sameJson(trial.facts, planFacts(index, assignment)) : trial.plan === planKey(index, assignment);
}

export type StandingState = 'proved' | 'rehearsed' | 'failed' | 'skipped' | 'stale' | 'untried';

export interface Standing {
  readonly state: StandingState;
  /** For what is stale: whether the plan or the software changed. */
  readonly since: 'plan' | 'software' | null;
  /** The trial it rests on, if it is known here. */
  readonly record: ProofRecord | null;
  readonly at: string | null;
}

/** Trials of each function, the newest first. */
export function byFunction(records: readonly ProofRecord[]): ReadonlyMap<string, readonly ProofRecord[]> {
  const found = new Map<string, ProofRecord[]>();
  for (const record of [...records].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))) {
    const own = found.get(record.assignmentId);
    if (own) own.push(record);
    else found.set(record.assignmentId, [record]);
  }
  return found;
}

/**
 * Where a function stands. Its tick says that it is proved, and any change of it takes the tick away; the trials say how it came about.
 * A simulated unit proves the plan and not the hardware: that is a rehearsal, and ticks nothing; a fault of its own is a drill and
 * counts for nothing. A trial of another plan counts as stale; so does a proof with other versions of the software.
 */
export function standingOf(index: RigIndex, assignment: Assignment, trials: readonly ProofRecord[]): Standing {
  const isNow = (t: ProofRecord): boolean => isOfPlan(index, assignment, t);
  const counting = trials.filter((t) => t.by !== 'simulated' || t.outcome !== 'failed');
  const latest = counting.find((t) => t.outcome !== 'skipped' || isNow(t));
  if (assignment.proved !== null) {
    const { at, versions } = assignment.proved;
    const record = trials.find((t) => t.outcome === 'proved' && t.by !== 'simulated') ?? null;
    const now = versionsFor(index, assignment);
    return versions === now ? { state: 'proved', since: null, record, at } : { state: 'stale', since: 'software', record, at };
  }
  if (!latest) return { state: 'untried', since: null, record: null, at: null };
  if (!isNow(latest)) {
    const proved = trials.find((t) => t.outcome === 'proved' && t.by !== 'simulated');
    return proved
      ? { state: 'stale', since: 'plan', record: proved, at: proved.at }
      : { state: 'untried', since: null, record: null, at: null };
  }
  const real = trials.find((t) => isNow(t) && t.by !== 'simulated');
  const told = real && real.outcome !== 'skipped' ? real : latest;
  const state: StandingState =
    told.outcome === 'skipped'
      ? 'skipped'
      : told.outcome === 'failed'
        ? 'failed'
        : told.by === 'simulated'
          ? 'rehearsed'
          : 'proved';
  // Proved, and the tick taken away since without a change (by undo): it stands as untried by the plan.
  if (state === 'proved') return { state: 'stale', since: 'plan', record: told, at: told.at };
  return { state, since: null, record: told, at: told.at };
}
