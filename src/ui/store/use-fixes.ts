'use client';
// The changes that mend a finding, tried out by the worker of this rig; null until they are known.
import { useEffect, useState } from 'react';
import type { Finding } from '@/core/checks';
import type { FixesAnswer } from '@/workers/judge.worker';
import { useJudge } from './provider';

export function useFixes(finding: Finding): FixesAnswer | null {
  const judge = useJudge();
  const [answer, setAnswer] = useState<FixesAnswer | null>(null);
  useEffect(() => {
    let live = true;
    setAnswer(null);
    void judge()
      ?.fixes(finding)
      .then((found) => live && setAnswer(found));
    return () => {
      live = false;
    };
  }, [judge, finding]);
  return answer;
}

/** What is said where nothing was found that mends a finding. */
export const nothingMends = (finding: Finding, { searched }: FixesAnswer): string =>
  finding.severity === 'note'
    ? 'No change is offered for it.'
    : searched
      ? 'Neither one change nor two together take it away.'
      : 'One change does not take it away; pairs of them were not all tried.';
