// A trial as it is kept, and the tick that a proof gives.
import { nanoid } from 'nanoid';
import type { HeardMessage } from '@/core/midi';
import { type Ask, KEPT, type ProofRecord, planFacts, planKey, versionsFor } from '@/core/proof';
import { type Assignment, batch, type Edit, type RigIndex, set } from '@/core/rig';
import type { ToldDiagnosis } from '@/workers/proof.worker';

interface Ended {
  readonly outcome: ProofRecord['outcome'];
  readonly by: ProofRecord['by'];
  readonly who: string;
  readonly port: string;
  readonly asked: string;
  readonly heard: readonly HeardMessage[];
  readonly diagnosis: ToldDiagnosis | null;
}

export function recordOf(index: RigIndex, ask: Ask, ended: Ended): ProofRecord {
  const first = ended.heard[0]?.atMs ?? 0;
  return {
    id: nanoid(12),
    assignmentId: ask.assignment.id,
    at: new Date().toISOString(),
    outcome: ended.outcome,
    by: ended.by,
    who: ended.who.trim().slice(0, 60),
    port: ended.port.slice(0, 200),
    versions: versionsFor(index, ask.assignment),
    plan: planKey(index, ask.assignment),
    facts: planFacts(index, ask.assignment),
    asked: ended.asked.slice(0, 400),
    heard: ended.heard
      .filter((h) => h.word >= 0)
      .slice(0, KEPT)
      .map((h) => ({ atMs: Math.round((h.atMs - first) * 10) / 10, word: h.word })),
    causes: [...new Set((ended.diagnosis?.explanations[0]?.causes ?? []).map((c) => c.cause))],
  };
}

export const tickProved = (index: RigIndex, assignment: Assignment, { at, versions }: ProofRecord): Edit =>
  batch(`Proved ${index.controls.get(assignment.controlId)?.name ?? 'a control'}`, [
    set('assignments', assignment, 'proved', { at, versions, grade: 'tested' }),
  ]);

/** What fails on the hardware is not proved any more. */
export const untickProved = (index: RigIndex, assignment: Assignment): Edit =>
  batch(`${index.controls.get(assignment.controlId)?.name ?? 'A control'} failed`, [
    set('assignments', assignment, 'proved', null),
  ]);
