// What a judgement has to tell to whoever keeps a copy of it: all of it, or what the last edit changed.
import type { Outcome } from '../bench';
import type { Finding } from './finding';
import type { Judgement } from './judge';

export interface Renewal {
  /** Null and an empty list where there are none any more. */
  readonly outcomes: ReadonlyArray<readonly [id: string, outcome: Outcome | null]>;
  readonly findings: ReadonlyArray<readonly [id: string, findings: readonly Finding[]]>;
  /** Whether these are all there are, or only what an edit touched. */
  readonly whole: boolean;
  /** Whether all is judged with this; until then it is a part that was told early. */
  readonly complete: boolean;
}

/** The verdict of a judgement. */
export function renewalOf(now: Judgement, whole: boolean): Renewal {
  const ids = whole ? new Set([...now.outcomes.keys(), ...now.findings.keys()]) : now.renewed;
  return {
    outcomes: [...ids].map((id) => [id, now.outcomes.get(id) ?? null]),
    findings: [...ids].map((id) => [id, now.findings.get(id) ?? []]),
    whole,
    complete: true,
  };
}

/** A copy with a verdict taken in. */
export function withRenewal({ outcomes, findings, whole, complete }: Renewal, before: Copy): Copy {
  const nextOutcomes = new Map(whole ? [] : before.outcomes);
  const nextFindings = new Map(whole ? [] : before.findings);
  for (const [id, outcome] of outcomes) {
    if (outcome) nextOutcomes.set(id, outcome);
    else nextOutcomes.delete(id);
  }
  for (const [id, found] of findings) {
    if (found.length > 0) nextFindings.set(id, found);
    else nextFindings.delete(id);
  }
  return { outcomes: nextOutcomes, findings: nextFindings, judged: complete };
}

interface Copy {
  readonly outcomes: ReadonlyMap<string, Outcome>;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  /** Whether all is judged as it is now: before that, no finding means nothing. */
  readonly judged: boolean;
}
