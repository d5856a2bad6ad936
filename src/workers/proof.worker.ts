// Diagnoses in a worker: a macro among many neighbours takes longer than a frame.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import type { HeardMessage, MessageStream } from '@/core/midi';
import { askFor, type CauseId, type Diagnosis, diagnose, endsSeen, keepEnds, takeIntoPlan } from '@/core/proof';
import { type Edit, indexRig, type Rig, type RigIndex } from '@/core/rig';

export interface ToldExplanation {
  readonly causes: ReadonlyArray<{ readonly cause: CauseId; readonly planned: string; readonly found: string }>;
  readonly alike: readonly CauseId[];
  readonly unexplained: number;
  readonly sends: readonly MessageStream[];
  /** Plans what arrives instead; null where nobody would. */
  readonly intoPlan: Edit | null;
  /** Keeps the ends that were seen; null where they are not the matter. */
  readonly ends: { readonly low: number; readonly high: number; readonly edit: Edit } | null;
}

export interface ToldDiagnosis {
  readonly short: number | 'one-way' | null;
  readonly apart: Diagnosis['apart'];
  readonly explanations: readonly ToldExplanation[];
}

let index: RigIndex | null = null;

const api = {
  /** Takes a rig, or its next state. */
  load(rig: Rig): void {
    index = indexRig(rig, index ?? undefined);
  },
  /** What is wrong with a function, from what was heard for it; null where it cannot be asked for. */
  diagnose(assignmentId: string, heard: readonly HeardMessage[]): ToldDiagnosis | null {
    const assignment = index?.assignments.get(assignmentId);
    const ask = index && assignment ? askFor(index, assignment) : null;
    if (!index || !ask) return null;
    const { short, apart, explanations } = diagnose(index, ask, heard);
    const rigIndex = index;
    return {
      short,
      apart,
      explanations: explanations.map((e): ToldExplanation => {
        const seen = e.causes.some((c) => c.cause === 'ends') ? endsSeen(ask, heard) : null;
        return {
          causes: e.causes.map(({ cause, planned, found }) => ({ cause, planned, found })),
          alike: e.alike,
          unexplained: e.unexplained,
          sends: e.sends,
          intoPlan: takeIntoPlan(rigIndex, ask, e, () => nanoid(10)),
          ends: seen && { ...seen, edit: keepEnds(rigIndex, ask, seen) },
        };
      }),
    };
  },
};

export type ProofWorker = typeof api;

expose(api);
