// The judge in a worker: holds a copy of the rig, takes the same edits, answers with outcomes, findings, fixes and traces.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { type Drawing, drawingOf, type Outcome, traceOf } from '@/core/bench';
import { type Finding, type Fix, type Judgement, judge, offeredFixes } from '@/core/checks';
import { apply, type Edit, type Rig } from '@/core/rig';

export interface Verdict {
  readonly outcomes: ReadonlyArray<readonly [string, Outcome | null]>;
  readonly findings: ReadonlyArray<readonly [string, readonly Finding[]]>;
  /** Whether these are all there are, or only what an edit touched. */
  readonly whole: boolean;
}

let judgement: Judgement | null = null;

function told(now: Judgement, whole: boolean): Verdict {
  const ids = [...now.renewed];
  return {
    outcomes: ids.map((id) => [id, now.outcomes.get(id) ?? null]),
    findings: ids.map((id) => [id, now.findings.get(id) ?? []]),
    whole,
  };
}

const api = {
  /** Starts over with a whole rig. */
  load(rig: Rig): Verdict {
    judgement = judge(rig);
    return told(judgement, true);
  },
  /** Applies one edit; null when it does not fit the copy, which then has to be loaded anew. */
  edit(edit: Edit): Verdict | null {
    if (!judgement) return null;
    const done = apply(judgement.index.rig, edit);
    if (!done.ok) return null;
    judgement = judge(done.value, judgement);
    return told(judgement, false);
  },
  /** Changes that mend a finding, each one tried first. */
  fixes(finding: Finding): readonly Fix[] {
    return judgement ? offeredFixes(judgement, finding, () => nanoid(10)) : [];
  },
  /** What to draw for one assignment. */
  drawing(assignmentId: string): Drawing | null {
    const assignment = judgement?.index.assignments.get(assignmentId);
    if (!judgement || !assignment) return null;
    const played = traceOf(judgement.index, assignment);
    return played ? drawingOf(played) : null;
  },
};

export type JudgeWorker = typeof api;

expose(api);
