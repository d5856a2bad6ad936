'use client';
// The changes that mend a finding, tried out by the worker of this rig; null until they are known.
import type { Finding } from '@/core/checks';
import type { FixesAnswer } from '@/workers/judge.worker';
import { useJudge } from './provider';
import { useAsked } from './use-asked';

export function useFixes(finding: Finding): FixesAnswer | null {
  const judge = useJudge();
  return useAsked(() => judge()?.fixes(finding), [judge, finding]);
}

/** What is said where nothing was found that mends a finding. */
export const nothingMends = (finding: Finding, { searched }: FixesAnswer): string =>
  finding.severity === 'note'
    ? 'No change is offered for it.'
    : searched
      ? 'Neither one change nor two together take it away.'
      : 'One change does not take it away; pairs of them were not all tried.';
